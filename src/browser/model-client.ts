import type { Line } from '@/core/notation';
import { type Audio, joinBlocks, type SoundBlock } from '@/core/signal';
import type { ModelReply, ModelRequest } from '@/workers/model.worker';

/** Sampled sound that arrives block by block from its worker. */
export class SoundStream {
  readonly blocks: SoundBlock[] = [];
  /** Settles when the first block is there, or when there is none to come. */
  readonly begun: Promise<void>;
  /** Settles when everything is there. Rejects when the sounds could not be made. */
  readonly complete: Promise<void>;
  readonly #worker: Worker;

  constructor(request: ModelRequest) {
    this.#worker = new Worker(new URL('../workers/model.worker.ts', import.meta.url), { type: 'module' });
    let begin: () => void;
    let fail: (problem: Error) => void;
    this.begun = new Promise((resolve, reject) => {
      begin = resolve;
      fail = reject;
    });
    this.complete = new Promise((resolve, reject) => {
      this.#worker.onmessage = ({ data }: MessageEvent<ModelReply>) => {
        if (data.kind === 'block') {
          this.blocks.push(data.block);
          begin();
          return;
        }
        this.#worker.terminate();
        if (data.kind === 'done') {
          begin();
          resolve();
        } else {
          fail(new Error(data.problem));
          reject(new Error(data.problem));
        }
      };
      this.#worker.onerror = (event) => {
        fail(new Error(event.message));
        reject(new Error(event.message));
      };
    });
    // Whoever waits for one of them gets the reason; nobody need wait for both.
    this.begun.catch(() => {});
    this.complete.catch(() => {});
    this.#worker.postMessage(request);
  }

  /** All blocks in one, once it is complete; undefined when there is no sound. */
  joined(): Audio | undefined {
    return joinBlocks(this.blocks);
  }

  stop(): void {
    this.#worker.terminate();
  }
}

/** Loads the synthesiser, so that it is there later without a connection. @throws Error when it cannot be loaded. */
export async function warmSynthesiser(line: Line): Promise<void> {
  await new SoundStream({ line, bpm: 60, sampleRate: 22050, what: { kind: 'nothing' } }).complete;
}
