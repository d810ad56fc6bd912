import { type Audio, peakAmplitude } from './audio';
import { GrowingSamples } from './growing-samples';

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

/** How much of the sound after a hole must be known before it can be bridged: the longest lag and what is compared. */
const KNOWN_AFTER_SECONDS = LONGEST_LAG_SECONDS + FURTHER_SECONDS;

/**
 * Bridges dropouts (stretches of exact zeros in the middle of sound: what a device drops when it is too busy to record)
 * with the sound beside them, so that a hole of some milliseconds is not heard as a new note. Works on a recording
 * that is still growing: what is settled does not change any more, however the sound goes on.
 */
export class DropoutBridge {
  readonly #sampleRate: number;
  readonly #sound: GrowingSamples;
  /** Everything before it is settled. */
  #settled = 0;
  #isInSilence = false;

  /** @param sampleRate in hertz. @param expectedSamples how many there will be; more are welcome. */
  constructor(sampleRate: number, expectedSamples?: number) {
    this.#sampleRate = sampleRate;
    this.#sound = new GrowingSamples(expectedSamples);
  }

  get settled(): number {
    return this.#settled;
  }

  /** All that came, bridged as far as `settled`. */
  get samples(): Float32Array<ArrayBuffer> {
    return this.#sound.samples;
  }

  push(block: Float32Array): void {
    this.#sound.push(block);
    this.#advance(false);
  }

  /** Nothing follows: all is settled. */
  end(): void {
    this.#advance(true);
  }

  #advance(isEnd: boolean): void {
    const { samples } = this;
    const { length } = samples;
    const longest = Math.round(LONGEST_SECONDS * this.#sampleRate);
    const known = isEnd ? length : length - Math.round(KNOWN_AFTER_SECONDS * this.#sampleRate);
    let at = this.#settled;
    while (at < known) {
      if (samples[at] !== 0) {
        this.#isInSilence = false;
        at++;
        continue;
      }
      let end = at;
      while (end < length && samples[end] === 0) end++;
      if (this.#isInSilence || end - at > longest) {
        // A silence, however long it gets.
        this.#isInSilence = end === length;
        at = Math.min(end, known);
        if (at < end) this.#isInSilence = true;
        continue;
      }
      if (!isEnd && end > known) break;
      if (isDropout(samples, this.#sampleRate, at, end)) bridge(samples, this.#sampleRate, at, end);
      at = end;
    }
    this.#settled = Math.max(this.#settled, Math.min(at, length));
  }
}

/** @returns the same audio with its dropouts bridged. */
export function bridgeDropouts({ samples, sampleRate }: Audio): Audio {
  const bridge = new DropoutBridge(sampleRate);
  bridge.push(samples);
  bridge.end();
  return { samples: bridge.samples, sampleRate };
}

function isDropout(samples: Float32Array, sampleRate: number, start: number, end: number): boolean {
  const edge = Math.round(EDGE_SECONDS * sampleRate);
  const further = Math.round(FURTHER_SECONDS * sampleRate);
  const seconds = (end - start) / sampleRate;
  if (seconds < SHORTEST_SECONDS || seconds > LONGEST_SECONDS) return false;
  if (start < further || end + further > samples.length) return false;
  return (
    isCut(peakAmplitude(samples, start - edge, start), peakAmplitude(samples, start - further, start)) &&
    isCut(peakAmplitude(samples, end, end + edge), peakAmplitude(samples, end, end + further))
  );
}

/** A note that ends fades; a hole has a hard edge. */
function isCut(atEdge: number, beyond: number): boolean {
  return atEdge >= SOUNDING_AMPLITUDE && atEdge >= EDGE_SHARE * beyond;
}

/** Fills a hole from both sides. */
function bridge(samples: Float32Array, sampleRate: number, start: number, end: number): void {
  const before = repeatingLag(samples, sampleRate, start, -1);
  const after = repeatingLag(samples, sampleRate, end - 1, 1);
  const length = end - start;
  const forward = continued(samples, start, length, before, 1);
  const backward = continued(samples, end - 1, length, after, -1);
  for (let n = 0; n < length; n++) {
    const share = (n + 0.5) / length;
    samples[start + n] = forward[n]! * (1 - share) + backward[length - 1 - n]! * share;
  }
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
