import type { BoostedTrees } from '../../base';
import learned from './claims.json' with { type: 'json' };

/** How likely what would be held against a head is so, by `ClaimFeatures`. Made by `npm run fit`, which says in the file from what. */
export const CLAIMS: BoostedTrees = learned.model;

/** Blame begins here: of all that is held against players with so much likelihood 92 in 100 are so, on takes that were not learned from. */
export const CLAIM_FROM: number = learned.blameFrom;
