import { endQuarters, type Line, timedMeasures, writtenNotes } from '../notation';
import { add, beatUnit, quarterSeconds, toNumber } from '../time';

/** Tempo left at the end of a rit.: 60 %. Common practice. */
const RIT_END_SHARE = 0.6;
const FERMATA_LENGTHENING = 1.8;
/** The map is drawn in steps of a sixteenth note. */
const STEPS_PER_QUARTER = 4;

interface TempoMapOptions {
  /** When the line begins. */
  readonly startSeconds?: number;
  /** How much longer than written each sixteenth lasts, asked for in order: a human player's wavering. */
  readonly lengthening?: () => number;
}

/** Quarters of a line ↔ seconds: as written, slowing under a rit., waiting on a fermata. */
export class TempoMap {
  readonly #quarters: number[] = [];
  readonly #seconds: number[] = [];
  readonly secondsPerQuarter: number;
  readonly secondsPerBeat: number;

  /** @param bpm in beat units of the line's first meter. */
  constructor(line: Line, bpm: number, { startSeconds = 0, lengthening = () => 1 }: TempoMapOptions = {}) {
    const notes = writtenNotes(line);
    const measures = timedMeasures(line);
    const unit = beatUnit(measures[0]!.measure.meter);
    this.secondsPerQuarter = quarterSeconds(bpm, unit);
    this.secondsPerBeat = this.secondsPerQuarter * toNumber(unit.quarters);
    const end = measures.at(-1)!;
    const length = toNumber(add(end.onsetQuarters, end.lengthQuarters));
    const slowingFrom = notes.find((note) => note.freeTempo);
    const ritFrom = slowingFrom ? toNumber(slowingFrom.onsetQuarters) : length;
    let seconds = startSeconds;
    const step = 1 / STEPS_PER_QUARTER;
    for (let quarter = 0; quarter <= length; quarter += step) {
      this.#quarters.push(quarter);
      this.#seconds.push(seconds);
      const slowed =
        quarter <= ritFrom ? 1 : 1 - (1 - RIT_END_SHARE) * ((quarter - ritFrom) / (length - ritFrom));
      const held = notes.some(
        (n) => n.fermata && toNumber(n.onsetQuarters) <= quarter && quarter < endQuarters(n),
      );
      seconds +=
        ((step * this.secondsPerQuarter) / slowed) * lengthening() * (held ? FERMATA_LENGTHENING : 1);
    }
  }

  /** When a place of the line is reached; after its end, when it ends. */
  seconds(quarters: number): number {
    const place = Math.min(quarters * STEPS_PER_QUARTER, this.#quarters.length - 1);
    const below = Math.floor(place);
    const above = Math.min(below + 1, this.#quarters.length - 1);
    return this.#seconds[below]! + (this.#seconds[above]! - this.#seconds[below]!) * (place - below);
  }

  /** End of the last measure. */
  get endSeconds(): number {
    return this.#seconds.at(-1)!;
  }

  /** Where in the line a moment lies; before its start and after its end, the first and the last place. */
  quartersAt(seconds: number): number {
    const below = Math.max(
      0,
      this.#seconds.findLastIndex((time) => time <= seconds),
    );
    const above = Math.min(below + 1, this.#seconds.length - 1);
    const span = this.#seconds[above]! - this.#seconds[below]!;
    const share = span > 0 ? Math.max(0, (seconds - this.#seconds[below]!) / span) : 0;
    return this.#quarters[below]! + share * (this.#quarters[above]! - this.#quarters[below]!);
  }
}
