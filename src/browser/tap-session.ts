import type { Audio } from '@/core/signal';
import type { Passage } from './passage';
import { KEPT_BEATS_BEFORE } from './take-session';
import type { Taps } from './take-store';

/** What taps sound like; only who taps needs it. */
export const loadTapSound = () => import('@/core/simulation');

/** The last tap may come a little late. */
const TAIL_SECONDS = 1;

/** A line that is tapped: the moments of the taps beside a passage that plays. */
export class TapSession {
  readonly #passage: Passage;
  /** Where the recording begins, on the audio clock. */
  readonly #startTime: number;
  readonly #durationSeconds: number;
  readonly #taps: number[] = [];

  constructor(passage: Passage) {
    const { clicks, lineStart } = passage;
    const before = KEPT_BEATS_BEFORE * clicks.beatSeconds;
    this.#passage = passage;
    this.#startTime = lineStart - before;
    this.#durationSeconds = before + clicks.lineSeconds + TAIL_SECONDS;
  }

  /** @param timeStamp of the key or pointer event, by the page's clock in milliseconds. */
  tap(timeStamp: number): void {
    const seconds = this.#heardAt(timeStamp) - this.#startTime;
    if (seconds >= 0 && seconds < this.#durationSeconds) this.#taps.push(seconds);
  }

  /** What was heard at the loudspeaker at a moment of the page's clock, on the audio clock. */
  #heardAt(timeStamp: number): number {
    const { context, outputSeconds } = this.#passage.mixer;
    const stamp = context.getOutputTimestamp?.();
    if (stamp?.contextTime && stamp.performanceTime)
      return stamp.contextTime + (timeStamp - stamp.performanceTime) / 1000;
    return context.currentTime - outputSeconds + (timeStamp - performance.now()) / 1000;
  }

  get isOver(): boolean {
    const { context, outputSeconds } = this.#passage.mixer;
    return context.currentTime - outputSeconds > this.#startTime + this.#durationSeconds;
  }

  /** The taps, and how they will sound. */
  finish(): { readonly taps: Taps; readonly audio: Promise<Audio> } {
    this.#passage.stop();
    const taps = { seconds: this.#taps, durationSeconds: this.#durationSeconds };
    const audio = loadTapSound().then(({ renderTaps }) => renderTaps(taps.seconds, taps.durationSeconds));
    return { taps, audio };
  }
}
