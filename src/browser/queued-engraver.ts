import pLimit from 'p-limit';
import type { Line } from '@/core/notation';
import type { DrawingWish, Engraving } from '@/engraving/engraving';
import type { EngraveReply, EngraveRequest } from '@/workers/engrave.worker';

/** Draws many lines off the page's thread, one after the other, all with one engraver: it takes a second to be ready. */
export class QueuedEngraver {
  readonly #worker = new Worker(new URL('../workers/engrave.worker.ts', import.meta.url), { type: 'module' });
  readonly #turn = pLimit(1);

  /** @throws Error when it cannot be drawn. */
  draw(line: Line, wish: DrawingWish): Promise<Engraving> {
    return this.#turn(() => this.#ask({ line, wish }));
  }

  end(): void {
    this.#worker.terminate();
  }

  #ask(request: EngraveRequest): Promise<Engraving> {
    return new Promise((resolve, reject) => {
      this.#worker.onmessage = ({ data }: MessageEvent<EngraveReply>) =>
        'problem' in data ? reject(new Error(data.problem)) : resolve(data.engraving);
      this.#worker.onerror = (event) =>
        reject(new Error(event.message || 'the engraver could not be started'));
      this.#worker.postMessage(request);
    });
  }
}
