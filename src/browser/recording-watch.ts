import type { Level } from './recorder';

/** Why a recording cannot be what was played. */
export type RecordingTrouble =
  | 'microphone-gone'
  | 'microphone-muted'
  | 'nothing-comes-in'
  | 'page-hidden'
  | 'sound-stopped';

/** What to tell the student; nobody is judged for it. */
export const TROUBLE_TEXTS: Readonly<Record<RecordingTrouble, string>> = {
  'microphone-gone':
    'The microphone is gone: it was unplugged, or another program took it. This take does not count. Plug it in, and play again.',
  'microphone-muted':
    'The microphone was switched off while you played. This take does not count. Switch it on, and play again.',
  'nothing-comes-in':
    'Not the faintest sound came from the microphone: it is muted or switched off. This take does not count. Switch it on, and play again.',
  'page-hidden':
    'The page was put away while you played, and the recording has a hole there. This take does not count. Stay on this page, and play again.',
  'sound-stopped':
    'This device stopped its sound in the middle, as for a call. This take does not count. Play again when it is quiet.',
};

/** A microphone that is open brings some noise; exact silence is a switch. A quiet room with a gate may be silent for moments. */
const DIGITAL_SILENCE_DB = -100;
const LEAST_SILENCE_SECONDS = 1.5;
/** After so many measures of silence nobody is listening. */
const MEASURES_TO_THE_END = 2;
const STALLED_MS = 1500;
const LOOK_EVERY_MS = 250;

interface Watched {
  /** Its microphone's only track. */
  readonly track: Pick<MediaStreamTrack, 'addEventListener' | 'removeEventListener'>;
  readonly context: Pick<
    BaseAudioContext,
    'addEventListener' | 'removeEventListener' | 'state' | 'sampleRate'
  >;
  readonly page: Pick<Document, 'addEventListener' | 'removeEventListener' | 'visibilityState'>;
  /** How long a measure lasts at the tempo asked. */
  readonly measureSeconds: number;
  /** Whether something is to be heard now: before and behind the line silence is right. */
  readonly isDue: () => boolean;
  /** The recording must end. Called once at most. */
  readonly onTrouble: (trouble: RecordingTrouble) => void;
  /** Whether nothing at all has been coming in for a measure. */
  readonly onSilence: (isSilent: boolean) => void;
}

/** Watches over a recording while it is made, so that what the device did is never held against the student. */
export class RecordingWatch {
  readonly #watched: Watched;
  readonly #looks: ReturnType<typeof setInterval>;
  #lastBlockMs = performance.now();
  #silentSeconds = 0;
  #saidSilent = false;
  #isClosed = false;

  constructor(watched: Watched) {
    this.#watched = watched;
    const { track, context, page } = watched;
    track.addEventListener('ended', this.#onEnded);
    track.addEventListener('mute', this.#onMuted);
    context.addEventListener('statechange', this.#onState);
    page.addEventListener('visibilitychange', this.#onHidden);
    this.#looks = setInterval(this.#look, LOOK_EVERY_MS);
  }

  readonly #onEnded = () => this.#trouble('microphone-gone');
  readonly #onMuted = () => this.#trouble('microphone-muted');
  readonly #onState = () => {
    if (this.#watched.context.state !== 'running') this.#trouble('sound-stopped');
  };
  readonly #onHidden = () => {
    if (this.#watched.page.visibilityState === 'hidden') this.#trouble('page-hidden');
  };
  /** A timer of its own: what moves the page stops together with it. */
  readonly #look = () => {
    if (performance.now() - this.#lastBlockMs > STALLED_MS) this.#trouble('sound-stopped');
  };

  /** What the microphone brought, in so many samples. */
  hear({ peakDb }: Level, samples: number): void {
    if (this.#isClosed) return;
    this.#lastBlockMs = performance.now();
    const { context, isDue } = this.#watched;
    const isSilent = peakDb < DIGITAL_SILENCE_DB && isDue();
    this.#silentSeconds = isSilent ? this.#silentSeconds + samples / context.sampleRate : 0;
    const enough = Math.max(LEAST_SILENCE_SECONDS, this.#watched.measureSeconds);
    if (this.#silentSeconds >= MEASURES_TO_THE_END * enough) this.#trouble('nothing-comes-in');
    else this.#saySilent(this.#silentSeconds >= enough);
  }

  #saySilent(isSilent: boolean): void {
    if (isSilent === this.#saidSilent) return;
    this.#saidSilent = isSilent;
    this.#watched.onSilence(isSilent);
  }

  #trouble(trouble: RecordingTrouble): void {
    this.close();
    this.#watched.onTrouble(trouble);
  }

  close(): void {
    this.#isClosed = true;
    const { track, context, page } = this.#watched;
    clearInterval(this.#looks);
    track.removeEventListener('ended', this.#onEnded);
    track.removeEventListener('mute', this.#onMuted);
    context.removeEventListener('statechange', this.#onState);
    page.removeEventListener('visibilitychange', this.#onHidden);
    this.#saySilent(false);
  }
}
