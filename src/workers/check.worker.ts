/// <reference lib="webworker" />
import { type Check, check } from '@/core/checking';
import type { Line } from '@/core/notation';
import type { Audio } from '@/core/signal';

export interface CheckRequest {
  readonly line: Line;
  readonly audio: Audio;
  readonly askedBpm: number;
}

export type CheckReply =
  | { readonly ok: true; readonly check: Check }
  | { readonly ok: false; readonly problem: string };

self.onmessage = ({ data }: MessageEvent<CheckRequest>) => {
  let reply: CheckReply;
  try {
    reply = { ok: true, check: check(data.line, data.audio, data.askedBpm) };
  } catch (error) {
    reply = { ok: false, problem: error instanceof Error ? error.message : 'unknown' };
  }
  self.postMessage(reply);
};
