import { capital } from '../../base';
import type { Level } from '../../instruments';
import { beatUnit, quarterSeconds, subtract, toNumber } from '../../time';
import { type MelodyNote, measuresOf } from '../melody';
import { type HardSpot, type Looking, spotAt } from './hard-spot';

/** Notes a second from which a run is fast for a beginner of the level. Our own judgement. */
const FAST_NOTES_PER_SECOND: Readonly<Record<Level, number>> = { 1: 3, 2: 4, 3: 5.5 };
/** Fewer notes in a row are over before they can go wrong. */
const FEWEST_NOTES = 4;
const WEIGHT_AT_THRESHOLD = 1.5;

/** Runs that are fast at the goal tempo. */
export function fastRuns({ part, melody, goalBpm, level, words }: Looking): HardSpot[] {
  const secondsPerQuarter = quarterSeconds(goalBpm, beatUnit(part.measures[0]!.meter));
  const longest = 1 / FAST_NOTES_PER_SECOND[level] / secondsPerQuarter;
  return stretches(melody, longest).map((run) => {
    const quarters = toNumber(subtract(run.at(-1)!.onset, run[0]!.onset));
    const perSecond = (run.length - 1) / (quarters * secondsPerQuarter);
    return spotAt(
      'fast-run',
      run,
      WEIGHT_AT_THRESHOLD * (perSecond / FAST_NOTES_PER_SECOND[level]),
      `${capital(words.several(measuresOf(run)))}: ${run.length} notes in a row, ${perSecond.toFixed(1)} a second at the goal tempo. Practise them slowly and evenly first.`,
    );
  });
}

/** Notes that follow each other within a time. @param longestQuarters from one note to the next. */
function stretches(melody: readonly MelodyNote[], longestQuarters: number): MelodyNote[][] {
  const found: MelodyNote[][] = [];
  let run: MelodyNote[] = [];
  for (const note of melody) {
    const before = run.at(-1);
    const isNear = before && toNumber(subtract(note.onset, before.onset)) <= longestQuarters + 1e-9;
    if (before && !isNear) {
      if (run.length >= FEWEST_NOTES) found.push(run);
      run = [];
    }
    run.push(note);
  }
  return run.length >= FEWEST_NOTES ? [...found, run] : found;
}
