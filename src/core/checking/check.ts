import { type Following, follow, followTogether, type TuningRange } from '../following';
import { maybeInstrument } from '../instruments';
import { judge, type Policy, USUAL_POLICY, type Verdict } from '../judging';
import { type Heard, hear } from '../listening';
import type { Line } from '../notation';
import type { Audio } from '../signal';
import { ownPitchSemitones } from './one-pitch';
import { fadesByItself, priorsOf, severalAtOnce } from './priors';

/** The three layers of a check: two of facts, one of policy. */
export interface Check {
  readonly heard: Heard;
  readonly following: Following;
  readonly verdict: Verdict;
}

export interface CheckOptions {
  readonly policy?: Policy;
  /** What the microphone heard of the device's own sound, as long as the take. */
  readonly echo?: Float32Array | undefined;
}

/**
 * Listens, follows and judges.
 * @param audio the take, mono.
 * @param askedBpm tempo asked for, in beat units of the line's first meter.
 */
export function check(
  line: Line,
  audio: Audio,
  askedBpm: number,
  { policy, echo }: CheckOptions = {},
): Check {
  return checkHeard(line, hear(audio, { echo, ...priorsOf(line) }), askedBpm, policy);
}

/** Follows and judges what was heard. */
export function checkHeard(line: Line, heard: Heard, askedBpm: number, policy: Policy = USUAL_POLICY): Check {
  const following = followHeard(line, heard, askedBpm);
  return { heard, following, verdict: judge(line, following, askedBpm, policy) };
}

/** Lines up what was heard, by all that is known of who plays. */
export function followHeard(line: Line, heard: Heard, askedBpm: number): Following {
  if (severalAtOnce(line)) return followTogether(line, heard, askedBpm);
  const known = { tuningRange: tuningRangeOf(line), fadesByItself: fadesByItself(line) };
  const meant = movedLine(line, ownPitchSemitones(line, heard));
  const written = follow(meant, heard, askedBpm, known);
  const moved = written.transposedSemitones;
  const isOwnOctave =
    moved !== undefined && moved % 12 === 0 && maybeInstrument(line.part.instrument)?.isOctaveFree;
  return isOwnOctave ? follow(movedLine(meant, moved), heard, askedBpm, known) : written;
}

/** The same line, sounding some half steps higher. */
function movedLine(line: Line, semitones: number): Line {
  if (semitones === 0) return line;
  const { part } = line;
  return { ...line, part: { ...part, transpositionSemitones: part.transpositionSemitones + semitones } };
}

/** How far a take of this part may lie from concert pitch; undefined: as usual. */
function tuningRangeOf(line: Line): TuningRange | undefined {
  const cents = maybeInstrument(line.part.instrument)?.tuningRangeCents;
  return cents && { lowestSemitones: cents[0] / 100, highestSemitones: cents[1] / 100 };
}
