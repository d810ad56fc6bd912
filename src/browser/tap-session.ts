import type { Line } from '@/core/notation';
import { renderTaps } from '@/core/playing';
import type { Audio } from '@/core/signal';
import { ClickTrack } from './click-track';
import { clicksOfLine, KEPT_BEATS_BEFORE } from './line-clicks';

const LEAD_SECONDS = 0.4;
/** The last tap may come a little late. */
const TAIL_SECONDS = 1;

/** A line that is tapped: count-in and clicks, and the moments of the taps. */
export class TapSession {
  readonly #context = new AudioContext();
  readonly #clicks: ClickTrack;
  readonly #timer: ReturnType<typeof setTimeout>;
  /** By the page's clock, in milliseconds: where the recording begins. */
  readonly #startMs: number;
  readonly #durationSeconds: number;
  readonly #taps: number[] = [];

  /** @param bpm in beat units of the line's first meter. @param onEnd called with the sound of the taps. */
  constructor(line: Line, bpm: number, onEnd: (audio: Audio) => void) {
    const { beatSeconds, countInSeconds, lineSeconds, totalClicks, click } = clicksOfLine(line, bpm);
    const before = LEAD_SECONDS + countInSeconds - KEPT_BEATS_BEFORE * beatSeconds;
    this.#durationSeconds = KEPT_BEATS_BEFORE * beatSeconds + lineSeconds + TAIL_SECONDS;
    this.#startMs = performance.now() + before * 1000;
    void this.#context.resume();
    this.#clicks = new ClickTrack(this.#context, this.#context.currentTime + LEAD_SECONDS, (index) =>
      index < totalClicks ? click(index) : undefined,
    );
    this.#timer = setTimeout(
      () => {
        const audio = renderTaps(this.#taps, this.#durationSeconds);
        this.stop();
        onEnd(audio);
      },
      (before + this.#durationSeconds) * 1000,
    );
  }

  /** @param timeStamp of the key or pointer event, by the page's clock. */
  tap(timeStamp: number): void {
    const seconds = (timeStamp - this.#startMs) / 1000;
    if (seconds >= 0 && seconds < this.#durationSeconds) this.#taps.push(seconds);
  }

  stop(): void {
    clearTimeout(this.#timer);
    this.#clicks.stop();
    void this.#context.close();
  }
}
