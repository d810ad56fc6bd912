import type { BoostedTrees } from '../../base';
import learned from './plucks.json' with { type: 'json' };

/** How likely a string was plucked where the spectrum rises, by `PLUCK_FEATURES`. Made by `npm run fit`, which says in the file from what. */
export const PLUCKS: BoostedTrees = learned.model;
