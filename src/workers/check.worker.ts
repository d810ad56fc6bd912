/// <reference lib="webworker" />
import { type Check, check } from '@/core/checking';
import type { Line } from '@/core/notation';
import type { Audio } from '@/core/signal';

export interface CheckRequest {
  readonly line: Line;
  readonly audio: Audio;
  readonly askedBpm: number;
}

self.onmessage = ({ data }: MessageEvent<CheckRequest>) => {
  const reply: Check = check(data.line, data.audio, data.askedBpm);
  self.postMessage(reply);
};
