import { FOLLOWING_VERSION } from '@/core/following';
import { JUDGING_VERSION } from '@/core/judging';
import { LISTENING_VERSION } from '@/core/listening';

/** The ear, the follower and the judge of this build. */
export const CURRENT_VERSIONS = {
  heard: LISTENING_VERSION,
  following: FOLLOWING_VERSION,
  verdict: JUDGING_VERSION,
} as const;
