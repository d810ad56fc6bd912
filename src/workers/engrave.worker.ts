/// <reference lib="webworker" />
import type { Line } from '@/core/notation';
import { type DrawingWish, type Engraving, engrave } from '@/engraving';

export interface EngraveRequest {
  readonly line: Line;
  readonly wish: DrawingWish;
}

export type EngraveReply = { readonly engraving: Engraving } | { readonly problem: string };

self.onmessage = async ({ data }: MessageEvent<EngraveRequest>) => {
  let reply: EngraveReply;
  try {
    reply = { engraving: await engrave(data.line, data.wish) };
  } catch (error) {
    reply = { problem: error instanceof Error ? error.message : String(error) };
  }
  self.postMessage(reply);
};
