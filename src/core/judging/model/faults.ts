import type { BoostedTrees } from '../../base';
import learned from './faults.json' with { type: 'json' };

/** How likely what would be held against the player is theirs, by `FaultFeatures`. Made by `npm run fit`, which says in the file from what. */
export const FAULTS: BoostedTrees = learned.model;

/** Blame begins here: of all that is held against players with so much likelihood 95 in 100 are so, on takes that were not learned from. */
export const BLAME_FROM: number = learned.blameFrom;
