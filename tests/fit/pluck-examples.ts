import type { EvaluationTake } from '../evaluation/take';
import type { Example } from './boosting';
import { listenedTo } from './listened';

/** A moment is a pluck when one is felt so near it; further off, and up to the second number, nobody can say. */
const NEAR_SECONDS = 0.05;
const UNSURE_SECONDS = 0.1;

/** All moments of a take at which the spectrum rises, and whether something was plucked there. */
export function pluckExamples(take: EvaluationTake): readonly Example[] {
  const { truth, leadSeconds } = take;
  return listenedTo(take)
    .possiblePlucks()
    .flatMap(({ onsetSeconds, features }): Example[] => {
      const offSeconds = Math.min(
        ...truth.sounds.map(({ onset }) => Math.abs(onset + leadSeconds - onsetSeconds)),
      );
      if (offSeconds > NEAR_SECONDS && offSeconds <= UNSURE_SECONDS) return [];
      return [{ features, isSo: offSeconds <= NEAR_SECONDS }];
    });
}
