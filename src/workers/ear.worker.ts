/// <reference lib="webworker" />

import { type Check, check } from '@/core/checking';
import { policyOf, type Strictness } from '@/core/judging';
import type { Line } from '@/core/notation';
import type { Audio } from '@/core/signal';
import { type EarEnd, type LiveNews, LiveTake, type LiveTakeFacts } from './live-take';

export type EarBegin = LiveTakeFacts & { readonly kind: 'begin' };

export type EarRequest =
  | EarBegin
  | { readonly kind: 'sound'; readonly samples: Float32Array }
  | { readonly kind: 'warm-up' }
  | { readonly kind: 'end-if-through' }
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
  | LiveNews
  /** Undefined when more is to come. */
  | { readonly kind: 'maybe-ended'; readonly ended: EarEnd | undefined }
  | { readonly kind: 'checked'; readonly check: Check }
  | { readonly kind: 'failed'; readonly problem: string };

let take: LiveTake | undefined;

function reply(message: EarReply): void {
  self.postMessage(message);
}

function answer(request: EarRequest): void {
  switch (request.kind) {
    case 'begin':
      take = new LiveTake(request, reply);
      return;
    case 'sound':
      take?.hear(request.samples);
      return;
    case 'warm-up':
      take?.warmUp();
      return;
    case 'end-if-through': {
      const ended = take?.endIfThrough();
      if (ended) take = undefined;
      reply({ kind: 'maybe-ended', ended });
      return;
    }
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
