import type { EngraveReply, EngraveRequest } from '@/workers/engrave.worker';

/**
 * Draws a line off the page's thread while it is being written. Only the newest state is drawn: what was asked for
 * while the engraver was busy and changed again meanwhile is passed over.
 */
export class LiveEngraver {
  readonly #worker = new Worker(new URL('../workers/engrave.worker.ts', import.meta.url), { type: 'module' });
  #waiting: EngraveRequest | undefined;
  #isBusy = false;

  /** @param show gets every drawing, and what went wrong instead of one. */
  constructor(show: (reply: EngraveReply) => void) {
    this.#worker.onmessage = ({ data }: MessageEvent<EngraveReply>) => {
      this.#isBusy = false;
      this.#sendWaiting();
      show(data);
    };
    this.#worker.onerror = (event) => {
      this.#isBusy = false;
      show({ problem: event.message || 'the engraver could not be started' });
    };
  }

  draw(request: EngraveRequest): void {
    this.#waiting = request;
    this.#sendWaiting();
  }

  end(): void {
    this.#worker.terminate();
  }

  #sendWaiting(): void {
    if (this.#isBusy || !this.#waiting) return;
    this.#isBusy = true;
    this.#worker.postMessage(this.#waiting);
    this.#waiting = undefined;
  }
}
