import { type Following, follow } from '../following';
import { judge, type Policy, USUAL_POLICY, type Verdict } from '../judging';
import { type Heard, hear } from '../listening';
import type { Line } from '../notation';
import type { Audio } from '../signal';

/** The three layers of a check: two of facts, one of policy. */
export interface Check {
  readonly heard: Heard;
  readonly following: Following;
  readonly verdict: Verdict;
}

/**
 * Listens, follows and judges.
 * @param audio the take, mono.
 * @param askedBpm tempo asked for, in beat units of the line's first meter.
 */
export function check(line: Line, audio: Audio, askedBpm: number, policy: Policy = USUAL_POLICY): Check {
  const heard = hear(audio);
  const following = follow(line, heard, askedBpm);
  return { heard, following, verdict: judge(line, following, askedBpm, policy) };
}
