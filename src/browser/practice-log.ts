import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { dayOf } from '@/core/calendar';
import { reportProblem } from './report-problem';
import { isRefusedForGood, sendJson } from './send-json';
import { LONGEST_WAITING_MS } from './take-store';

/** A stretch of practice on this device, on its way to the book. It grows while somebody goes on. */
export interface KeptSpell {
  /** Made here, so that sending it twice is harmless. */
  readonly id: string;
  readonly userId: string;
  /** Undefined for reading. */
  readonly assignmentId: string | undefined;
  readonly stage: string | undefined;
  /** Where the student is, `YYYY-MM-DD`. */
  readonly day: string;
  readonly seconds: number;
  /** Where it stopped, as far as there is such a place. */
  readonly bpm: number | undefined;
  readonly measures: { readonly first: number; readonly last: number } | undefined;
  readonly endedAtMs: number;
}

/** What was practised, and where it stopped. */
export type Practised = Pick<KeptSpell, 'assignmentId' | 'stage' | 'bpm' | 'measures'>;

interface Schema extends DBSchema {
  spells: { key: string; value: KeptSpell };
}

const NAME = 'mevlo-practice';
const SEND_EVERY_MS = 60_000;
/** One passage follows the other: not each is sent by itself. */
const SEND_SOON_MS = 3000;

/**
 * The minutes that a student has practised, kept on this device until they are in the book: without a connection, and when the page is closed
 * in the middle. A browser that keeps nothing keeps them as long as the page is open.
 */
export class PracticeLog {
  readonly #db: IDBPDatabase<Schema> | undefined;
  readonly #userId: string;
  readonly #here = new Map<string, KeptSpell>();
  /** The stretches since the page was opened, by day and stage. */
  readonly #goingOn = new Map<string, Pick<KeptSpell, 'id' | 'seconds'>>();
  #timer: ReturnType<typeof setInterval> | undefined;
  #soon: ReturnType<typeof setTimeout> | undefined;
  readonly #listening = new AbortController();
  #isSending = false;

  private constructor(db: IDBPDatabase<Schema> | undefined, userId: string) {
    this.#db = db;
    this.#userId = userId;
  }

  static async open(userId: string): Promise<PracticeLog> {
    const db = await openDB<Schema>(NAME, 1, {
      upgrade: (fresh) => void fresh.createObjectStore('spells', { keyPath: 'id' }),
    }).catch((error: unknown) => {
      reportProblem(error, 'opening the store of practice');
      return undefined;
    });
    return new PracticeLog(db, userId);
  }

  /** Sends what waits, now and from time to time. */
  begin(): void {
    void this.send();
    this.#timer ??= setInterval(() => void this.send(), SEND_EVERY_MS);
    const { signal } = this.#listening;
    window.addEventListener('online', this.#send, { signal });
    document.addEventListener('visibilitychange', this.#send, { signal });
  }

  readonly #send = () => void this.send();

  /** Adds to the stretch that goes on, today and in this stage, or begins one. */
  async add(seconds: number, what: Practised): Promise<void> {
    const day = dayOf(new Date());
    const key = `${day} ${what.assignmentId} ${what.stage}`;
    const before = this.#goingOn.get(key);
    const spell = {
      ...what,
      id: before?.id ?? crypto.randomUUID(),
      day,
      seconds: (before?.seconds ?? 0) + Math.max(1, Math.round(seconds)),
      endedAtMs: Date.now(),
    };
    this.#goingOn.set(key, spell);
    await this.note(spell);
  }

  /** Keeps a stretch, or what it has grown to. */
  async note(spell: Omit<KeptSpell, 'userId'>): Promise<void> {
    const mine = { ...spell, userId: this.#userId };
    try {
      if (!this.#db) throw new Error('This browser keeps nothing.');
      await this.#db.put('spells', mine);
    } catch (error) {
      if (this.#db) reportProblem(error, 'storing practice');
      this.#here.set(mine.id, mine);
    }
    clearTimeout(this.#soon);
    this.#soon = setTimeout(this.#send, SEND_SOON_MS);
  }

  async #all(): Promise<readonly KeptSpell[]> {
    return [...((await this.#db?.getAll('spells')) ?? []), ...this.#here.values()];
  }

  /** Sends each of one's own; what does not arrive waits. */
  async send(): Promise<void> {
    if (this.#isSending) return;
    this.#isSending = true;
    try {
      for (const spell of await this.#all()) {
        if (Date.now() - spell.endedAtMs > LONGEST_WAITING_MS) await this.#remove(spell);
        else if (spell.userId === this.#userId) {
          const status = await sendSpell(spell);
          const isDone = status !== undefined && (status < 300 || isRefusedForGood(status));
          if (!isDone) return;
          await this.#remove(spell);
        }
      }
    } catch (error) {
      reportProblem(error, 'sending practice');
    } finally {
      this.#isSending = false;
    }
  }

  /** Unless it has grown while it was on its way. */
  async #remove({ id, seconds }: KeptSpell): Promise<void> {
    if (this.#here.get(id)?.seconds === seconds) this.#here.delete(id);
    if ((await this.#db?.get('spells', id))?.seconds === seconds) await this.#db?.delete('spells', id);
  }

  /** What is kept of people who are not there any more goes. @param whoIsGone asks the school's server, which knows. */
  async forgetGone(whoIsGone: (userIds: readonly string[]) => Promise<readonly string[]>): Promise<void> {
    const all = await this.#all();
    const others = new Set(all.map(({ userId }) => userId));
    others.delete(this.#userId);
    if (others.size === 0) return;
    const gone = new Set(await whoIsGone([...others]));
    for (const spell of all) if (gone.has(spell.userId)) await this.#remove(spell);
  }

  close(): void {
    clearInterval(this.#timer);
    clearTimeout(this.#soon);
    this.#listening.abort();
    this.#db?.close();
  }
}

/** @returns how the server answered; undefined when it did not. */
async function sendSpell({ userId: _, endedAtMs, ...spell }: KeptSpell): Promise<number | undefined> {
  try {
    const sent = { ...spell, endedAt: new Date(endedAtMs).toISOString() };
    // What is sent while the page is left still arrives.
    const response = await sendJson('/api/practised', sent, { keepalive: true });
    return response.status;
  } catch {
    return undefined;
  }
}
