const HOUR_MS = 3_600_000;
/** A computer may rest over a long weekend. */
const LONGEST_REST_MS = 100 * HOUR_MS;
/** Clocks are set back by seconds; an hour is a fault. */
const LARGEST_STEP_BACK_MS = HOUR_MS;
/** So long somebody has to notice a clock that went wrong before anything is removed by it. */
const DOUBT_MS = 24 * HOUR_MS;

/** How far the clock of a computer can be believed, in milliseconds of that clock. */
export interface ClockTrust {
  /** When it was looked at. */
  readonly seenMs: number;
  /** Until then nothing may be removed by it; undefined where there is no doubt. */
  readonly doubtedUntilMs: number | undefined;
}

/**
 * Looks at the clock again. A leap means that it is wrong, or was: what is due by it may not be.
 * @param nowMs what the clock says. @param last what came of the last look; undefined at the first.
 * @example lookAtClock(Date.now(), last).doubtedUntilMs === undefined // old recordings may go
 */
export function lookAtClock(nowMs: number, last: ClockTrust | undefined): ClockTrust {
  if (!last) return { seenMs: nowMs, doubtedUntilMs: undefined };
  const passedMs = nowMs - last.seenMs;
  if (passedMs > LONGEST_REST_MS || passedMs < -LARGEST_STEP_BACK_MS)
    return { seenMs: nowMs, doubtedUntilMs: nowMs + DOUBT_MS };
  const isOver = last.doubtedUntilMs === undefined || nowMs >= last.doubtedUntilMs;
  return { seenMs: nowMs, doubtedUntilMs: isOver ? undefined : last.doubtedUntilMs };
}
