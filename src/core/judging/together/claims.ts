import { clamp, quantile } from '../../base';
import type { FollowedHead } from '../../following';

/** What tells whether a head was really not struck, by the names of the model that is learned of them. */
export type ClaimFeatures = Readonly<Record<string, number>>;

/** Evidence is compared as logarithm of its odds; where nothing began there is none, and no sound tells more than that. */
const MOST_LOG_ODDS = 9;
/** Strings and keys of about the same pitch are heard about as well. */
const REGION_SEMITONES = 3;
/** Those of them that were heard worst tell how badly one may be heard. */
const WORST_SHARE = 0.2;

/**
 * Measures for a head of which it would be said that it was not struck, or that something else was, what tells whether that is so: how much
 * the sound speaks for it, and how well its neighbours in pitch were heard in this take. What was written and what else went wrong is left out: that would tell where those who
 * made the takes liked to put mistakes.
 */
export function claimFeatures(heads: readonly FollowedHead[]): (index: number) => ClaimFeatures {
  const there = heads.filter(({ found }) => found === 'there');
  return (index) => {
    const head = heads[index]!;
    const alike = there.filter((other) => other !== head && isAlike(other, head));
    // Where nothing of its kind was heard, all that was heard tells.
    const near = (alike.length > 0 ? alike : there).map(({ evidence }) => logOdds(evidence));
    return {
      evidence: logOdds(head.evidence),
      evidenceAlike: near.length === 0 ? 0 : near.reduce((sum, value) => sum + value, 0) / near.length,
      leastAlike: near.length === 0 ? 0 : quantile(near, WORST_SHARE),
    };
  };
}

const logOdds = (evidence: number | undefined) =>
  evidence === undefined
    ? -MOST_LOG_ODDS
    : clamp(Math.log(evidence / (1 - evidence)), -MOST_LOG_ODDS, MOST_LOG_ODDS);

/** Of one drum, or of about one pitch. */
function isAlike({ asked: a }: FollowedHead, { asked: b }: FollowedHead): boolean {
  if (a.kind === 'drum' || b.kind === 'drum')
    return a.kind === 'drum' && b.kind === 'drum' && a.drum === b.drum;
  return Math.abs(a.midi - b.midi) <= REGION_SEMITONES;
}
