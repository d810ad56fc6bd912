import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { brotliCompressSync, brotliDecompressSync } from 'node:zlib';
import { type Heard, LISTENING_VERSION } from '@/core/listening';

/** Relative to the project's root. */
const PATH = 'demo/term/heard.json.br';

/**
 * What the ear heard of the demo's takes, worked out ahead: an hour of playing would take the first start minutes to listen to.
 * `npm run keep-demo` makes it anew. What is not kept, or by an earlier ear, is listened to.
 */
export class KeptHeard {
  readonly #kept: Map<string, Heard>;
  readonly #used = new Map<string, Heard>();
  /** Takes that had to be listened to. */
  listenedTo = 0;

  constructor() {
    const kept: Record<string, Heard> = existsSync(PATH)
      ? JSON.parse(brotliDecompressSync(readFileSync(PATH)).toString('utf8'))
      : {};
    this.#kept = new Map(Object.entries(kept).filter(([, { version }]) => version === LISTENING_VERSION));
  }

  /** Takes that need not be listened to by the ear of now. */
  get size(): number {
    return this.#kept.size;
  }

  /** @param take everything that makes its sound. @param listen hears it where it is not kept. */
  of(take: unknown, listen: () => Heard): Heard {
    const key = createHash('sha256').update(JSON.stringify(take)).digest('base64url').slice(0, 16);
    const kept = this.#kept.get(key);
    if (!kept) this.listenedTo++;
    const heard = kept ?? listen();
    this.#used.set(key, heard);
    return heard;
  }

  /** Keeps what was used, and nothing else. */
  keep(): void {
    writeFileSync(PATH, brotliCompressSync(JSON.stringify(Object.fromEntries(this.#used))));
  }
}
