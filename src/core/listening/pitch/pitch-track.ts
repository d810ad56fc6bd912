import { WAVERING_SEMITONES } from '../../pitch';
import { PITCH } from '../model/hearing';
import { CANDIDATES_PER_FRAME, type PitchCandidates, plausibility } from './pitch-detector';

const IMPOSSIBLE = Number.POSITIVE_INFINITY;

/**
 * The most plausible course of pitch through all frames (Viterbi search over the candidates of each).
 * @param candidates `CANDIDATES_PER_FRAME` places per frame.
 * @returns chosen place per frame; undefined where there is no pitch.
 * Source: the search of M. Mauch, S. Dixon, "pYIN", ICASSP 2014, section 2.2, with costs instead of probabilities.
 */
export function trackPitch(candidates: PitchCandidates, frameCount: number): readonly (number | undefined)[] {
  const states = CANDIDATES_PER_FRAME + 1;
  const silent = CANDIDATES_PER_FRAME;
  let costs = new Float64Array(states);
  let next = new Float64Array(states);
  const cameFrom = new Uint8Array(frameCount * states);
  for (let frame = 0; frame < frameCount; frame++) {
    const at = frame * CANDIDATES_PER_FRAME;
    for (let state = 0; state < states; state++) {
      const own = state === silent ? PITCH.costOfSilence : candidateCost(candidates, at + state);
      let best = IMPOSSIBLE;
      for (let from = 0; from < states; from++) {
        const cost =
          frame === 0 ? 0 : costs[from]! + moveCost(candidates, from, at - CANDIDATES_PER_FRAME, state, at);
        if (cost < best) {
          best = cost;
          cameFrom[frame * states + state] = from;
        }
      }
      next[state] = best + own;
    }
    [costs, next] = [next, costs];
  }
  return traceBack(costs, cameFrom, frameCount, states);
}

function candidateCost({ midi, height }: PitchCandidates, place: number): number {
  if (height[place]! === 0) return IMPOSSIBLE;
  return 1 - plausibility(height[place]!, midi[place]!);
}

function moveCost(
  { midi, height }: PitchCandidates,
  from: number,
  fromAt: number,
  to: number,
  toAt: number,
): number {
  const fromSilent = from === CANDIDATES_PER_FRAME;
  const toSilent = to === CANDIDATES_PER_FRAME;
  if (fromSilent && toSilent) return 0;
  if (fromSilent || toSilent) return PITCH.costOfEntering;
  if (height[fromAt + from]! === 0 || height[toAt + to]! === 0) return IMPOSSIBLE;
  const difference = midi[toAt + to]! - midi[fromAt + from]!;
  const moved = difference < 0 ? -difference : difference;
  if (moved < WAVERING_SEMITONES) return 0;
  return Math.abs(moved - 12 * Math.round(moved / 12)) < WAVERING_SEMITONES
    ? PITCH.costOfOctaveJump
    : PITCH.costOfJump;
}

function traceBack(
  costs: Float64Array,
  cameFrom: Uint8Array,
  frameCount: number,
  states: number,
): (number | undefined)[] {
  const path = new Array<number | undefined>(frameCount);
  let state = costs.indexOf(Math.min(...costs));
  for (let frame = frameCount - 1; frame >= 0; frame--) {
    path[frame] = state === CANDIDATES_PER_FRAME ? undefined : frame * CANDIDATES_PER_FRAME + state;
    state = cameFrom[frame * states + state]!;
  }
  return path;
}
