import type { Check } from '@/core/checking';
import type { Strictness } from '@/core/judging';
import type { Line } from '@/core/notation';
import type { Audio, EchoPath } from '@/core/signal';
import type { EarBegin, EarReply, EarRequest } from '@/workers/ear.worker';
import type { EarEnd } from '@/workers/live-take';

/** What sounds at the moment, as the ear hears it: without the device's own sound. */
export interface EarNow {
  /** Undefined where no pitch is clear. */
  readonly midi: number | undefined;
  readonly levelDb: number;
}

/** The ear on this device: a worker that listens while a take is played and checks it when it is over. */
export class Ear {
  readonly #worker: Worker;
  readonly #strictness: Strictness;
  #waiting: { readonly kind: EarReply['kind']; settle(reply: EarReply): void; fail(problem: Error): void }[] =
    [];
  onNow: (now: EarNow) => void = () => {};
  onPath: (path: EchoPath | undefined) => void = () => {};

  /** @param strictness by which takes are judged. */
  constructor(strictness: Strictness) {
    this.#strictness = strictness;
    this.#worker = new Worker(new URL('../workers/ear.worker.ts', import.meta.url), { type: 'module' });
    this.#worker.onmessage = ({ data }: MessageEvent<EarReply>) => this.#take(data);
    this.#worker.onerror = (event) => this.#fail(new Error(event.message));
  }

  #take(data: EarReply): void {
    switch (data.kind) {
      case 'now':
        this.onNow(data);
        return;
      case 'path':
        this.onPath(data.path);
        return;
      case 'failed':
        this.#fail(new Error(data.problem));
        return;
      default: {
        const index = this.#waiting.findIndex(({ kind }) => kind === data.kind);
        this.#waiting.splice(index, index < 0 ? 0 : 1)[0]?.settle(data);
      }
    }
  }

  #fail(problem: Error): void {
    for (const { fail } of this.#waiting.splice(0)) fail(problem);
  }

  #send(request: EarRequest, transfer: Transferable[] = []): void {
    this.#worker.postMessage(request, transfer);
  }

  #ask<Kind extends EarReply['kind']>(
    request: EarRequest,
    kind: Kind,
  ): Promise<Extract<EarReply, { kind: Kind }>> {
    return new Promise((resolve, reject) => {
      this.#waiting.push({
        kind,
        settle: (reply) => resolve(reply as Extract<EarReply, { kind: Kind }>),
        fail: reject,
      });
      this.#send(request);
    });
  }

  begin(begin: Omit<EarBegin, 'kind' | 'strictness'>): void {
    this.#send({ kind: 'begin', strictness: this.#strictness, ...begin });
  }

  /** The next stretch of the recording; it is not to be used afterwards. */
  hear(samples: Float32Array<ArrayBuffer>): void {
    this.#send({ kind: 'sound', samples }, [samples.buffer]);
  }

  /** To be called while the line is still being played: then the ear is quick when it is over. */
  warmUp(): void {
    this.#send({ kind: 'warm-up' });
  }

  /** Ends the take here if the last written note was heard already. @returns undefined when more is to come. @throws Error when the ear failed. */
  async endIfThrough(): Promise<EarEnd | undefined> {
    return (await this.#ask({ kind: 'end-if-through' }, 'maybe-ended')).ended;
  }

  /** Ends the take. @throws Error when it cannot be checked. */
  async finish(): Promise<Check> {
    return (await this.#ask({ kind: 'finish' }, 'checked')).check;
  }

  /** Checks a sound that is there as a whole. @throws Error when it cannot be checked. */
  async check(line: Line, audio: Audio, askedBpm: number): Promise<Check> {
    return (
      await this.#ask({ kind: 'whole', line, audio, askedBpm, strictness: this.#strictness }, 'checked')
    ).check;
  }

  /** Loads an ear, so that one is there later without a connection. @throws Error when it cannot be loaded. */
  static async warm(): Promise<void> {
    const ear = new Ear('usual');
    await ear.endIfThrough().finally(() => ear.close());
  }

  close(): void {
    this.#worker.terminate();
    this.#fail(new Error('the ear was closed'));
  }
}
