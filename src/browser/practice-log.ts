import { type IDBPDatabase, openDB } from 'idb';
import { dayOf } from '@/core/calendar';
import { Outbox, type Outgoing } from './outbox';
import { reportProblem } from './report-problem';
import type { WhoIsGone } from './who-is-gone';

/** A stretch of practice on this device, on its way to the book. It grows while somebody goes on. */
export interface KeptSpell extends Outgoing {
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

/** What a student answered in a minute of reading. */
export interface KeptAnswer extends Outgoing {
  readonly item: string;
  readonly isRight: boolean;
  readonly day: string;
  readonly answeredAtMs: number;
}

const NAME = 'mevlo-practice';
const VERSION = 2;
const SEND_EVERY_MS = 60_000;
/** One passage follows the other: not each is sent by itself. */
const SEND_SOON_MS = 3000;

/**
 * What a student has practised and answered, kept on this device until it is in the book: without a connection, and when the page is closed
 * in the middle.
 */
export class PracticeLog {
  readonly #db: IDBPDatabase | undefined;
  readonly #userId: string;
  readonly #spells: Outbox<KeptSpell>;
  readonly #answers: Outbox<KeptAnswer>;
  /** The stretches since the page was opened, by day and stage. */
  readonly #goingOn = new Map<string, Pick<KeptSpell, 'id' | 'seconds'>>();
  #timer: ReturnType<typeof setInterval> | undefined;
  #soon: ReturnType<typeof setTimeout> | undefined;
  readonly #listening = new AbortController();

  private constructor(db: IDBPDatabase | undefined, userId: string) {
    this.#db = db;
    this.#userId = userId;
    this.#spells = new Outbox(db, 'spells', userId, {
      address: '/api/practised',
      what: 'practice',
      madeAtMs: ({ endedAtMs }) => endedAtMs,
      sent: ({ userId: _, endedAtMs, ...spell }) => ({
        ...spell,
        endedAt: new Date(endedAtMs).toISOString(),
      }),
    });
    this.#answers = new Outbox(db, 'answers', userId, {
      address: '/api/answers',
      what: 'an answer',
      madeAtMs: ({ answeredAtMs }) => answeredAtMs,
      sent: ({ userId: _, answeredAtMs: __, ...answer }) => answer,
    });
  }

  static async open(userId: string): Promise<PracticeLog> {
    const db = await openDB(NAME, VERSION, {
      upgrade: (fresh, from) => {
        if (from < 1) fresh.createObjectStore('spells', { keyPath: 'id' });
        if (from < 2) fresh.createObjectStore('answers', { keyPath: 'id' });
      },
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
    await this.#spells.put({ ...spell, userId: this.#userId });
    this.#sendSoon();
  }

  /** Keeps what was answered. */
  async answer(item: string, isRight: boolean): Promise<void> {
    const now = new Date();
    await this.#answers.put({
      ...{ id: crypto.randomUUID(), userId: this.#userId, item, isRight },
      ...{ day: dayOf(now), answeredAtMs: now.getTime() },
    });
    this.#sendSoon();
  }

  #sendSoon(): void {
    clearTimeout(this.#soon);
    this.#soon = setTimeout(this.#send, SEND_SOON_MS);
  }

  /** Sends what is one's own; what does not arrive waits. */
  async send(): Promise<void> {
    await Promise.all([this.#spells.send(), this.#answers.send()]);
  }

  /** What is kept of people who are not there any more goes. @param whoIsGone asks the school's server, which knows. */
  async forgetGone(whoIsGone: WhoIsGone): Promise<void> {
    await this.#spells.forgetGone(whoIsGone);
    await this.#answers.forgetGone(whoIsGone);
  }

  close(): void {
    clearInterval(this.#timer);
    clearTimeout(this.#soon);
    this.#listening.abort();
    this.#db?.close();
  }
}
