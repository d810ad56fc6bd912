import type { IDBPDatabase } from 'idb';
import { reportProblem } from './report-problem';
import { isRefusedForGood, sendJson } from './send-json';
import { LONGEST_WAITING_MS } from './take-store';
import { goneAmong, type WhoIsGone } from './who-is-gone';

/** Something that a student did on this device, on its way to the school's server. */
export interface Outgoing {
  /** Made here, so that sending it twice is harmless. */
  readonly id: string;
  readonly userId: string;
}

interface OutboxKind<Entry extends Outgoing> {
  /** Where the server takes it. */
  readonly address: string;
  /** For a report of what went wrong. */
  readonly what: string;
  readonly madeAtMs: (entry: Entry) => number;
  /** As it is sent. */
  readonly sent: (entry: Entry) => object;
}

/**
 * What waits on this device until it has arrived, in a store of the browser; a browser that keeps nothing keeps it as long as the page is
 * open. The older goes first; what comes again in the meantime has grown, and is sent once more.
 */
export class Outbox<Entry extends Outgoing> {
  readonly #db: IDBPDatabase | undefined;
  readonly #store: string;
  readonly #userId: string;
  readonly #kind: OutboxKind<Entry>;
  readonly #here = new Map<string, Entry>();
  #sending: Promise<void> | undefined;

  /** @param db undefined where the browser keeps nothing. @param store of it, with ids for keys. */
  constructor(db: IDBPDatabase | undefined, store: string, userId: string, kind: OutboxKind<Entry>) {
    this.#db = db;
    this.#store = store;
    this.#userId = userId;
    this.#kind = kind;
  }

  /** Keeps one, or what it has grown to. */
  async put(entry: Entry): Promise<void> {
    try {
      if (!this.#db) throw new Error('This browser keeps nothing.');
      await this.#db.put(this.#store, entry);
    } catch (error) {
      if (this.#db) reportProblem(error, `storing ${this.#kind.what}`);
      this.#here.set(entry.id, entry);
    }
  }

  async #all(): Promise<readonly Entry[]> {
    const stored: readonly Entry[] = (await this.#db?.getAll(this.#store)) ?? [];
    return [...stored, ...this.#here.values()].toSorted(
      (a, b) => this.#kind.madeAtMs(a) - this.#kind.madeAtMs(b),
    );
  }

  /** Sends each of one's own; what does not arrive waits. Whoever asks while it goes on waits for the end of it. */
  send(): Promise<void> {
    this.#sending ??= this.#sendAll().finally(() => {
      this.#sending = undefined;
    });
    return this.#sending;
  }

  async #sendAll(): Promise<void> {
    try {
      for (const entry of await this.#all()) {
        if (Date.now() - this.#kind.madeAtMs(entry) > LONGEST_WAITING_MS) await this.#remove(entry);
        else if (entry.userId === this.#userId) {
          if (!(await this.#isThrough(entry))) return;
          await this.#remove(entry);
        }
      }
    } catch (error) {
      reportProblem(error, `sending ${this.#kind.what}`);
    }
  }

  /** Whether the server has it, or never will. */
  async #isThrough(entry: Entry): Promise<boolean> {
    try {
      // What is sent while the page is left still arrives.
      const { ok, status } = await sendJson(this.#kind.address, this.#kind.sent(entry), { keepalive: true });
      return ok || isRefusedForGood(status);
    } catch {
      return false;
    }
  }

  /** Unless it has grown while it was on its way. */
  async #remove(entry: Entry): Promise<void> {
    const { id } = entry;
    if (isSame(this.#here.get(id), entry)) this.#here.delete(id);
    if (isSame(await this.#db?.get(this.#store, id), entry)) await this.#db?.delete(this.#store, id);
  }

  /** What is kept of people who are not there any more goes. @param whoIsGone asks the school's server, which knows. */
  async forgetGone(whoIsGone: WhoIsGone): Promise<void> {
    const all = await this.#all();
    const gone = await goneAmong(all, this.#userId, whoIsGone);
    for (const entry of all) if (gone.has(entry.userId)) await this.#remove(entry);
  }
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
