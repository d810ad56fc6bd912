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
  #state: SendState = { kind: 'idle' };
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
    this.#state = state;
    if (!this.#hasEnded) this.onState(this.#state);
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

/** @param from where to begin; the server knows better and says so. */
async function sendTake(take: KeptTake): Promise<Outcome> {
  const { id, sound, assignmentId, stage, askedBpm, source, alongside, selfRating, recordedAtMs } = take;
  if (!sound) return { kind: 'refused', problem: 'The recording is empty.' };
  let from = 0;
  try {
    while (from < sound.byteLength) {
      const piece = sound.slice(from, from + PIECE_BYTES);
      const response = await fetch(`/api/takes/${id}/pieces?from=${from}`, { method: 'PUT', body: piece });
      const answer = await readAnswer(response);
      if (answer.received === undefined) return judgeAnswer(response.status, answer);
      // Nothing moved: what the server has is not of this recording.
      if (answer.received === from) return { kind: 'held-up', problem: 'The recording does not arrive.' };
      from = answer.received;
    }
    const facts = { bytes: sound.byteLength, assignmentId, stage, askedBpm, source, alongside, selfRating };
    const response = await fetch(`/api/takes/${id}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ ...facts, recordedAt: new Date(recordedAtMs).toISOString() }),
    });
    const answer = await readAnswer(response);
    return answer.takeId === undefined ? judgeAnswer(response.status, answer) : { kind: 'handed-in' };
  } catch {
    return { kind: 'offline' };
  }
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
