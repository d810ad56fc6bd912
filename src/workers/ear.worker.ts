/// <reference lib="webworker" />

import { type Check, check, checkHeard, priorsOf } from '@/core/checking';
import { isLastPlayed, policyOf, type Strictness } from '@/core/judging';
import { Listener } from '@/core/listening';
import type { Line } from '@/core/notation';
import { type Accompaniment, type Alongside, afterSkipping, playedAlongside } from '@/core/playback';
import { type Audio, type EchoPath, echoOf, GrowingSamples, maybeEchoPath } from '@/core/signal';

/** Everything that is known before a take begins. */
export interface EarBegin {
  readonly kind: 'begin';
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

export type EarRequest =
  | EarBegin
  /** The next stretch of the recording, as it is kept: 16-bit samples over 32768. */
  | { readonly kind: 'sound'; readonly samples: Float32Array }
  /** Whether the last written note was heard already. */
  | { readonly kind: 'peek' }
  | { readonly kind: 'finish' }
  /** A sound that is there as a whole. */
  | {
      readonly kind: 'whole';
      readonly line: Line;
      readonly audio: Audio;
      readonly askedBpm: number;
      readonly strictness: Strictness;
    };

export type EarReply =
  | { readonly kind: 'path'; readonly path: EchoPath | undefined }
  | { readonly kind: 'now'; readonly midi: number | undefined; readonly levelDb: number }
  | { readonly kind: 'peeked'; readonly isThrough: boolean }
  | { readonly kind: 'checked'; readonly check: Check }
  | { readonly kind: 'failed'; readonly problem: string };

/** A take that is being listened to. */
class LiveTake {
  readonly #begin: EarBegin;
  readonly #before = new GrowingSamples();
  #listener: Listener | undefined;

  constructor(begin: EarBegin) {
    this.#begin = begin;
  }

  hear(samples: Float32Array): void {
    if (this.#listener) {
      this.#listener.push(samples);
      const { latestMidi, latestDb } = this.#listener;
      reply({ kind: 'now', midi: latestMidi, levelDb: latestDb });
      return;
    }
    this.#before.push(samples);
    if (this.#before.length >= this.#begin.skippedSamples) this.#beginListening();
  }

  /** The count-in is over: it tells how the device hears itself. */
  #beginListening(): void {
    const { line, askedBpm, sampleRate, skippedSamples, alongside, accompaniment, mostSamples } = this.#begin;
    const play = (what: Omit<Alongside, 'path'>, length: number) =>
      playedAlongside(line, askedBpm, what, accompaniment, length, sampleRate);
    const counted = { samples: this.#before.samples.slice(0, skippedSamples), sampleRate };
    const path = maybeEchoPath(counted, play(alongside, skippedSamples));
    const isAudible = alongside.click.whilePlaying || alongside.model || alongside.backing;
    // As any other machine makes it from what is kept with the take.
    const kept = afterSkipping(alongside, skippedSamples, sampleRate);
    const echo = path && isAudible ? echoOf(play(kept, mostSamples - skippedSamples), path) : undefined;
    this.#listener = new Listener(sampleRate, { echo, ...priorsOf(line) });
    this.#listener.push(this.#before.samples.slice(skippedSamples));
    reply({ kind: 'path', path });
  }

  isThrough(): boolean {
    const heard = this.#listener?.soFar();
    if (!heard) return false;
    const { line, askedBpm } = this.#begin;
    return isLastPlayed(checkHeard(line, heard, askedBpm).verdict);
  }

  finish(): Check {
    const { line, askedBpm, strictness } = this.#begin;
    if (!this.#listener) this.#beginListening();
    return checkHeard(line, this.#listener!.finish(), askedBpm, policyOf(strictness));
  }
}

let take: LiveTake | undefined;

function reply(message: EarReply): void {
  self.postMessage(message);
}

function answer(request: EarRequest): void {
  switch (request.kind) {
    case 'begin':
      take = new LiveTake(request);
      return;
    case 'sound':
      take?.hear(request.samples);
      return;
    case 'peek':
      reply({ kind: 'peeked', isThrough: take?.isThrough() ?? false });
      return;
    case 'finish': {
      const ended = take;
      take = undefined;
      if (ended) reply({ kind: 'checked', check: ended.finish() });
      return;
    }
    case 'whole': {
      const { line, audio, askedBpm, strictness } = request;
      reply({ kind: 'checked', check: check(line, audio, askedBpm, { policy: policyOf(strictness) }) });
    }
  }
}

self.onmessage = ({ data }: MessageEvent<EarRequest>) => {
  try {
    answer(data);
  } catch (error) {
    reply({ kind: 'failed', problem: error instanceof Error ? error.message : String(error) });
  }
};
