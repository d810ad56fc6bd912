import { type ClockTrust, lookAtClock } from '.';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const NOON = Date.UTC(2026, 11, 1, 12);

/** What becomes of the trust when the clock is looked at after each of these times; a negative one sets it back. */
function afterSteps(steps: readonly number[]): ClockTrust {
  let trust: ClockTrust | undefined = lookAtClock(NOON, undefined);
  let nowMs = NOON;
  for (const step of steps) {
    nowMs += step;
    trust = lookAtClock(nowMs, trust);
  }
  return trust;
}

test.each<[string, readonly number[], boolean]>([
  ['hour by hour', Array(50).fill(HOUR), true],
  ['after a weekend', [HOUR, 3 * DAY], true],
  ['set back by a minute', [HOUR, -60_000], true],
  ['when winter time begins and somebody sets it by hand', [2 * HOUR, -HOUR], true],
  ['a leap of a year', [HOUR, 365 * DAY], false],
  ['a leap, an hour ago', [365 * DAY, HOUR], false],
  ['a leap that was put right again', [365 * DAY, -365 * DAY], false],
  ['a dead battery: 1970', [-56 * 365 * DAY], false],
  ['a leap, and nobody minded for a day', [365 * DAY, ...Array(24).fill(HOUR)], true],
  ['a leap that was put right, and a day', [365 * DAY, -365 * DAY, ...Array(24).fill(HOUR)], true],
])('%s', (_, steps, isTrusted) => {
  expect(afterSteps(steps).doubtedUntilMs === undefined).toBe(isTrusted);
});
