import type { Moment } from '../base';

/** How often a student's own ears are asked before the verdict is seen. The teacher decides. */
export const OWN_EARS = ['every-take', 'once-a-sitting', 'never'] as const;
export type OwnEars = (typeof OWN_EARS)[number];

/** Whoever plays on within this time is still at the same sitting. Our own measure: a long practice, not two of a day. */
const SITTING_MINUTES = 60;

/**
 * Whether the take that was just played is rated first.
 * @param askedAt when this student's ears were asked last on this device; undefined for never.
 * @example asksOwnEars('once-a-sitting', undefined, now) // true
 */
export function asksOwnEars(times: OwnEars, askedAt: Moment | undefined, now: Moment): boolean {
  if (times !== 'once-a-sitting') return times === 'every-take';
  const minutes =
    askedAt === undefined ? Number.POSITIVE_INFINITY : (now.valueOf() - askedAt.valueOf()) / 60_000;
  // A clock that was ahead is no reason never to ask again.
  return minutes < 0 || minutes >= SITTING_MINUTES;
}
