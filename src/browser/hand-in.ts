import { FIRST_PIECE_BYTES, nextPieceBytes } from './piece-size';
import { isRefusedForGood, sendJson } from './send-json';
import type { KeptTake, KeptWord, TakeStore } from './take-store';

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 60_000;
const LOCK = 'mevlo-hand-in';

export type SendState =
  | { readonly kind: 'idle' | 'sending' | 'offline' | 'no-answer' }
  /** It will be tried again; what the server said. */
  | { readonly kind: 'held-up'; readonly problem: string };

/** What became of a word. */
export interface SaidWord {
  readonly id: string;
  /** Why it was refused; undefined when it arrived. */
  readonly problem: string | undefined;
}

/** What became of sending one thing. */
type Outcome =
  | { readonly kind: 'handed-in' }
  | { readonly kind: 'refused'; readonly problem: string }
  | { readonly kind: 'held-up'; readonly problem: string }
  /** The device has no net; or it has, and the school's server does not answer. */
  | { readonly kind: 'offline' | 'no-answer' };

/**
 * Sends the takes and the words that wait on this device to the school's server, the oldest first, each once: by its id, takes in pieces
 * that go on where the last try broke off. A dropped connection, a server that restarts or is full only makes it wait.
 */
export class HandInQueue {
  readonly #store: TakeStore;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #pauseMs = FIRST_PAUSE_MS;
  #hasEnded = false;
  #isRunning = false;
  onState: (state: SendState) => void = () => {};
  /** Called with the id of every take that arrived. */
  onArrived: (takeId: string) => void = () => {};

  /** Called with every word that arrived, or that the server will never take. */
  onSaid: (word: SaidWord) => void = () => {};

