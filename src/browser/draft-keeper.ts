import type { LineDocument } from '@/core/arranging';
import { remember } from './remembered';
import { sendJson } from './send-json';

export type SaveState =
  | { readonly kind: 'saved' | 'saving' | 'unsent' | 'overtaken' }
  | { readonly kind: 'refused'; readonly problem: string };

interface StoredDraft {
  /** The stored state that it changes. */
  readonly revision: number;
  readonly document: LineDocument;
  readonly atMilliseconds: number;
}

const RETRY_MILLISECONDS = 3000;
const PAUSE_MILLISECONDS = 500;
/** A draft of another window that is younger than this is probably just being sent. */
const SETTLED_MILLISECONDS = 15_000;
const WINDOW_KEY = 'mevlo-window';

/**
 * Sends every change of a line to the server, one after the other, and keeps it in this browser until it has arrived:
 * a reload, a closed window or a dropped connection loses nothing.
 */
export class DraftKeeper {
  #revision: number;
  #waiting: LineDocument | undefined;
  #isSending = false;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #hasEnded = false;
  #onSettled: (() => void)[] = [];

  constructor(
    private readonly lineId: string,
    revision: number,
    private readonly show: (state: SaveState) => void,
  ) {
    this.#revision = revision;
    window.addEventListener('online', this.#sendSoon);
  }

  /** A draft that had not reached the server when this window, or a window that is gone, was left. */
  maybeLeftBehind(): StoredDraft | undefined {
    const own = readDraft(this.#key);
    if (own) return own;
    const prefix = draftPrefix(this.lineId);
    const others = Object.keys(localStorage)
      .filter((key) => key.startsWith(prefix) && key !== this.#key)
      .map((key) => ({ key, draft: readDraft(key) }));
    const settled = others.find(
      ({ draft }) => draft && Date.now() - draft.atMilliseconds > SETTLED_MILLISECONDS,
    );
    if (!settled?.draft) return undefined;
    // It belongs to this window from now on.
    localStorage.setItem(this.#key, JSON.stringify(settled.draft));
    localStorage.removeItem(settled.key);
    return settled.draft;
  }

  keep(document: LineDocument): void {
    this.#waiting = document;
    const draft: StoredDraft = { revision: this.#revision, document, atMilliseconds: Date.now() };
    // A full or forbidden store: the server still gets it.
    remember(this.#key, JSON.stringify(draft));
    this.show({ kind: 'saving' });
    this.#sendSoon();
  }

  /** Waits until the newest state has arrived or cannot. */
  async settled(): Promise<void> {
    if (!this.#waiting && !this.#isSending) return;
    clearTimeout(this.#timer);
    const arrived = new Promise<void>((resolve) => this.#onSettled.push(resolve));
    void this.#send();
    await arrived;
  }

  forget(): void {
    localStorage.removeItem(this.#key);
  }

  end(): void {
    this.#hasEnded = true;
    clearTimeout(this.#timer);
    window.removeEventListener('online', this.#sendSoon);
  }

  get #key(): string {
    return `${draftPrefix(this.lineId)}${windowName()}`;
  }

  readonly #sendSoon = () => {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#send(), PAUSE_MILLISECONDS);
  };

  async #send(): Promise<void> {
    if (this.#isSending || !this.#waiting || this.#hasEnded) return;
    const document = this.#waiting;
    this.#waiting = undefined;
    this.#isSending = true;
    const answer = await put(this.lineId, this.#revision, document);
    this.#isSending = false;
    if (answer.kind === 'saved') {
      this.#revision = answer.revision;
      if (!this.#waiting) this.forget();
    } else if (answer.kind === 'unsent') {
      this.#waiting ??= document;
      this.#timer = setTimeout(() => void this.#send(), RETRY_MILLISECONDS);
    }
    if (!this.#hasEnded) this.show(this.#waiting && answer.kind === 'saved' ? { kind: 'saving' } : answer);
    if (answer.kind === 'saved' && this.#waiting) return this.#send();
    for (const resolve of this.#onSettled.splice(0)) resolve();
  }
}

type Answer =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'unsent' | 'overtaken' }
  | { readonly kind: 'refused'; readonly problem: string };

async function put(lineId: string, revision: number, document: LineDocument): Promise<Answer> {
  let response: Response;
  try {
    response = await sendJson(`/api/lines/${lineId}/document`, { revision, document }, { method: 'PUT' });
  } catch {
    return { kind: 'unsent' };
  }
  const body = (await response.json().catch(() => ({}))) as { revision?: number; problem?: string };
  if (response.ok && body.revision !== undefined) return { kind: 'saved', revision: body.revision };
  if (response.status === 409) return { kind: 'overtaken' };
  if (response.status >= 500) return { kind: 'unsent' };
  return {
    kind: 'refused',
    problem: body.problem ?? 'The line could not be stored. It is kept in this browser.',
  };
}

function draftPrefix(lineId: string): string {
  return `mevlo-draft-${lineId}-`;
}

/** The same after a reload, another one in every window. */
function windowName(): string {
  const known = sessionStorage.getItem(WINDOW_KEY);
  if (known) return known;
  const fresh = crypto.randomUUID();
  sessionStorage.setItem(WINDOW_KEY, fresh);
  return fresh;
}

function readDraft(key: string): StoredDraft | undefined {
  try {
    const text = localStorage.getItem(key);
    return text === null ? undefined : (JSON.parse(text) as StoredDraft);
  } catch {
    return undefined;
  }
}
