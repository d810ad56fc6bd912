import { countIn } from '@/core/counting';
import { type Line, timedMeasures } from '@/core/notation';
import { add, beatUnit, clicksPerMeasure, quarterSeconds, toNumber } from '@/core/time';
import { ClickTrack } from './click-track';

const LEAD_SECONDS = 0.3;

/** Count-in and clicks for a line that is not recorded. @param bpm in beat units of its first meter. */
export class ClickThrough {
  readonly #context = new AudioContext();
  readonly #clicks: ClickTrack;
  readonly #timer: ReturnType<typeof setTimeout>;

  constructor(line: Line, bpm: number, onEnd: () => void) {
    const { meter } = line.part.measures[0]!;
    const unit = beatUnit(meter);
    const secondsPerQuarter = quarterSeconds(bpm, unit);
    const beatSeconds = secondsPerQuarter * toNumber(unit.quarters);
    const last = timedMeasures(line).at(-1)!;
    const quarters = add(add(countIn(line).lengthQuarters, last.onsetQuarters), last.lengthQuarters);
    const count = Math.round(toNumber(quarters) * (secondsPerQuarter / beatSeconds));
    const perMeasure = clicksPerMeasure(meter);
    void this.#context.resume();
    this.#clicks = new ClickTrack(this.#context, this.#context.currentTime + LEAD_SECONDS, (index) =>
      index < count ? { seconds: index * beatSeconds, accented: index % perMeasure === 0 } : undefined,
    );
    this.#timer = setTimeout(onEnd, (LEAD_SECONDS + count * beatSeconds) * 1000);
  }

  stop(): void {
    clearTimeout(this.#timer);
    this.#clicks.stop();
    void this.#context.close();
  }
}
