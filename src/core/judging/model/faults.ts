import type { BoostedTrees } from '../../base';
import learned from './faults.json' with { type: 'json' };

/** What is learned by itself: whether a note was there at its pitch, and whether anything was in time. */
export const FAULT_PARTS = ['pitch', 'time'] as const;
export type FaultPart = (typeof FAULT_PARTS)[number];

/** How likely what would be held against the player is theirs, by `FaultFeatures`. Made by `npm run fit`, which says in the file from what. */
export const FAULTS: Readonly<Record<FaultPart, BoostedTrees>> = learned.models;

/** Blame begins here: of all that is held against players with so much likelihood 95 in 100 are so, on takes that were not learned from. */
export const BLAME_FROM: number = learned.blameFrom;
