import { type LineEvent, type Measure, measureOffset } from '../notation';
import {
  add,
  type CompoundCounting,
  compare,
  divide,
  isInThrees,
  isInteger,
  type Meter,
  minimum,
  type Rational,
  rational,
  subtract,
  toNumber,
  ZERO,
} from '../time';

/** The beat that is counted, and into how many equal parts it falls first. */
export interface CountedBeat {
  readonly quarters: Rational;
  readonly division: 2 | 3;
}

export function countedBeat(meter: Meter, compound: CompoundCounting): CountedBeat {
  if (!isInThrees(meter)) return { quarters: rational(4, meter.beatType), division: 2 };
  return compound === 'beats'
    ? { quarters: rational(3, 2), division: 3 }
    : { quarters: rational(1, 2), division: 2 };
}

/** What of an event lies within one beat. */
export interface Segment {
  /** Beat of the full measure, from 0. */
  readonly beat: number;
  /** Where in the beat it begins: 0 up to, but not, 1. */
  readonly from: Rational;
  /** Place among everything that sounds or is silent in this beat, from 0, and how much there is. */
  readonly place: number;
  readonly placesInBeat: number;
}

/** A note or rest with the beats it lies in. */
export interface CountedEvent {
  readonly event: LineEvent;
  /** At least one, in time order. */
  readonly segments: readonly [Segment, ...Segment[]];
  /** Begins exactly on a beat. */
  readonly startsOnBeat: boolean;
  readonly lengthBeats: Rational;
}

/** Cuts the events of a measure's first voice at its beats: each beat lies in exactly one segment's beginning. */
export function countedEvents(measure: Measure, beat: CountedBeat): readonly CountedEvent[] {
  let at = divide(measureOffset(measure), beat.quarters);
  const cut = measure.events.map((event) => {
    const from = at;
    const lengthBeats = divide(event.quarters, beat.quarters);
    at = add(at, lengthBeats);
    return { event, from, lengthBeats, pieces: cutAtBeats(from, at) };
  });
  const first = divide(measureOffset(measure), beat.quarters);
  // A pickup that enters inside a beat leaves the beginning of that beat to silence.
  const silentBeat = isInteger(first) ? undefined : Math.floor(toNumber(first));
  const places = new Map<number, number>(silentBeat === undefined ? [] : [[silentBeat, 1]]);
  const placed = cut.map(({ pieces, ...rest }) => ({
    ...rest,
    pieces: pieces.map((piece) => {
      const place = places.get(piece.beat) ?? 0;
      places.set(piece.beat, place + 1);
      return { ...piece, place };
    }),
  }));
  return placed.map(({ event, from, lengthBeats, pieces }) => {
    const [head, ...rest] = pieces.map(
      (piece): Segment => ({ ...piece, placesInBeat: places.get(piece.beat)! }),
    );
    return { event, lengthBeats, startsOnBeat: isInteger(from), segments: [head!, ...rest] };
  });
}

type Piece = Pick<Segment, 'beat' | 'from'>;

function cutAtBeats(from: Rational, to: Rational): [Piece, ...Piece[]] {
  const beat = Math.floor(toNumber(from));
  const head: Piece = { beat, from: subtract(from, rational(beat)) };
  const rest: Piece[] = [];
  for (let at = minimum(rational(beat + 1), to); compare(at, to) < 0; at = add(at, rational(1)))
    rest.push({ beat: toNumber(at), from: ZERO });
  return [head, ...rest];
}
