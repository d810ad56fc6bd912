import {
  endQuarters,
  type Line,
  type Swing,
  swingOf,
  type TempoSpan,
  tempoSpans,
  writtenNotes,
} from '../notation';
import { beatUnit, quarterSeconds, toNumber } from '../time';

const FERMATA_LENGTHENING = 1.8;
/** The map is drawn in steps of a sixteenth note. */
const STEPS_PER_QUARTER = 4;
/** Places nearer than this are one. */
const SAME_PLACE_QUARTERS = 1e-6;

interface TempoMapOptions {
  /** When the line begins. */
  readonly startSeconds?: number;
  /** How much longer than written each step of the map lasts, asked for in order: a human player's wavering. */
  readonly lengthening?: () => number;
}

/**
 * Quarters of a line ↔ seconds: as written, slowing under a rit., quickening under an accel., in every new tempo, waiting on a fermata,
 * swung where the words ask for it.
 * Model, backing, click, playhead, count and simulated players all go by it.
 */
export class TempoMap {
  /** Places of the map, as played. */
  readonly #quarters: readonly number[];
  readonly #swing: Swing;
  readonly #seconds: number[];
  readonly secondsPerQuarter: number;
  readonly secondsPerBeat: number;

  /** @param bpm at the start of the line, in beat units of its first meter. */
  constructor(line: Line, bpm: number, { startSeconds = 0, lengthening = () => 1 }: TempoMapOptions = {}) {
    const unit = beatUnit(line.part.measures[0]!.meter);
    this.secondsPerQuarter = quarterSeconds(bpm, unit);
    this.secondsPerBeat = this.secondsPerQuarter * toNumber(unit.quarters);
    this.#swing = swingOf(line);
    const spans = tempoSpans(line);
    const held = writtenNotes(line).flatMap((note) =>
      note.fermata
        ? [
            {
              from: this.#swing.played(toNumber(note.onsetQuarters)),
              to: this.#swing.played(endQuarters(note)),
            },
          ]
        : [],
    );
    this.#quarters = places(spans, held);
    this.#seconds = [startSeconds];
    for (let index = 1; index < this.#quarters.length; index++) {
      const [from, to] = [this.#quarters[index - 1]!, this.#quarters[index]!];
      const isHeld = held.some((note) => note.from <= from + SAME_PLACE_QUARTERS && from < note.to);
      const seconds = ((to - from) * this.secondsPerQuarter) / shareAt(spans, from);
      this.#seconds.push(
        this.#seconds[index - 1]! + seconds * lengthening() * (isHeld ? FERMATA_LENGTHENING : 1),
      );
    }
  }

  /** When a place of the line is reached; after its end, when it ends. */
  seconds(quarters: number): number {
    return interpolated(this.#quarters, this.#seconds, this.#swing.played(quarters));
  }

  /** End of the last measure. */
  get endSeconds(): number {
    return this.#seconds.at(-1)!;
  }

  /** Where in the line a moment lies; before its start and after its end, the first and the last place. */
  quartersAt(seconds: number): number {
    return this.#swing.written(interpolated(this.#seconds, this.#quarters, seconds));
  }
}

/** Every sixteenth, and wherever the tempo turns or a fermata is taken or let go. */
function places(
  spans: readonly TempoSpan[],
  held: readonly { readonly from: number; readonly to: number }[],
): readonly number[] {
  const length = spans.length === 0 ? 0 : toNumber(spans.at(-1)!.toQuarters);
  const grid = Array.from(
    { length: Math.floor(length * STEPS_PER_QUARTER + SAME_PLACE_QUARTERS) + 1 },
    (_, step) => step / STEPS_PER_QUARTER,
  );
  const turns = [
    ...spans.map(({ toQuarters }) => toNumber(toQuarters)),
    ...held.flatMap(({ from, to }) => [from, to]),
  ];
  const all = [...grid, ...turns].toSorted((a, b) => a - b);
  return all.filter((place, index) => index === 0 || place - all[index - 1]! > SAME_PLACE_QUARTERS);
}

/** Tempo at a place, as a share of the opening one. */
function shareAt(spans: readonly TempoSpan[], quarters: number): number {
  const span = spans.findLast(
    ({ fromQuarters }) => toNumber(fromQuarters) <= quarters + SAME_PLACE_QUARTERS,
  )!;
  const [from, to] = [toNumber(span.fromQuarters), toNumber(span.toQuarters)];
  return span.fromShare + (span.toShare - span.fromShare) * ((quarters - from) / (to - from));
}

/** `ys` at a place between two of the rising `xs`; before the first and after the last, the first and the last of them. */
function interpolated(xs: readonly number[], ys: readonly number[], x: number): number {
  let [low, high] = [0, xs.length - 1];
  if (x <= xs[low]!) return ys[low]!;
  if (x >= xs[high]!) return ys[high]!;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (xs[middle]! <= x) low = middle;
    else high = middle;
  }
  return ys[low]! + ((ys[high]! - ys[low]!) * (x - xs[low]!)) / (xs[high]! - xs[low]!);
}

/**
 * Places of a line in beats of its opening tempo, so that a player who takes every new tempo as written, and swings what is to be swung,
 * has one even pulse; under a rit. or accel. the tempo before it goes on.
 * @returns a function from quarter notes to beats, both from the start of the line.
 */
export function evenBeats(line: Line): (quarters: number) => number {
  const unitQuarters = toNumber(beatUnit(line.part.measures[0]!.meter).quarters);
  const swing = swingOf(line);
  let beats = 0;
  const spans = tempoSpans(line).map(({ fromQuarters, toQuarters, fromShare }) => {
    const span = {
      fromQuarters: toNumber(fromQuarters),
      fromBeats: beats,
      quartersPerBeat: unitQuarters * fromShare,
    };
    beats += (toNumber(toQuarters) - span.fromQuarters) / span.quartersPerBeat;
    return span;
  });
  return (written) => {
    const quarters = swing.played(written);
    const { fromQuarters, fromBeats, quartersPerBeat } =
      spans.findLast((span) => span.fromQuarters <= quarters) ?? spans[0]!;
    return fromBeats + (quarters - fromQuarters) / quartersPerBeat;
  };
}