  constructor(store: TakeStore) {
    this.#store = store;
    window.addEventListener('online', this.#hurry);
    document.addEventListener('visibilitychange', this.#hurry);
  }

  readonly #hurry = () => {
    this.#pauseMs = FIRST_PAUSE_MS;
    void this.run();
  };

  /** Sends what waits, in one window of the browser at a time. */
  async run(): Promise<void> {
    if (this.#isRunning || this.#hasEnded) return;
    clearTimeout(this.#timer);
    this.#isRunning = true;
    try {
      if (navigator.locks) {
        await navigator.locks.request(LOCK, { ifAvailable: true }, async (lock) => {
          if (lock) await this.#sendAll();
          else this.#tryLater();
        });
      } else await this.#sendAll();
    } finally {
      this.#isRunning = false;
    }
  }

  async #sendAll(): Promise<void> {
    for (;;) {
      const next = await this.#next();
      if (!next || this.#hasEnded) {
        this.#show({ kind: 'idle' });
        return;
      }
      this.#show({ kind: 'sending' });
      const outcome = await next.send();
      if (outcome.kind === 'handed-in') {
        await next.arrived();
        this.#pauseMs = FIRST_PAUSE_MS;
      } else if (outcome.kind === 'refused') {
        await next.refused(outcome.problem);
      } else {
        this.#show(outcome);
        this.#tryLater();
        return;
      }
    }
  }

  /** Words first: they are short, and a step further may hang on them. */
  async #next(): Promise<Sending | undefined> {
    const [word] = await this.#store.listWords();
    if (word) {
      const ended = async (problem?: string) => {
        await this.#store.removeWord(word.id);
        this.onSaid({ id: word.id, problem });
      };
      return { send: () => sendWord(word), arrived: () => ended(), refused: ended };
    }
    const take = (await this.#store.list()).find(({ state }) => state === 'waiting');
    if (!take) return undefined;
    return {
      send: async () => sendTake(take, await this.#store.sound(take.id)),
      arrived: async () => {
        await this.#store.remove(take.id);
        this.onArrived(take.id);
      },
      refused: (problem) => this.#store.change(take.id, { state: 'refused', problem }),
    };
  }

  #tryLater(): void {
    if (this.#hasEnded) return;
    this.#timer = setTimeout(() => void this.run(), this.#pauseMs);
    this.#pauseMs = Math.min(LONGEST_PAUSE_MS, 2 * this.#pauseMs);
  }

  #show(state: SendState): void {
    if (!this.#hasEnded) this.onState(state);
  }

  end(): void {
    this.#hasEnded = true;
    clearTimeout(this.#timer);
    window.removeEventListener('online', this.#hurry);
    document.removeEventListener('visibilitychange', this.#hurry);
  }
}

/** Something that is to be sent. */
interface Sending {
  send(): Promise<Outcome>;
  arrived(): Promise<void>;
  refused(problem: string): Promise<void>;
}

interface Answer {
  readonly received?: number;
  readonly takeId?: string;
  readonly problem?: string;
}

/** Asks whether it is there already, sends what is missing, and asks again. */
async function sendTake(take: KeptTake, sound: ArrayBuffer | undefined): Promise<Outcome> {
  const { id } = take;
  if (!sound) return { kind: 'refused', problem: 'The recording is empty.' };
  try {
    const first = await complete(take, sound.byteLength);
    if (first.kind !== 'missing') return first;
    let from = first.received;
    let pieceBytes = FIRST_PIECE_BYTES;
    while (from < sound.byteLength) {
      const piece = sound.slice(from, from + pieceBytes);
      const start = performance.now();
      const response = await fetch(`/api/takes/${id}/pieces?from=${from}`, { method: 'PUT', body: piece });
      const answer = await readAnswer(response);
      if (answer.received === undefined) return judgeAnswer(response.status, answer);
      if (answer.received === from) return NOT_ARRIVING;
      from = answer.received;
      pieceBytes = nextPieceBytes(pieceBytes, performance.now() - start);
    }
    const last = await complete(take, sound.byteLength);
    return last.kind === 'missing' ? NOT_ARRIVING : last;
  } catch {
    return unreached();
  }
}

/** Nothing came back. */
const unreached = (): Outcome => ({ kind: navigator.onLine ? 'no-answer' : 'offline' });

/** That a step went well, by the student's own word. */
async function sendWord({ id, assignmentId, stageId }: KeptWord): Promise<Outcome> {
  try {
    const response = await sendJson(`/api/given/${assignmentId}/words`, { id, stage: stageId });
    return response.ok ? { kind: 'handed-in' } : judgeAnswer(response.status, await readAnswer(response));
  } catch {
    return unreached();
  }
}

/** What the server has is not of this recording. */
const NOT_ARRIVING: Outcome = { kind: 'held-up', problem: 'The recording does not arrive.' };

/** Tells the server what the recording is of, which makes a take of it once all of it is there. */
async function complete(
  { id, assignmentId, stage, askedBpm, source, taps, alongside, selfRating, recordedAtMs }: KeptTake,
  bytes: number,
): Promise<Outcome | { readonly kind: 'missing'; readonly received: number }> {
  const recordedAt = new Date(recordedAtMs).toISOString();
  const facts = { bytes, assignmentId, stage, askedBpm, source, taps, alongside, selfRating, recordedAt };
  const response = await sendJson(`/api/takes/${id}`, facts);
  const answer = await readAnswer(response);
  if (answer.takeId !== undefined) return { kind: 'handed-in' };
  return answer.received === undefined
    ? judgeAnswer(response.status, answer)
    : { kind: 'missing', received: answer.received };
}

async function readAnswer(response: Response): Promise<Answer> {
  return (await response.json().catch(() => ({}))) as Answer;
}

/** Whether trying again can help. */
function judgeAnswer(status: number, { problem }: Answer): Outcome {
  const why = problem ?? 'The school’s server is busy. Your recording waits on this device.';
  return isRefusedForGood(status) ? { kind: 'refused', problem: why } : { kind: 'held-up', problem: why };
}
