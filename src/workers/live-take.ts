import { type Check, checkHeard, priorsOf } from '@/core/checking';
import { isLastPlayed, policyOf, type Strictness } from '@/core/judging';
import { type Heard, type HearingOptions, Listener } from '@/core/listening';
import type { Line } from '@/core/notation';
import { type Accompaniment, type Alongside, afterSkipping, playedAlongside } from '@/core/playback';
import { type EchoPath, echoOf, GrowingSamples, maybeEchoPath } from '@/core/signal';

/** Everything that is known before a take begins. */
export interface LiveTakeFacts {
  readonly line: Line;
  readonly askedBpm: number;
  readonly strictness: Strictness;
  readonly sampleRate: number;
  /** Samples of the recording before the part that is kept: the count-in. */
  readonly skippedSamples: number;
  /** What the device plays; its times are those of the whole recording. */
  readonly alongside: Omit<Alongside, 'path'>;
  readonly accompaniment: Accompaniment;
  /** The longest that the whole recording can get. */
  readonly mostSamples: number;
}

/** What is told while the take is played. */
export type LiveNews =
  /** How the device hears itself; undefined where it does not. */
  | { readonly kind: 'path'; readonly path: EchoPath | undefined }
  /** What sounds at the moment; no pitch where none is clear. */
  | { readonly kind: 'now'; readonly midi: number | undefined; readonly levelDb: number };

/** A take that the ear has ended, and how many samples of the kept part it is made of. */
export interface EarEnd {
  readonly check: Check;
  readonly samples: number;
}

/** A take that is being listened to: most of the work is done when it is over. */
export class LiveTake {
  readonly #known: LiveTakeFacts;
  readonly #tell: (news: LiveNews) => void;
  readonly #before = new GrowingSamples();
  /** The part that is kept, as it came. */
  readonly #kept: GrowingSamples;
  #options: HearingOptions | undefined;
  /** Undefined in the count-in, and after an end that was none. */
  #listener: Listener | undefined;

  constructor(known: LiveTakeFacts, tell: (news: LiveNews) => void) {
    this.#known = known;
    this.#tell = tell;
    this.#kept = new GrowingSamples(Math.max(0, known.mostSamples - known.skippedSamples));
  }

  /** The next stretch of the recording, as it is kept: 16-bit samples over 32768. */
  hear(samples: Float32Array): void {
    if (!this.#options) {
      this.#before.push(samples);
      if (this.#before.length >= this.#known.skippedSamples) this.#beginListening();
      return;
    }
    const listener = this.#listening();
    this.#kept.push(samples);
    listener.push(samples);
    const { latestMidi, latestDb } = listener;
    this.#tell({ kind: 'now', midi: latestMidi, levelDb: latestDb });
  }

  /** The count-in is over: it tells how the device hears itself. */
  #beginListening(): void {
    const { line, askedBpm, sampleRate, skippedSamples, alongside, accompaniment, mostSamples } = this.#known;
    const play = (what: Omit<Alongside, 'path'>, length: number) =>
      playedAlongside(line, askedBpm, what, accompaniment, length, sampleRate);
    const counted = { samples: this.#before.samples.slice(0, skippedSamples), sampleRate };
    const path = maybeEchoPath(counted, play(alongside, skippedSamples));
    const isAudible = alongside.click.whilePlaying || alongside.model || alongside.backing;
    // As any other machine makes it from what is kept with the take.
    const kept = afterSkipping(alongside, skippedSamples, sampleRate);
    const echo = path && isAudible ? echoOf(play(kept, mostSamples - skippedSamples), path) : undefined;
    this.#options = { echo, ...priorsOf(line) };
    this.#kept.push(this.#before.samples.subarray(skippedSamples));
    this.#listening();
    this.#tell({ kind: 'path', path });
  }

  /** What is there so far is heard again where the listener had been told that nothing more would come. */
  #listening(): Listener {
    if (!this.#listener) {
      this.#listener = new Listener(this.#known.sampleRate, this.#options);
      this.#listener.push(this.#kept.samples);
    }
    return this.#listener;
  }

  /** The first look takes the longest: one whose answer nobody waits for, while the line is still being played. */
  warmUp(): void {
    const heard = this.#listener?.soFar();
    if (heard) this.#check(heard);
  }

  /** Ends the take here, if the last written note was heard already. @returns undefined when more is to come. */
  endIfThrough(): EarEnd | undefined {
    if (!this.#options) return undefined;
    const check = this.finish();
    return isLastPlayed(check.verdict) ? { check, samples: this.#kept.length } : undefined;
  }

  /** Ends the take. */
  finish(): Check {
    if (!this.#options) this.#beginListening();
    const listener = this.#listening();
    this.#listener = undefined;
    return this.#check(listener.finish());
  }

  #check(heard: Heard): Check {
    const { line, askedBpm, strictness } = this.#known;
    return checkHeard(line, heard, askedBpm, policyOf(strictness));
  }
}
