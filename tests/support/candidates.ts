import type { Candidate } from '../../src/core/following/alignment';
import { heardStrike, heardTone } from './heard';

/** A sound that may be a written note; a stroke where no pitch is given. */
export const candidate = (
  onsetSeconds: number,
  midi: number | undefined,
  { seconds = 0.4, playedWeight = 1, startStrength = 1 } = {},
): Candidate => ({
  ...(midi === undefined
    ? heardStrike(onsetSeconds, { startStrength })
    : heardTone(onsetSeconds, midi, seconds, { startStrength })),
  playedWeight,
  isOthers: false,
  unpitchedBeforeSeconds: 0,
});
