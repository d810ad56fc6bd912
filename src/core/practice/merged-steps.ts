import { isGoodOutcome } from './climb';
import type { Deed } from './deed';
import type { Stage } from './plan';
import type { StepId } from './step-keeps';

/** They get somebody ready to play the notes. */
const PREPARING: readonly StepId[] = ['count', 'clap', 'one-note', 'name-and-finger', 'air-play', 'sing'];
/** Each holds what the ones before it hold. */
const PLAYING: readonly StepId[] = ['plain', 'slurs', 'marks', 'expression'];
/** So many first takes in a row with every single note right, and somebody is quick. Our own measure. */
const QUICK_TAKES = 3;

/** Whether playing one stage shows what the other one is practised for: the same measures, with less of the music in them. */
export function standsFor(stage: Stage, other: Stage): boolean {
  if (stage.chunk.id !== other.chunk.id || stage.isAsked || other.isAsked) return false;
  const place = PLAYING.indexOf(stage.step);
  return place >= 0 && (PREPARING.includes(other.step) || PLAYING.slice(0, place).includes(other.step));
}

/** Takes, and those that the teacher has accepted, each with whether it was the first of its stage. */
function triesOf(deeds: readonly Deed[]) {
  const seen = new Set<string>();
  return deeds
    .filter(({ kind }) => kind === 'take' || kind === 'teacher-accepts')
    .map((deed) => {
      const isFirst = !seen.has(deed.stageId);
      seen.add(deed.stageId);
      return { deed, isFirst };
    });
}

/** The stages whose first take was good enough. */
export function doneAtOnce(deeds: readonly Deed[]): ReadonlySet<string> {
  const good = triesOf(deeds).filter(
    ({ deed, isFirst }) => isFirst && (deed.kind !== 'take' || isGoodOutcome(deed.outcome)),
  );
  return new Set(good.map(({ deed }) => deed.stageId));
}

/** Whether the last takes were each right at the first try: such a student need not go through every step. */
export function isQuick(deeds: readonly Deed[]): boolean {
  const last = triesOf(deeds).slice(-QUICK_TAKES);
  return (
    last.length === QUICK_TAKES &&
    last.every(({ deed, isFirst }) => isFirst && deed.kind === 'take' && deed.outcome === 'easy')
  );
}
