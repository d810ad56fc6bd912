import type { Part } from '../notation';
import { contentKey, type HardSpot, melodyOf } from '../study';
import { compare, measureLength, multiply, rational } from '../time';

/** How a line is taken apart. */
export const CHUNKINGS = ['twos', 'threes', 'phrases', 'hard-spots', 'line'] as const;
export type Chunking = (typeof CHUNKINGS)[number];

/** A piece of a line that is practised alone. */
export type Chunk =
  | {
      readonly kind: 'measures' | 'line';
      readonly id: string;
      /** Printed measures, `toIndex` exclusive. */
      readonly fromIndex: number;
      readonly toIndex: number;
    }
  /** The line and those that are played straight after it. */
  | { readonly kind: 'together'; readonly id: string }
  /** The last note before a barline and the first after it. */
  | { readonly kind: 'join'; readonly id: string; readonly atIndex: number }
  /** Two neighbouring notes, back and forth. */
  | {
      readonly kind: 'drill';
      readonly id: string;
      readonly eventIds: readonly [string, string];
      readonly times: number;
    };

/** Back and forth at least three times. Common practice. */
export const USUAL_DRILL_TIMES = 3;
/** So many of the hardest exchanges and leaps are drilled. */
const MOST_DRILLS = 2;
/** A phrase shorter than this many measures goes with the next one. */
const FEWEST_MEASURES = 2;

/**
 * The chunks of a line in the order in which they are learned: each piece, then the join to the piece before it, at last
 * the line. Pieces that are the same as an earlier one are learned once.
 */
export function proposeChunks(
  part: Part,
  chunking: Chunking,
  hardSpots: readonly HardSpot[] = [],
): readonly Chunk[] {
  const line: Chunk = { kind: 'line', id: 'line', fromIndex: 0, toIndex: part.measures.length };
  const bounds = boundsOf(part, chunking);
  if (bounds.length === 1) return [...drills(part, chunking, hardSpots), line];
  const learned = new Set<string>();
  const chunks: Chunk[] = drills(part, chunking, hardSpots);
  for (const [index, fromIndex] of bounds.entries()) {
    const toIndex = bounds[index + 1] ?? part.measures.length;
    const content = part.measures.slice(fromIndex, toIndex).map(contentKey).join(' ‖ ');
    if (!learned.has(content)) {
      learned.add(content);
      chunks.push({ kind: 'measures', id: `m${fromIndex}-${toIndex}`, fromIndex, toIndex });
    }
    if (index > 0 && canJoin(part, fromIndex))
      chunks.push({ kind: 'join', id: `j${fromIndex}`, atIndex: fromIndex });
  }
  return [...chunks, line];
}

/** Where pieces begin, the first at 0. */
function boundsOf(part: Part, chunking: Chunking): readonly number[] {
  switch (chunking) {
    case 'twos':
      return evenBounds(part, 2);
    case 'threes':
      return evenBounds(part, 3);
    case 'phrases':
    case 'hard-spots':
      return phraseBounds(part);
    case 'line':
      return [0];
  }
}

/** A pickup belongs to the piece after it; a single measure at the end goes with the one before. What has one number is one. */
function evenBounds(part: Part, measures: number): number[] {
  const starts = part.measures.flatMap(({ number }, index) =>
    number === 0 || number === part.measures[index - 1]?.number ? [] : [index],
  );
  const count = Math.max(1, Math.floor((starts.length + measures - 2) / measures));
  return Array.from({ length: count }, (_, n) => (n === 0 ? 0 : starts[n * measures]!));
}

/** A note that fills this share of its measure is where a phrase comes to rest. */
const LONG_SHARE = rational(3, 4);

/** A phrase ends at a breath mark, at a rest of a beat or more, or at a long note, and at the next barline. */
function phraseBounds(part: Part): number[] {
  const ends = new Set<number>();
  for (const [index, { events, meter }] of part.measures.entries()) {
    const last = events.at(-1);
    if (!last) continue;
    const breathes = events.some((event) => event.kind === 'note' && event.breathAfter);
    const rests = last.kind === 'rest' && compare(last.quarters, rational(4, meter.beatType)) >= 0;
    const comesToRest =
      last.kind === 'note' &&
      !last.tiedToNext &&
      compare(last.quarters, multiply(measureLength(meter), LONG_SHARE)) >= 0;
    if (comesToRest || breathes || rests) ends.add(index);
  }
  const bounds = [0];
  for (let index = 1; index < part.measures.length; index++) {
    const isEnough =
      index - bounds.at(-1)! >= FEWEST_MEASURES && part.measures.length - index >= FEWEST_MEASURES;
    if (ends.has(index - 1) && isEnough) bounds.push(index);
  }
  return bounds;
}

/** Notes must stand on both sides of the barline, and not one and the same. */
function canJoin(part: Part, atIndex: number): boolean {
  const last = part.measures[atIndex - 1]!.events.at(-1);
  const first = part.measures[atIndex]!.events[0];
  return last?.kind === 'note' && first?.kind === 'note' && !first.tiedFromPrevious;
}

function drills(part: Part, chunking: Chunking, hardSpots: readonly HardSpot[]): Chunk[] {
  if (chunking !== 'hard-spots') return [];
  const struck = new Set(melodyOf(part).map(({ note }) => note.id));
  return hardSpots
    .filter(
      ({ kind, eventIds }) =>
        (kind === 'leap' || kind === 'finger-exchange') && eventIds.every((id) => struck.has(id)),
    )
    .slice(0, MOST_DRILLS)
    .map(({ eventIds: [from, to] }) => ({
      kind: 'drill',
      id: `d${from}-${to}`,
      eventIds: [from!, to!],
      times: USUAL_DRILL_TIMES,
    }));
}

/** `Measures 1 and 2`, `The join into measure 3`, `The whole line`, `A drill: D to E`. */
export function chunkName(part: Part, chunk: Chunk, noun: 'measure' | 'bar'): string {
  const numberOf = (index: number) => part.measures[index]!.number;
  const said = (index: number) => (numberOf(index) === 0 ? 'the pickup' : `${noun} ${numberOf(index)}`);
  switch (chunk.kind) {
    case 'line':
      return 'The whole line';
    case 'together':
      return 'One line after the other, without a stop';
    case 'join':
      return `The join into ${said(chunk.atIndex)}`;
    case 'drill':
      return `Two notes, back and forth, ${chunk.times} times`;
    case 'measures': {
      const [from, to] = [chunk.fromIndex, chunk.toIndex - 1];
      if (from === to) return said(from).replace(/^./, (letter) => letter.toUpperCase());
      const pickup = numberOf(from) === 0 ? 'Pickup and ' : '';
      const first = pickup ? from + 1 : from;
      const numbers =
        first === to ? `${noun} ${numberOf(to)}` : `${noun}s ${numberOf(first)} to ${numberOf(to)}`;
      return pickup ? pickup + numbers : numbers.replace(/^./, (letter) => letter.toUpperCase());
    }
  }
}
