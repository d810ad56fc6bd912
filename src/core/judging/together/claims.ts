import { clamp, quantile } from '../../base';
import type { FollowedHead } from '../../following';

/** What would be held against a player of one head: that it was not struck, or something else; or when it was. */
export type ClaimOf = 'sound' | 'start';

/** What tells whether a claim is so, by the names of the model that is learned of them. */
export type ClaimFeatures = Readonly<Record<string, number>>;

/** Evidence is compared as logarithm of its odds; where nothing began there is none. */
const NOTHING_BEGAN = -9;
/** Strings and keys of about the same pitch are heard about as well. */
const REGION_SEMITONES = 3;
/** What was struck so long ago rings no more. */
const RINGS_MEASURES = 2;
/** Partials that a pitch shares with one below it. */
const PARTIAL_SEMITONES = [12, 19, 24, 28, 31];

/**
 * Measures for every head what tells whether a claim about it is so: how much the sound speaks for it, how well its neighbours in pitch
 * were heard in this take, and what may hide it. What else went wrong is left out: that would tell where those who made the takes liked to
 * put mistakes.
 */
export function claimFeatures(heads: readonly FollowedHead[]): (index: number, of: ClaimOf) => ClaimFeatures {
  const evidence = heads.map(({ evidence }) => logOdds(evidence));
  const ofTake = mean(evidence);
  return (index, of) => {
    const head = heads[index]!;
    const { deviationBeats, deviationSeconds, doubtSeconds, asked, found, likelihood } = head;
    const near = heads.flatMap((other, at) => (at !== index && isAlike(other, head) ? [evidence[at]!] : []));
    const beside = heads.filter((other) => other !== head && isTogether(other, head));
    const before = heads
      .slice(0, index)
      .filter((other) => head.measureIndex - other.measureIndex < RINGS_MEASURES);
    return {
      isStart: Number(of === 'start'),
      isOther: Number(found === 'other'),
      isDrum: Number(asked.kind === 'drum'),
      midi: asked.kind === 'pitched' ? asked.midi : 0,
      evidence: evidence[index]!,
      likelihood: logOdds(likelihood),
      beside: beside.length,
      isOverPartial: Number(beside.some((other) => intervals(head, other, PARTIAL_SEMITONES))),
      isUnderPartial: Number(beside.some((other) => intervals(other, head, PARTIAL_SEMITONES))),
      ringsOn: before.filter((other) => intervals(head, other, [0])).length,
      ringsPartial: before.filter((other) => intervals(head, other, PARTIAL_SEMITONES)).length,
      alike: near.length,
      evidenceAlike: near.length === 0 ? ofTake : mean(near),
      leastAlike: near.length === 0 ? ofTake : quantile(near, 0.2),
      ofTake,
      offBeats: Math.abs(deviationBeats),
      offSeconds: Math.abs(deviationSeconds),
      isLate: Number(deviationSeconds > 0),
      doubtSeconds,
    };
  };
}

const logOdds = (evidence: number | undefined) =>
  evidence === undefined
    ? NOTHING_BEGAN
    : clamp(Math.log(evidence / (1 - evidence + 1e-9)), NOTHING_BEGAN, -NOTHING_BEGAN);

const mean = (values: readonly number[]) =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** Of one drum, or of about one pitch. */
function isAlike({ asked: a }: FollowedHead, { asked: b }: FollowedHead): boolean {
  if (a.kind === 'drum' || b.kind === 'drum')
    return a.kind === 'drum' && b.kind === 'drum' && a.drum === b.drum;
  return Math.abs(a.midi - b.midi) <= REGION_SEMITONES;
}

/** Written at one time. */
const isTogether = (a: FollowedHead, b: FollowedHead) => a.onsetQuarters === b.onsetQuarters;

/** Whether the upper one lies one of some intervals over the lower one. */
const intervals = (
  { asked: upper }: FollowedHead,
  { asked: lower }: FollowedHead,
  semitones: readonly number[],
) =>
  upper.kind === 'pitched' && lower.kind === 'pitched'
    ? semitones.includes(upper.midi - lower.midi)
    : semitones.includes(0) && isAlike({ asked: upper } as FollowedHead, { asked: lower } as FollowedHead);
