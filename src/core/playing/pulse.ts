import { createRandom, type Random } from '../base';
import { type Line, timedMeasures, type WrittenNote, writtenNotes } from '../notation';
import { add, beatUnit, quarterSeconds, toNumber } from '../time';
import type { PlayingStyle } from './performance';

/** Tempo left at the end of a rit.: 60 %. Common practice. */
const RIT_END_SHARE = 0.6;
const FERMATA_STRETCH = 1.8;

type PulseStyle = Pick<PlayingStyle, 'bpm' | 'leadSeconds' | 'tempoWander'>;

export function endQuarters(note: WrittenNote): number {
  return toNumber(add(note.onsetQuarters, note.lengthQuarters));
}

/** The beat exactly as written, from 0 seconds at the start of the line. @param bpm in beat units of its first meter. */
export function writtenPulse(line: Line, bpm: number): Pulse {
  return new Pulse(line, { bpm, leadSeconds: 0, tempoWander: 0 }, createRandom(1));
}

/**
 * The tempo map of a player: quarters → seconds, as written (slowing under a rit., waiting on a fermata) and, for a
 * human one, wandering a little from measure to measure.
 */
export class Pulse {
  readonly #quarters: number[] = [];
  readonly #seconds: number[] = [];
  readonly secondsPerQuarter: number;
  readonly #secondsPerBeat: number;

  constructor(line: Line, style: PulseStyle, random: Random) {
    const notes = writtenNotes(line);
    const measures = timedMeasures(line);
    const unit = beatUnit(measures[0]!.measure.meter);
    this.secondsPerQuarter = quarterSeconds(style.bpm, unit);
    this.#secondsPerBeat = this.secondsPerQuarter * toNumber(unit.quarters);
    const end = measures.at(-1)!;
    const length = toNumber(add(end.onsetQuarters, end.lengthQuarters));
    const slowingFrom = notes.find((note) => note.freeTempo);
    const ritFrom = slowingFrom ? toNumber(slowingFrom.onsetQuarters) : length;
    let seconds = style.leadSeconds;
    let wander = 0;
    for (let quarter = 0; quarter <= length; quarter += 0.25) {
      this.#quarters.push(quarter);
      this.#seconds.push(seconds);
      wander = 0.9 * wander + random.gaussian(style.tempoWander * 0.4);
      const slowed =
        quarter <= ritFrom ? 1 : 1 - (1 - RIT_END_SHARE) * ((quarter - ritFrom) / (length - ritFrom));
      const held = notes.some(
        (n) => n.fermata && toNumber(n.onsetQuarters) <= quarter && quarter < endQuarters(n),
      );
      seconds += ((0.25 * this.secondsPerQuarter) / slowed) * (1 + wander) * (held ? FERMATA_STRETCH : 1);
    }
  }

  seconds(quarters: number): number {
    const place = Math.min(quarters * 4, this.#quarters.length - 1);
    const below = Math.floor(place);
    const above = Math.min(below + 1, this.#quarters.length - 1);
    return this.#seconds[below]! + (this.#seconds[above]! - this.#seconds[below]!) * (place - below);
  }

  beatsToSeconds(beats: number): number {
    return beats * this.#secondsPerBeat;
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
