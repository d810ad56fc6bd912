import { maybeMedianSlope } from '../base';
import type { Following } from '../following';
import { type Line, type TempoSpan, type TimedMeasure, tempoSpans } from '../notation';
import { evenBeats } from '../tempo';
import { compare, type Rational, toNumber } from '../time';

/** How fast one performed measure was played. */
export interface MeasureTempo {
  /** As printed, from 1; 0 for a pickup. */
  readonly number: number;
  /** Beat units of the line's first meter a minute; in a new tempo, what that makes in the opening one. */
  readonly bpm: number;
}

/** How the tempo went through a take. */
export interface TempoCourse {
  /** Of the measures that were played through into the next one, in written order. */
  readonly measures: readonly MeasureTempo[];
  /** Share of the tempo that was won (positive) or lost from the first of them to the last; undefined for fewer than four. */
  readonly driftShare: number | undefined;
}

/** Fewer measures do not tell a drift from one late entry. */
const FEWEST_MEASURES = 4;
/** A measure this much faster or slower than the take holds a stop or a jump. */
const LIKELY_SHARES = [0.6, 1.6] as const;

/**
 * Measures the tempo, as a share of what is written there, from one measure's start to the next one's; where the player stopped or went back there is none.
 * The drift is the median of all slopes between two measures, so that one odd measure says nothing.
 */
export function tempoCourseOf(
  line: Line,
  measures: readonly TimedMeasure[],
  { measureSeconds, interruptions, playedBpm }: Following,
): TempoCourse {
  if (playedBpm === undefined) return { measures: [], driftShare: undefined };
  const beatsAt = evenBeats(line);
  const free = tempoSpans(line).filter(({ kind }) => kind !== 'steady');
  const found = measures.flatMap(({ index, number, onsetQuarters }) => {
    const [start, end, next] = [measureSeconds[index], measureSeconds[index + 1], measures[index + 1]];
    const isBroken = interruptions.some((stop) => stop.measureIndex === index);
    if (start === undefined || end === undefined || !next || isBroken || end <= start) return [];
    if (free.some((span) => overlaps(span, onsetQuarters, next.onsetQuarters))) return [];
    const beats = beatsAt(toNumber(next.onsetQuarters)) - beatsAt(toNumber(onsetQuarters));
    const bpm = (60 * beats) / (end - start);
    const share = bpm / playedBpm;
    return share < LIKELY_SHARES[0] || share > LIKELY_SHARES[1] ? [] : [{ index, number, bpm }];
  });
  return {
    measures: found.map(({ number, bpm }) => ({ number, bpm })),
    driftShare: found.length < FEWEST_MEASURES ? undefined : driftOf(found) / playedBpm,
  };
}

const overlaps = (span: TempoSpan, from: Rational, to: Rational) =>
  compare(span.fromQuarters, to) < 0 && compare(from, span.toQuarters) < 0;

/** How many beats a minute lie between the first and the last measure, on the line that fits most of them. */
function driftOf(found: readonly { readonly index: number; readonly bpm: number }[]): number {
  const points = found.map(({ index, bpm }) => ({ x: index, y: bpm }));
  return (maybeMedianSlope(points, 1) ?? 0) * (points.at(-1)!.x - points[0]!.x);
}

/** Less is steady: of the evaluation's steady takes 95 in 100 drift by less than 0.025, of those that rush on purpose none. */
const DRIFT_SHARE = 0.05;

/** What a drift means, in one sentence. @param course of a take whose mean tempo is `playedBpm`. */
export function describeDrift({
  playedBpm,
  course: { driftShare },
}: {
  readonly playedBpm: number | undefined;
  readonly course: TempoCourse;
}): string {
  if (playedBpm === undefined || driftShare === undefined)
    return 'Too little was played in one go to tell a drift.';
  if (Math.abs(driftShare) < DRIFT_SHARE) return 'It stayed steady.';
  const [from, to] = [-0.5, 0.5].map((half) => Math.round(playedBpm * (1 + half * driftShare)));
  return driftShare > 0
    ? `It got faster, from about ${from} to ${to}: wait for the beat.`
    : `It got slower, from about ${from} to ${to}: keep it going.`;
}
