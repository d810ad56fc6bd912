import type { Measure } from './line';

/** How many printed measures make the opening of a line, where its tempo stands: the first full one, and a pickup before it. */
export const openingMeasureCount = (measures: readonly Measure[]): 1 | 2 =>
  measures[0]?.number === 0 ? 2 : 1;
