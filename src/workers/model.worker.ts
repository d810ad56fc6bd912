/// <reference lib="webworker" />
import type { BackingKind } from '@/core/accompanying';
import type { Line } from '@/core/notation';
import type { ModelWish } from '@/core/playing';
import type { SoundBlock } from '@/core/signal';
import type { BankReader } from '@/core/sounding';

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

self.onmessage = async ({ data }: MessageEvent<ModelRequest>) => {
  const { line, bpm, sampleRate, what } = data;
  try {
    // The synthesiser makes itself ready while it loads; a module that waited for it would miss the request.
    const { backingOf, modelOf, renderSampled } = await import('@/core/sounding');
    const found =
      what.kind === 'model'
        ? modelOf(line, bpm, what.wish)
        : what.kind === 'backing'
          ? backingOf(line, bpm, what.backing)
          : undefined;
    if (found) {
      for await (const block of renderSampled(found.model, await readBank(found.bank), sampleRate)) {
        reply({ kind: 'block', block }, [block.samples.buffer]);
      }
    }
    reply({ kind: 'done' });
  } catch (error) {
    reply({ kind: 'failed', problem: error instanceof Error ? error.message : String(error) });
  }
};
