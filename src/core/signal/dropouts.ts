import type { Audio } from './audio';
import { peakAmplitude } from './audio';

/** Sound that a busy device lost comes as exact zeros; a live microphone never gives as many of them. */
const SHORTEST_SECONDS = 0.0015;
/** Longer ones are taken for what they may be: a silence. */
const LONGEST_SECONDS = 0.045;
/** Beside a dropout the sound is as loud right at its edge as a little further off; a note that ends fades. */
const EDGE_SECONDS = 0.003;
const FURTHER_SECONDS = 0.012;
const EDGE_SHARE = 0.5;
const SOUNDING_AMPLITUDE = 0.003;
/** Lags that are tried when the sound before a dropout is continued: 45 Hz up to 1 kHz. */
const SHORTEST_LAG_SECONDS = 0.001;
const LONGEST_LAG_SECONDS = 0.022;

/** Samples from `start` to before `end` that were lost. */
export interface Dropout {
  readonly start: number;
  readonly end: number;
}

/** Stretches of exact zeros in the middle of sound: what a device drops when it is too busy to record. */
export function findDropouts({ samples, sampleRate }: Audio): Dropout[] {
  const found: Dropout[] = [];
  const edge = Math.round(EDGE_SECONDS * sampleRate);
  const further = Math.round(FURTHER_SECONDS * sampleRate);
  const isCut = (atEdge: number, beyond: number) =>
    atEdge >= SOUNDING_AMPLITUDE && atEdge >= EDGE_SHARE * beyond;
  for (let start = 0; start < samples.length; start++) {
    if (samples[start] !== 0) continue;
    let end = start;
    while (end < samples.length && samples[end] === 0) end++;
    const seconds = (end - start) / sampleRate;
    const isLost =
      seconds >= SHORTEST_SECONDS &&
      seconds <= LONGEST_SECONDS &&
      start >= further &&
      end + further <= samples.length &&
      isCut(peakAmplitude(samples, start - edge, start), peakAmplitude(samples, start - further, start)) &&
      isCut(peakAmplitude(samples, end, end + edge), peakAmplitude(samples, end, end + further));
    if (isLost) found.push({ start, end });
    start = end;
  }
  return found;
}

/**
 * Bridges dropouts with the sound beside them, so that a hole of some milliseconds is not heard as a new note.
 * @returns the same audio when nothing was lost.
 */
export function bridgeDropouts(audio: Audio): Audio {
  const dropouts = findDropouts(audio);
  if (dropouts.length === 0) return audio;
  const samples = audio.samples.slice();
  for (const { start, end } of dropouts) {
    const before = repeatingLag(samples, audio.sampleRate, start, -1);
    const after = repeatingLag(samples, audio.sampleRate, end - 1, 1);
    const length = end - start;
    const forward = continued(samples, start, length, before, 1);
    const backward = continued(samples, end - 1, length, after, -1);
    for (let n = 0; n < length; n++) {
      const share = (n + 0.5) / length;
      samples[start + n] = forward[n]! * (1 - share) + backward[length - 1 - n]! * share;
    }
  }
  return { ...audio, samples };
}

/** Distance at which the sound beside an edge resembles itself best. @param side −1 before the edge, 1 after it. */
function repeatingLag(samples: Float32Array, sampleRate: number, edge: number, side: -1 | 1): number {
  const shortest = Math.max(1, Math.round(SHORTEST_LAG_SECONDS * sampleRate));
  const longest = Math.round(LONGEST_LAG_SECONDS * sampleRate);
  const compared = Math.round(FURTHER_SECONDS * sampleRate) >> 1;
  const at = (distance: number) => samples[edge + side * distance] ?? 0;
  let bestLag = shortest;
  let bestLikeness = Number.NEGATIVE_INFINITY;
  for (let lag = shortest; lag <= longest; lag++) {
    let product = 0;
    let energy = 1e-12;
    for (let n = 1; n <= compared; n++) {
      product += at(n) * at(n + lag);
      energy += at(n + lag) ** 2;
    }
    const likeness = product / Math.sqrt(energy);
    if (likeness > bestLikeness) {
      bestLikeness = likeness;
      bestLag = lag;
    }
  }
  return bestLag;
}

/** The sound going on beyond an edge, a lag's length over and over. @param way 1 onwards from before it, −1 back from after it. */
function continued(samples: Float32Array, edge: number, length: number, lag: number, way: -1 | 1): number[] {
  return Array.from({ length }, (_, n) => samples[edge - way * lag + way * (n % lag)] ?? 0);
}
