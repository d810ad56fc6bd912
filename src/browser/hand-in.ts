import type { KeptTake, TakeStore } from './take-store';

/** Small enough to arrive over bad wifi before it breaks, large enough to be few. */
const PIECE_BYTES = 200_000;
const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 60_000;
const LOCK = 'mevlo-hand-in';

export type SendState =
  | { readonly kind: 'idle' | 'sending' | 'offline' }
  /** It will be tried again; what the server said. */
  | { readonly kind: 'held-up'; readonly problem: string };

/** What became of sending one take. */
type Outcome =
  | { readonly kind: 'handed-in' }
  | { readonly kind: 'refused'; readonly problem: string }
  | { readonly kind: 'held-up'; readonly problem: string }
  | { readonly kind: 'offline' };

/**
 * Sends the takes that wait on this device to the school's server, the oldest first, each once: by its id, in pieces that
 * go on where the last try broke off. A dropped connection, a server that restarts or is full only makes it wait.
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
      const next = (await this.#store.list()).find(({ state }) => state === 'waiting');
      if (!next || this.#hasEnded) {
        this.#show({ kind: 'idle' });
        return;
      }
      this.#show({ kind: 'sending' });
      const outcome = await sendTake(next);
      if (outcome.kind === 'handed-in') {
        await this.#store.remove(next.id);
        this.onArrived(next.id);
        this.#pauseMs = FIRST_PAUSE_MS;
      } else if (outcome.kind === 'refused') {
        await this.#store.change(next.id, { state: 'refused', problem: outcome.problem });
      } else {
        this.#show(outcome.kind === 'offline' ? outcome : { kind: 'held-up', problem: outcome.problem });
        this.#tryLater();
        return;
      }
    }
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

interface Answer {
  readonly received?: number;
  readonly takeId?: string;
  readonly problem?: string;
}

/** Asks whether it is there already, sends what is missing, and asks again. */
async function sendTake(take: KeptTake): Promise<Outcome> {
  const { id, sound } = take;
  if (!sound) return { kind: 'refused', problem: 'The recording is empty.' };
  try {
    const first = await complete(take, sound.byteLength);
    if (first.kind !== 'missing') return first;
    let from = first.received;
    while (from < sound.byteLength) {
      const piece = sound.slice(from, from + PIECE_BYTES);
      const response = await fetch(`/api/takes/${id}/pieces?from=${from}`, { method: 'PUT', body: piece });
      const answer = await readAnswer(response);
      if (answer.received === undefined) return judgeAnswer(response.status, answer);
      if (answer.received === from) return NOT_ARRIVING;
      from = answer.received;
    }
    const last = await complete(take, sound.byteLength);
    return last.kind === 'missing' ? NOT_ARRIVING : last;
  } catch {
    return { kind: 'offline' };
  }
}

/** What the server has is not of this recording. */
const NOT_ARRIVING: Outcome = { kind: 'held-up', problem: 'The recording does not arrive.' };

/** Tells the server what the recording is of, which makes a take of it once all of it is there. */
async function complete(
  { id, assignmentId, stage, askedBpm, source, alongside, selfRating, recordedAtMs }: KeptTake,
  bytes: number,
): Promise<Outcome | { readonly kind: 'missing'; readonly received: number }> {
  const recordedAt = new Date(recordedAtMs).toISOString();
  const facts = { bytes, assignmentId, stage, askedBpm, source, alongside, selfRating, recordedAt };
  const response = await fetch(`/api/takes/${id}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(facts),
  });
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
  const isForGood = status === 400 || status === 403 || status === 404 || status === 413;
  const why = problem ?? 'The school’s server is busy. Your recording waits on this device.';
  return isForGood ? { kind: 'refused', problem: why } : { kind: 'held-up', problem: why };
}
