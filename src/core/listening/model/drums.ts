import type { BoostedTrees } from '../../base';
import type { DrumSound } from '../together/drum-sounds';
import learned from './drums.json' with { type: 'json' };

/** How much speaks for each drum, as for pitches in `struck.ts`. Drums that are not there were never learned. */
export const DRUMS = Object.entries(learned.models).map(
  ([drum, model]): readonly [DrumSound, BoostedTrees] => [drum as DrumSound, { ...model, bias: 0 }],
);
