import { type LineEvent, type Measure, measureOffset } from '../notation';
import {
  add,
  type CompoundCounting,
  compare,
  divide,
  isInThrees,
  isInteger,
  leastCommonMultiple,
  type Meter,
  minimum,
  type Rational,
  rational,
  subtract,
  toNumber,
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
  /** Where in the beat it begins and ends: 0 up to, but not, 1; and up to 1. */
  readonly from: Rational;
  readonly to: Rational;
  /** Equal parts into which the beat falls so that everything in it begins on one of them; a beat with one note has one. */
  readonly partsOfBeat: number;
}

/** A note or rest with the beats it lies in. */
export interface CountedEvent {
  readonly event: LineEvent;
  /** What follows in the same measure. */
  readonly next: LineEvent | undefined;
  /** At least one, in time order. */
  readonly segments: readonly [Segment, ...Segment[]];
  /** Begins exactly on a beat. */
  readonly startsOnBeat: boolean;
  readonly lengthBeats: Rational;
}

/** Cuts the events of a measure's first voice at its beats: each beat lies in exactly one segment's beginning. */
export function countedEvents(measure: Measure, beat: CountedBeat): readonly CountedEvent[] {
  let at = divide(measureOffset(measure), beat.quarters);
  const cut = measure.events.map((event, index) => {
    const from = at;
    const lengthBeats = divide(event.quarters, beat.quarters);
    at = add(at, lengthBeats);
    return { event, next: measure.events[index + 1], from, lengthBeats, pieces: cutAtBeats(from, at) };
  });
  const parts = partsByBeat(cut.flatMap(({ pieces }) => pieces));
  return cut.map(({ pieces, from, ...counted }) => {
    const [head, ...rest] = pieces.map(
      (piece): Segment => ({ ...piece, partsOfBeat: parts.get(piece.beat)! }),
    );
    return { ...counted, startsOnBeat: isInteger(from), segments: [head!, ...rest] };
  });
}

type Piece = Omit<Segment, 'partsOfBeat'>;

function cutAtBeats(from: Rational, to: Rational): [Piece, ...Piece[]] {
  const piece = (begin: Rational): Piece => {
    const beat = rational(Math.floor(toNumber(begin)));
    const end = minimum(add(beat, rational(1)), to);
    return { beat: toNumber(beat), from: subtract(begin, beat), to: subtract(end, beat) };
  };
  const head = piece(from);
  const rest: Piece[] = [];
  for (let at = rational(head.beat + 1); compare(at, to) < 0; at = add(at, rational(1))) rest.push(piece(at));
  return [head, ...rest];
}

function partsByBeat(pieces: readonly Piece[]): ReadonlyMap<number, number> {
  const parts = new Map<number, number>();
  for (const { beat, from } of pieces)
    parts.set(beat, leastCommonMultiple(parts.get(beat) ?? 1, from.denominator));
  return parts;
}
