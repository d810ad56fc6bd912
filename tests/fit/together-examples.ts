import { checkHeard, priorsOf } from '@/core/checking';
import { claimFeatures } from '@/core/judging/together/claims';
import { DRUM_SOUNDS, hear, Listener } from '@/core/listening';
import type { AskedSound } from '@/core/notation';
import {
  type Ensemble,
  makeTogether,
  planTogether,
  type TogetherTake,
} from '../evaluation/together/together-take';
import type { TogetherMistake } from '../evaluation/together/together-truth';
import type { Example } from './boosting';
import type { LearnableTake, Use } from './lessons';
import { isNeverLearnedTogether } from './never-learned';

export const TOGETHER_SEEDS = { learned: [1001, 440], further: [8001, 440], told: [5001, 60] } as const;

/** Other takes than those: what was learned from is heard too well. */
export const CLAIM_SEEDS = { learned: [3001, 300] } as const;

/** Takes of lines of several voices that may be learned from. */
export function togetherTakes(
  ensembles: readonly Ensemble[],
  seeds: Readonly<Record<string, readonly [from: number, count: number]>>,
  examplesOf: (take: TogetherTake) => readonly Example[],
): readonly LearnableTake[] {
  return ensembles.flatMap((of) =>
    Object.entries(seeds).flatMap(([name, [from, count]]) => {
      const use: Use = name === 'told' ? 'told' : 'learned';
      return Array.from({ length: count }, (_, index) => from + index)
        .filter((seed) => !isNeverLearnedTogether(planTogether(of, seed)))
        .map((seed) => ({ use, examples: () => examplesOf(makeTogether(of, seed)) }));
    }),
  );
}

/** What is felt so near a moment was struck there; further off, and up to the second number, nobody can say. */
const NEAR_SECONDS = { pitches: [0.06, 0.12], drums: [0.045, 0.09] } as const;

/** Of what was not struck so many are as good as all: what is common is left out of these models. */
const EVERY_ABSENT = 3;

const thinned = (examples: readonly Example[]) =>
  examples.filter(({ isSo }, index) => isSo || index % EVERY_ABSENT === 0);

function listenedTo({ audio, line }: TogetherTake): Listener {
  const listener = new Listener(audio.sampleRate, { ...priorsOf(line), severalAtOnce: undefined });
  listener.push(audio.samples);
  listener.finish();
  return listener;
}

/** Whether something was struck at a moment; undefined where nobody can say. */
function struckTest(
  { truth, leadSeconds }: TogetherTake,
  [near, unsure]: readonly [number, number],
): (asked: AskedSound, seconds: number) => boolean | undefined {
  const onsets = new Map<string, number[]>();
  for (const { asked, onset } of truth.sounds) {
    const name = nameOf(asked);
    onsets.set(name, [...(onsets.get(name) ?? []), onset + leadSeconds]);
  }
  return (asked, seconds) => {
    const off = Math.min(9, ...(onsets.get(nameOf(asked)) ?? []).map((onset) => Math.abs(onset - seconds)));
    return off > near && off < unsure ? undefined : off <= near;
  };
}

const nameOf = (asked: AskedSound) => (asked.kind === 'pitched' ? String(asked.midi) : String(asked.drum));

/** Every pitch that may have been struck at a moment, and whether it was. */
export function struckExamples(take: TogetherTake): readonly Example[] {
  const isStruck = struckTest(take, NEAR_SECONDS.pitches);
  return thinned(
    listenedTo(take)
      .possibleMoments()
      .flatMap(({ onsetSeconds, pitches }) =>
        pitches.flatMap(({ midi, features }): Example[] => {
          const isSo = isStruck({ kind: 'pitched', midi }, onsetSeconds);
          return isSo === undefined ? [] : [{ features, isSo }];
        }),
      ),
  );
}

/** Every drum at every moment, and whether it was struck. */
export function drumExamples(take: TogetherTake): readonly Example[] {
  const isStruck = struckTest(take, NEAR_SECONDS.drums);
  return thinned(
    listenedTo(take)
      .possibleStrokes()
      .flatMap(({ onsetSeconds, features }) =>
        DRUM_SOUNDS.flatMap((part): Example[] => {
          const isSo = isStruck({ kind: 'drum', drum: part }, onsetSeconds);
          return isSo === undefined ? [] : [{ features, isSo, part }];
        }),
      ),
  );
}

/** Where hands disagree on the time, which of them is off can be defended either way. */
const EITHER_HAND: readonly TogetherMistake[] = ['one hand late', 'hands apart', 'one voice uneven'];

/** Every head of which it would be said that it was not struck, or that something else was, and whether that is so. */
export function claimExamples({ line, audio, bpm, truth }: TogetherTake): readonly Example[] {
  if (truth.mistake && EITHER_HAND.includes(truth.mistake)) return [];
  const { heads = [] } = checkHeard(line, hear(audio, priorsOf(line)), bpm).following;
  const featuresOf = claimFeatures(heads);
  const keyOf = ({ noteId, asked }: { readonly noteId: string; readonly asked: AskedSound }) =>
    `${noteId}/${nameOf(asked)}`;
  const truths = new Map(truth.heads.map((head) => [keyOf(head), head]));
  return heads.flatMap((head, index): Example[] => {
    const { found, timing, isScored, measureIndex } = truths.get(keyOf(head))!;
    if (!isScored || truth.unscored.includes(measureIndex)) return [];
    return head.found === 'absent' || head.found === 'other'
      ? [{ features: featuresOf(index), isSo: found !== 'right' || timing !== 'on' }]
      : [];
  });
}
