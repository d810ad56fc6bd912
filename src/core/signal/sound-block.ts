import type { Audio } from './audio';

/** A stretch of a sound that is made bit by bit: `samples` begin at a place of the whole. */
export interface SoundBlock extends Audio {
  readonly fromSample: number;
}

/** Consecutive blocks, the first from 0 on, as one sound; undefined without any. */
export function joinBlocks(blocks: readonly SoundBlock[]): Audio | undefined {
  const last = blocks.at(-1);
  if (!last) return undefined;
  const samples = new Float32Array(last.fromSample + last.samples.length);
  for (const block of blocks) samples.set(block.samples, block.fromSample);
  return { samples, sampleRate: last.sampleRate };
}
