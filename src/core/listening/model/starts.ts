import type { BoostedTrees } from '../../base';
import learned from './starts.json' with { type: 'json' };

/** How likely a tone starts anew at a place within it, by `START_FEATURES`. Made by `npm run fit`, which says in the file from what. */
export const STARTS: BoostedTrees = learned.model;
