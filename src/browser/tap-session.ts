import { countIn } from '@/core/counting';
import { type Line, timedMeasures } from '@/core/notation';
import { renderTaps } from '@/core/playing';
import type { Audio } from '@/core/signal';
import { add, beatUnit, clicksPerMeasure, quarterSeconds, toNumber } from '@/core/time';
import { ClickTrack } from './click-track';

const LEAD_SECONDS = 0.4;
/** What is tapped earlier than this many beats before the line belongs to the count-in. */
const KEPT_BEATS_BEFORE = 0.6;
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
    const { meter } = line.part.measures[0]!;
    const unit = beatUnit(meter);
    const secondsPerQuarter = quarterSeconds(bpm, unit);
    const beatSeconds = secondsPerQuarter * toNumber(unit.quarters);
    const { lengthQuarters } = countIn(line);
    const last = timedMeasures(line).at(-1)!;
    const before =
      LEAD_SECONDS + toNumber(lengthQuarters) * secondsPerQuarter - KEPT_BEATS_BEFORE * beatSeconds;
    const lineSeconds = toNumber(add(last.onsetQuarters, last.lengthQuarters)) * secondsPerQuarter;
    this.#durationSeconds = KEPT_BEATS_BEFORE * beatSeconds + lineSeconds + TAIL_SECONDS;
    this.#startMs = performance.now() + before * 1000;
    const perMeasure = clicksPerMeasure(meter);
    const count = Math.ceil(
      (toNumber(lengthQuarters) * secondsPerQuarter + lineSeconds) / beatSeconds - 1e-6,
    );
    void this.#context.resume();
    this.#clicks = new ClickTrack(this.#context, this.#context.currentTime + LEAD_SECONDS, (index) =>
      index < count ? { seconds: index * beatSeconds, accented: index % perMeasure === 0 } : undefined,
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
