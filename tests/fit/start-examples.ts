import type { EvaluationTake } from '../evaluation/take';
import type { Example } from './boosting';
import { listenedTo } from './listened';

/** A place is a start when one is felt so soon after it or so shortly before it; further off, and up to the second number, nobody can say. */
const BEFORE_START_SECONDS = 0.09;
const AFTER_START_SECONDS = 0.05;
const UNSURE_SECONDS = 0.14;

/** All places within the tones of a take at which one may have started anew, and whether one did. */
export function startExamples(take: EvaluationTake): readonly Example[] {
  const { sounds } = take.truth;
  return listenedTo(take)
    .possibleStarts()
    .flatMap(({ seconds, features }): Example[] => {
      const from = seconds - take.leadSeconds;
      const offsets = sounds.map(({ onset, midi }) => ({ after: onset - from, midi }));
      const isNear = ({ after }: { after: number }) =>
        after <= BEFORE_START_SECONDS && after >= -AFTER_START_SECONDS;
      // The pitch class is enough: an octave is told elsewhere.
      const isSame = ({ midi }: { midi: number | undefined }) =>
        midi !== undefined && Math.abs(((((midi - features.midi) % 12) + 18) % 12) - 6) < 1;
      if (offsets.some((one) => isNear(one) && isSame(one))) return [{ features, isSo: true }];
      if (offsets.some(({ after }) => Math.abs(after) < UNSURE_SECONDS)) return [];
      return [{ features, isSo: false }];
    });
}
