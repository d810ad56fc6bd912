import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Alongside } from '@/core/playback';
import type { SelfRating } from '@/core/practice';
import { writePcmWav } from '@/core/signal';

/** Where a take on this device stands. */
export type KeptState =
  /** Being recorded, or cut off while it was. */
  | 'recording'
  /** Complete, and nowhere but here. */
  | 'kept'
  /** To be handed in as soon as the school's server can be reached. */
  | 'waiting'
  /** The server will never take it; the reason stands beside it. */
  | 'refused';

/** A take on this device. */
export interface KeptTake {
  readonly id: string;
  /** Whose it is: several students may share a device. */
  readonly userId: string;
  readonly assignmentId: string;
  /** Of the plan; undefined for the whole line without a plan. */
  readonly stage: string | undefined;
  /** For the list: `7 Three lanterns`. */
  readonly title: string;
  readonly askedBpm: number;
  readonly source: 'recorded' | 'file';
  readonly recordedAtMs: number;
  readonly state: KeptState;
  readonly problem: string | undefined;
  readonly alongside: Alongside | undefined;
  readonly selfRating: SelfRating | undefined;
  /** The whole file, once it is complete. */
  readonly sound: ArrayBuffer | undefined;
  /** In hertz, while it is being recorded. */
  readonly sampleRate: number;
}

interface KeptPiece {
  readonly takeId: string;
  readonly index: number;
  readonly pcm: Int16Array;
}

interface Schema extends DBSchema {
  takes: { key: string; value: KeptTake; indexes: { userId: string } };
  pieces: { key: [string, number]; value: KeptPiece; indexes: { takeId: string } };
}

const NAME = 'mevlo-takes';
const VERSION = 1;
/** Takes of one line that wait for a choice; older ones make room. */
const MOST_KEPT = 5;
/** What nobody handed in for so long is not missed. Recordings of children stay no longer than needed. */
const LONGEST_KEPT_MS = 7 * 24 * 3600 * 1000;
/** Less than this was a slip of the finger. */
const SHORTEST_SECONDS = 0.5;

/** The browser's own store of takes: a reload, an empty battery or a closed lid loses nothing that is in it. */
export class TakeStore {
  readonly #db: IDBPDatabase<Schema>;
  readonly #userId: string;
  /** Called after every change, in this window. */
  onChange: () => void = () => {};

  private constructor(db: IDBPDatabase<Schema>, userId: string) {
    this.#db = db;
    this.#userId = userId;
  }

  /** @throws Error where the browser has no store, as in some private windows. */
  static async open(userId: string): Promise<TakeStore> {
    const db = await openDB<Schema>(NAME, VERSION, {
      upgrade(fresh) {
        fresh.createObjectStore('takes', { keyPath: 'id' }).createIndex('userId', 'userId');
        fresh.createObjectStore('pieces', { keyPath: ['takeId', 'index'] }).createIndex('takeId', 'takeId');
      },
    });
    return new TakeStore(db, userId);
  }

  /** Own takes, the oldest first. */
  async list(): Promise<readonly KeptTake[]> {
    const takes = await this.#db.getAllFromIndex('takes', 'userId', this.#userId);
    return takes.toSorted((a, b) => a.recordedAtMs - b.recordedAtMs);
  }

  async begin(take: Omit<KeptTake, 'userId' | 'state' | 'problem' | 'sound'>): Promise<void> {
    await this.#db.put('takes', {
      ...take,
      userId: this.#userId,
      state: 'recording',
      problem: undefined,
      sound: undefined,
    });
  }

  /** The next stretch of a take that is being recorded. @param index from 0. */
  async append(takeId: string, index: number, pcm: Int16Array): Promise<void> {
    await this.#db.put('pieces', { takeId, index, pcm });
  }

  /** Joins what was recorded. @returns the whole take; undefined when there is nothing worth keeping. */
  async complete(takeId: string, changes: Partial<KeptTake> = {}): Promise<KeptTake | undefined> {
    const transaction = this.#db.transaction(['takes', 'pieces'], 'readwrite');
    const [takes, pieces] = [transaction.objectStore('takes'), transaction.objectStore('pieces')];
    const take = await takes.get(takeId);
    const stretches = (await pieces.index('takeId').getAll(takeId)).toSorted((a, b) => a.index - b.index);
    for (const { index } of stretches) await pieces.delete([takeId, index]);
    const samples = stretches.reduce((sum, { pcm }) => sum + pcm.length, 0);
    let completed: KeptTake | undefined;
    if (take && samples >= SHORTEST_SECONDS * take.sampleRate) {
      const wav = writePcmWav(
        stretches.map(({ pcm }) => pcm),
        take.sampleRate,
      );
      completed = { ...take, ...changes, state: 'kept', sound: wav.buffer };
      await takes.put(completed);
    } else await takes.delete(takeId);
    await transaction.done;
    if (completed) await this.#makeRoom(completed.assignmentId);
    this.onChange();
    return completed;
  }

  /** A take that is there as a whole: taps, or a sound file. */
  async keep(take: Omit<KeptTake, 'userId' | 'problem'>): Promise<void> {
    await this.#db.put('takes', { ...take, userId: this.#userId, problem: undefined });
    await this.#makeRoom(take.assignmentId);
    this.onChange();
  }

  async change(takeId: string, changes: Partial<KeptTake>): Promise<void> {
    const transaction = this.#db.transaction('takes', 'readwrite');
    const take = await transaction.store.get(takeId);
    if (take) await transaction.store.put({ ...take, ...changes });
    await transaction.done;
    this.onChange();
  }

  async remove(takeId: string): Promise<void> {
    const transaction = this.#db.transaction(['takes', 'pieces'], 'readwrite');
    const pieces = transaction.objectStore('pieces');
    for (const key of await pieces.index('takeId').getAllKeys(takeId)) await pieces.delete(key);
    await transaction.objectStore('takes').delete(takeId);
    await transaction.done;
    this.onChange();
  }

  /**
   * Takes that were cut off while they were recorded become kept ones, and what nobody wanted for long goes.
   * @param isBeingRecorded whether another window still records it.
   */
  async tidy(isBeingRecorded: (takeId: string) => Promise<boolean>): Promise<void> {
    for (const { id, state, recordedAtMs } of await this.list()) {
      if (state === 'recording' && !(await isBeingRecorded(id))) await this.complete(id);
      else if (state === 'kept' && Date.now() - recordedAtMs > LONGEST_KEPT_MS) await this.remove(id);
    }
  }

  async #makeRoom(assignmentId: string): Promise<void> {
    const kept = (await this.list()).filter(
      (take) => take.state === 'kept' && take.assignmentId === assignmentId,
    );
    for (const { id } of kept.slice(0, Math.max(0, kept.length - MOST_KEPT))) await this.remove(id);
  }

  close(): void {
    this.#db.close();
  }
}

/** Held while a take is recorded, so that other windows leave it alone. */
export function recordingLock(takeId: string): string {
  return `mevlo-recording-${takeId}`;
}

/** Whether a window of this browser records the take at the moment. */
export async function isBeingRecorded(takeId: string): Promise<boolean> {
  if (!navigator.locks) return false;
  return navigator.locks.request(recordingLock(takeId), { ifAvailable: true }, async (lock) => lock === null);
}
