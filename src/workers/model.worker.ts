/// <reference lib="webworker" />
import type { Line } from '@/core/notation';
import {
  type BackingKind,
  type BankReader,
  backingOf,
  loadSynthesiser,
  type ModelWish,
  modelOf,
  renderSampled,
} from '@/core/playback';
import type { SoundBlock } from '@/core/signal';

export interface ModelRequest {
  readonly line: Line;
  readonly bpm: number;
  readonly sampleRate: number;
  /** The line itself, or something plain to play with. */
  readonly what:
    | { readonly kind: 'model'; readonly wish: ModelWish }
    | { readonly kind: 'backing'; readonly backing: BackingKind }
    /** Nothing yet: only load what is needed for it. */
    | { readonly kind: 'nothing' };
}

export type ModelReply =
  | { readonly kind: 'block'; readonly block: SoundBlock }
  | { readonly kind: 'done' }
  | { readonly kind: 'failed'; readonly problem: string };

const readBank: BankReader = async (name) => {
  const response = await fetch(`/sounds/${name}.sf3`);
  if (!response.ok) throw new Error(`the sounds of the ${name} could not be loaded`);
  return new Uint8Array(await response.arrayBuffer());
};

function reply(message: ModelReply, transfer: Transferable[] = []): void {
  self.postMessage(message, transfer);
}

function maybeSound(line: Line, bpm: number, what: ModelRequest['what']) {
  switch (what.kind) {
    case 'model':
      return modelOf(line, bpm, what.wish);
    case 'backing':
      return backingOf(line, bpm, what.backing);
    case 'nothing':
      return undefined;
  }
}

self.onmessage = async ({ data }: MessageEvent<ModelRequest>) => {
  const { line, bpm, sampleRate, what } = data;
  try {
    const found = maybeSound(line, bpm, what);
    if (!found) await loadSynthesiser();
    else {
      for await (const block of renderSampled(found.model, await readBank(found.bank), sampleRate)) {
        reply({ kind: 'block', block }, [block.samples.buffer]);
      }
    }
    reply({ kind: 'done' });
  } catch (error) {
    reply({ kind: 'failed', problem: error instanceof Error ? error.message : String(error) });
  }
};
