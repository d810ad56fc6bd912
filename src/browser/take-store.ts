import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Alongside } from '@/core/playback';
import type { SelfRating } from '@/core/practice';
import { writePcmWav } from '@/core/signal';
import { reportProblem } from './report-problem';
import { goneAmong, type WhoIsGone } from './who-is-gone';

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
  readonly source: 'recorded' | 'tapped' | 'file';
  /** Of a tapped take: the server makes its sound of them. */
  readonly taps?: Taps;
  readonly recordedAtMs: number;
  readonly state: KeptState;
  readonly problem: string | undefined;
  readonly alongside: Alongside | undefined;
  readonly selfRating: SelfRating | undefined;
  /** Of the whole file, once it is complete: it lies beside, and is loaded by `sound` alone. */
  readonly bytes: number | undefined;
  /** In hertz, while it is being recorded. */
  readonly sampleRate: number;
}

/** When it was tapped, in seconds of the take, and how long it lasted. */
export interface Taps {
  readonly seconds: readonly number[];
  readonly durationSeconds: number;
}

/** A step that cannot be heard, gone through to its end: the student's own word, on its way. */
export interface KeptWord {
  /** Made here, so that saying it twice is harmless. */
  readonly id: string;
  readonly userId: string;
  readonly assignmentId: string;
  readonly stageId: string;
  readonly saidAtMs: number;
}

interface KeptPiece {
  readonly takeId: string;
  readonly index: number;
  readonly pcm: Int16Array;
}

interface KeptSound {
  readonly takeId: string;
  readonly sound: ArrayBuffer;
}

/** As the first version stored it. */
type WithSound = KeptTake & { readonly sound?: ArrayBuffer };

interface Schema extends DBSchema {
  takes: { key: string; value: KeptTake; indexes: { userId: string } };
  sounds: { key: string; value: KeptSound };
  pieces: { key: [string, number]; value: KeptPiece; indexes: { takeId: string } };
  words: { key: string; value: KeptWord; indexes: { userId: string } };
}

const NAME = 'mevlo-takes';
const VERSION = 2;
/** Takes of one line that wait for a choice; older ones make room, unless a page offers them. */
const MOST_KEPT = 5;
const DAY_MS = 24 * 3600 * 1000;
/** What nobody handed in for so long is not missed. Recordings of children stay no longer than needed. */
const LONGEST_KEPT_MS = 7 * DAY_MS;
/** What is to be handed in waits for longer; later the server would not believe when it was played. */
export const LONGEST_WAITING_MS = 60 * DAY_MS;
/** Less than this was a slip of the finger. */
const SHORTEST_SECONDS = 0.5;

/**
 * The browser's own store of takes: a reload, an empty battery or a closed lid loses nothing that is in it. What the device has no room for,
 * or no store at all, lives in this page: it can be heard and handed in, as long as the page is open.
 */
export class TakeStore {
  /** Undefined where the browser has none, as in some private windows. */
  readonly #db: IDBPDatabase<Schema> | undefined;
  readonly #userId: string;
  /** What had to stay in this page. */
  readonly #here = new Map<string, { take: KeptTake; sound: ArrayBuffer | undefined }>();
  readonly #wordsHere = new Map<string, KeptWord>();
  /** Takes that this page offers to be chosen: they stay. */
  offered: readonly string[] = [];
  /** Called after every change, in this window. */
  onChange: () => void = () => {};
  /** When the last change that was asked for is through. */
  #turn: Promise<unknown> = Promise.resolve();

  private constructor(db: IDBPDatabase<Schema> | undefined, userId: string) {
    this.#db = db;
    this.#userId = userId;
  }

  static async open(userId: string): Promise<TakeStore> {
    const db = await openDB<Schema>(NAME, VERSION, {
      async upgrade(fresh, from, _, transaction) {
        if (from < 1) {
          fresh.createObjectStore('takes', { keyPath: 'id' }).createIndex('userId', 'userId');
          fresh.createObjectStore('pieces', { keyPath: ['takeId', 'index'] }).createIndex('takeId', 'takeId');
        }
        if (from < 2) {
          const sounds = fresh.createObjectStore('sounds', { keyPath: 'takeId' });
          fresh.createObjectStore('words', { keyPath: 'id' }).createIndex('userId', 'userId');
          const takes = transaction.objectStore('takes');
          for (const id of await takes.getAllKeys()) {
            const { sound, ...take } = (await takes.get(id)) as WithSound;
            if (sound) await sounds.put({ takeId: id, sound });
            await takes.put({ ...take, bytes: sound?.byteLength });
          }
        }
      },
    }).catch((error: unknown) => {
      reportProblem(error, 'opening the store of takes');
      return undefined;
    });
    return new TakeStore(db, userId);
  }

