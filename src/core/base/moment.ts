/** A point in time, from a clock that somebody else reads: a `Date`, or milliseconds since 1970. */
export interface Moment {
  valueOf(): number;
}

/** Whether one moment lies after another. */
export const isAfter = (moment: Moment, other: Moment): boolean => moment.valueOf() > other.valueOf();

/** The later of two moments, for sorting: negative when `a` comes first. */
export const inTime = (a: Moment, b: Moment): number => a.valueOf() - b.valueOf();
