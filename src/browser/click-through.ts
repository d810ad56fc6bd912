import type { Line } from '@/core/notation';
import { ClickTrack } from './click-track';
import { clicksOfLine } from './line-clicks';

const LEAD_SECONDS = 0.3;

/** Count-in and clicks for a line that is not recorded. @param bpm in beat units of its first meter. */
export class ClickThrough {
  readonly #context = new AudioContext();
  readonly #clicks: ClickTrack;
  readonly #timer: ReturnType<typeof setTimeout>;

  constructor(line: Line, bpm: number, onEnd: () => void) {
    const { countInSeconds, lineSeconds, totalClicks, click } = clicksOfLine(line, bpm);
    void this.#context.resume();
    this.#clicks = new ClickTrack(this.#context, this.#context.currentTime + LEAD_SECONDS, (index) =>
      index < totalClicks ? click(index) : undefined,
    );
    this.#timer = setTimeout(onEnd, (LEAD_SECONDS + countInSeconds + lineSeconds) * 1000);
  }

  stop(): void {
    clearTimeout(this.#timer);
    this.#clicks.stop();
    void this.#context.close();
  }
}