  /** Whether it outlives the page. */
  get isLasting(): boolean {
    return this.#db !== undefined;
  }

  /** Whether a take is in this page alone, because the device has no room for it. */
  isOnlyHere(takeId: string): boolean {
    return this.#here.has(takeId);
  }

  /**
   * Everything of people who are not there any more goes from this device, whoever uses it now.
   * @param whoIsGone asks the school's server, which knows.
   */
  async forgetGone(whoIsGone: WhoIsGone): Promise<void> {
    const takes = (await this.#db?.getAll('takes')) ?? [];
    const words = (await this.#db?.getAll('words')) ?? [];
    const gone = await goneAmong([...takes, ...words], this.#userId, whoIsGone);
    for (const { id, userId } of takes) if (gone.has(userId)) await this.remove(id);
    for (const { id, userId } of words) if (gone.has(userId)) await this.removeWord(id);
  }

  /** One change after the other, in the order in which they are asked for. */
  #inTurn<Result>(change: () => Promise<Result>): Promise<Result> {
    const done = this.#turn.then(change);
    // Whoever asked for it hears of a failure; what comes next is tried all the same.
    this.#turn = done.catch(() => undefined);
    return done;
  }

  /** Own takes, the oldest first, without their sounds. */
  async list(): Promise<readonly KeptTake[]> {
    const stored = (await this.#db?.getAllFromIndex('takes', 'userId', this.#userId)) ?? [];
    const here = [...this.#here.values()].map(({ take }) => take);
    return [...stored.filter(({ id }) => !this.#here.has(id)), ...here].toSorted(
      (a, b) => a.recordedAtMs - b.recordedAtMs,
    );
  }

  /** The whole file of a complete take. */
  async sound(takeId: string): Promise<ArrayBuffer | undefined> {
    const here = this.#here.get(takeId);
    return here ? here.sound : (await this.#db?.get('sounds', takeId))?.sound;
  }

  async #take(takeId: string): Promise<KeptTake | undefined> {
    return this.#here.get(takeId)?.take ?? (await this.#db?.get('takes', takeId));
  }

  /** Whether a whole take is here: one that is being completed is waited for. */
  hasWhole(takeId: string): Promise<boolean> {
    return this.#inTurn(async () => (await this.#take(takeId))?.bytes !== undefined);
  }

  /** Stores a take, with its sound when it is given; in this page where the device has no room. */
  async #put(take: KeptTake, sound?: ArrayBuffer): Promise<void> {
    const here = this.#here.get(take.id);
    if (this.#db && !here) {
      try {
        const transaction = this.#db.transaction(['takes', 'sounds'], 'readwrite');
        // Both are caught by the transaction that they belong to.
        const puts = [transaction.objectStore('takes').put(take)];
        if (sound) puts.push(transaction.objectStore('sounds').put({ takeId: take.id, sound }));
        await Promise.all([...puts, transaction.done]);
        return;
      } catch (error) {
        reportProblem(error, 'storing a take');
      }
    }
    this.#here.set(take.id, { take, sound: sound ?? here?.sound });
  }

  begin(take: Omit<KeptTake, 'userId' | 'state' | 'problem' | 'bytes'>): Promise<void> {
    return this.#inTurn(() =>
      this.#put({ ...take, userId: this.#userId, state: 'recording', problem: undefined, bytes: undefined }),
    );
  }

  /** The next stretch of a take that is being recorded, for the case that nobody completes it. @param index from 0. @throws when there is no room. */
  append(takeId: string, index: number, pcm: Int16Array): Promise<void> {
    return this.#inTurn(async () => void (await this.#db?.put('pieces', { takeId, index, pcm })));
  }

  /**
   * A take is over.
   * @param played all of it; without it what was appended, as far as it has no hole.
   * @returns the take; undefined when there is nothing worth keeping.
   */
  complete(
    takeId: string,
    changes: Partial<KeptTake> = {},
    played?: readonly Int16Array[],
  ): Promise<KeptTake | undefined> {
    return this.#inTurn(() => this.#complete(takeId, changes, played));
  }

  async #complete(
    takeId: string,
    changes: Partial<KeptTake>,
    played: readonly Int16Array[] | undefined,
  ): Promise<KeptTake | undefined> {
    const take = await this.#take(takeId);
    const stretches = played ?? (await this.#appended(takeId));
    const samples = stretches.reduce((sum, pcm) => sum + pcm.length, 0);
    // First of all: the pieces make room for the whole.
    await this.#removePieces(takeId);
    let completed: KeptTake | undefined;
    if (take && samples >= SHORTEST_SECONDS * take.sampleRate) {
      const wav = writePcmWav(stretches, take.sampleRate);
      completed = { ...take, ...changes, state: 'kept', bytes: wav.byteLength };
      await this.#put(completed, wav.buffer);
      await this.#makeRoom(completed.assignmentId);
    } else await this.#delete(takeId);
    this.onChange();
    return completed;
  }

  /** What was appended in a row: behind a stretch that found no room nothing can be told. */
  async #appended(takeId: string): Promise<readonly Int16Array[]> {
    const pieces = (await this.#db?.getAllFromIndex('pieces', 'takeId', takeId)) ?? [];
    return pieces
      .toSorted((a, b) => a.index - b.index)
      .filter((piece, place) => piece.index === place)
      .map(({ pcm }) => pcm);
  }

  /** A take that is there as a whole: taps, or a sound file. */
  keep(take: Omit<KeptTake, 'userId' | 'problem' | 'bytes'>, sound: ArrayBuffer): Promise<void> {
    return this.#inTurn(async () => {
      await this.#put({ ...take, userId: this.#userId, problem: undefined, bytes: sound.byteLength }, sound);
      await this.#makeRoom(take.assignmentId);
      this.onChange();
    });
  }

  change(takeId: string, changes: Partial<KeptTake>): Promise<void> {
    return this.#inTurn(async () => {
      const take = await this.#take(takeId);
      if (take) await this.#put({ ...take, ...changes });
      this.onChange();
    });
  }

  remove(takeId: string): Promise<void> {
    return this.#inTurn(async () => {
      await this.#delete(takeId);
      this.onChange();
    });
  }

  async #delete(takeId: string): Promise<void> {
    this.#here.delete(takeId);
    await this.#removePieces(takeId);
    await this.#db?.delete('sounds', takeId);
    await this.#db?.delete('takes', takeId);
  }

  async #removePieces(takeId: string): Promise<void> {
    // Every index lies before an empty list, in the order of keys (W3C, Indexed Database API 3.0, "compare two keys").
    await this.#db?.delete('pieces', IDBKeyRange.bound([takeId], [takeId, []]));
  }

  /**
   * Takes that were cut off while they were recorded become kept ones, and what nobody wanted for long goes, whoever of the device's users
   * it is of.
   * @param isBeingRecorded whether another window still records it.
   */
  async tidy(isBeingRecorded: (takeId: string) => Promise<boolean>): Promise<void> {
    for (const { id, state, recordedAtMs, userId } of (await this.#db?.getAll('takes')) ?? []) {
      const longest = state === 'waiting' ? LONGEST_WAITING_MS : LONGEST_KEPT_MS;
      if (Date.now() - recordedAtMs > longest) await this.remove(id);
      else if (state === 'recording' && userId === this.#userId && !(await isBeingRecorded(id)))
        await this.complete(id);
    }
    for (const { id, saidAtMs } of (await this.#db?.getAll('words')) ?? [])
      if (Date.now() - saidAtMs > LONGEST_WAITING_MS) await this.#db?.delete('words', id);
  }

  async #makeRoom(assignmentId: string): Promise<void> {
    const kept = (await this.list()).filter(
      (take) =>
        take.state === 'kept' && take.assignmentId === assignmentId && !this.offered.includes(take.id),
    );
    for (const { id } of kept.slice(0, Math.max(0, kept.length - MOST_KEPT))) await this.#delete(id);
  }

  /** Keeps a word until it has arrived. */
  async say(word: Omit<KeptWord, 'userId'>): Promise<void> {
    const mine = { ...word, userId: this.#userId };
    try {
      if (!this.#db) throw new Error('This browser keeps nothing.');
      await this.#db.put('words', mine);
    } catch (error) {
      reportProblem(error, 'storing a word');
      this.#wordsHere.set(mine.id, mine);
    }
    this.onChange();
  }

  /** Own words that have not arrived, the first said first. */
  async listWords(): Promise<readonly KeptWord[]> {
    const stored = (await this.#db?.getAllFromIndex('words', 'userId', this.#userId)) ?? [];
    return [...stored, ...this.#wordsHere.values()].toSorted((a, b) => a.saidAtMs - b.saidAtMs);
  }

  async removeWord(id: string): Promise<void> {
    this.#wordsHere.delete(id);
    await this.#db?.delete('words', id);
    this.onChange();
  }

  close(): void {
    this.#db?.close();
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
