import type { BoostedTrees } from '../../base';
import learned from './struck.json' with { type: 'json' };

/**
 * How much speaks for a pitch that it was struck at a moment. Made by `npm run fit`, which says in the file from what; how often that is so
 * whatever is heard, the model's bias, is left out: who listens knows better.
 */
export const STRUCK: BoostedTrees = { ...learned.model, bias: 0 };
