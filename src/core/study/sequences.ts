import { capital } from '../base';
import type { Part } from '../notation';
import { type Spelling, staffPlace, stepsName } from '../pitch';
import {
  add,
  compare,
  type Meter,
  measureLength,
  multiply,
  type Rational,
  rational,
  subtract,
} from '../time';
import type { Finding } from './finding';
import { type MeasureWords, withArticle } from './measure-words';
import { idsOf, type MelodyNote, measuresOf, melodyOf } from './melody';

/** A stretch of equal length of the melody. */
interface Figure {
  readonly notes: readonly MelodyNote[];
  /** Equal for equal rhythms. */
  readonly rhythm: string;
}

/** How far a figure moves: always the same number of steps, and perhaps of half steps as well. */
interface Shift {
  readonly steps: number;
  readonly isReal: boolean;
}

/** Fewer notes make no figure. */
const FEWEST_NOTES = 3;
/** Half measures must come so often before a teacher would say so. */
const FEWEST_HALVES = 3;

/** Figures that come again higher or lower: of half a measure, a measure, or two. Longer ones are told before shorter. */
export function sequences(part: Part, words: MeasureWords): Finding<'sequence'>[] {
  const { meter } = part.measures.at(-1)!;
  const melody = melodyOf(part);
  const found: Finding<'sequence'>[] = [];
  const told = new Set<string>();
  for (const share of [rational(1), rational(2), ...halves(meter)]) {
    const figures = cut(part, melody, multiply(measureLength(meter), share));
    const fewest = compare(share, rational(1)) < 0 ? FEWEST_HALVES : 2;
    for (const chain of chains(figures, fewest)) {
      const notes = chain.figures.flatMap((figure) => figure.notes);
      if (notes.every(({ note }) => told.has(note.id))) continue;
      for (const { note } of notes) told.add(note.id);
      found.push({
        kind: 'sequence',
        measureIndexes: measuresOf(notes),
        eventIds: idsOf(notes),
        sentence: describeChain(chain, words),
      });
    }
  }
  return found;
}

function halves({ beats, beatType }: Meter): Rational[] {
  return beats % 2 === 0 && !(beats === 2 && beatType === 4) ? [rational(1, 2)] : [];
}

/** Equal stretches from the first full measure on; one that a note runs out of is no figure. */
function cut(part: Part, melody: readonly MelodyNote[], length: Rational): readonly Figure[] {
  const pickup = part.measures[0]!.number === 0;
  const from = pickup
    ? part.measures[0]!.events.reduce((sum, { quarters }) => add(sum, quarters), rational(0))
    : rational(0);
  const figures: Figure[] = [];
  const end = melody.at(-1);
  if (!end) return [];
  for (let start = from; compare(start, end.onset) <= 0; start = add(start, length)) {
    const stop = add(start, length);
    const notes = melody.filter(({ onset }) => compare(onset, start) >= 0 && compare(onset, stop) < 0);
    const runsOut = notes.some(({ onset, length: own }) => compare(add(onset, own), stop) > 0);
    const rhythm = notes
      .map(({ onset, length: own }) => `${key(subtract(onset, start))}:${key(own)}`)
      .join(' ');
    figures.push({ notes: runsOut ? [] : notes, rhythm });
  }
  return figures;
}

function key({ numerator, denominator }: Rational): string {
  return `${numerator}/${denominator}`;
}

interface Chain {
  readonly figures: readonly Figure[];
  readonly shift: Shift;
}

function chains(figures: readonly Figure[], fewest: number): readonly Chain[] {
  const found: Chain[] = [];
  for (let index = 0; index + 1 < figures.length; ) {
    const shift = shiftBetween(figures[index]!, figures[index + 1]!);
    let end = index + 1;
    let isReal = shift?.isReal ?? false;
    while (shift && end + 1 < figures.length) {
      const next = shiftBetween(figures[end]!, figures[end + 1]!);
      if (next?.steps !== shift.steps) break;
      isReal = isReal && next.isReal;
      end++;
    }
    if (shift && end - index + 1 >= fewest) {
      found.push({ figures: figures.slice(index, end + 1), shift: { steps: shift.steps, isReal } });
      index = end;
    } else index++;
  }
  return found;
}

function shiftBetween(a: Figure, b: Figure): Shift | undefined {
  if (a.notes.length < FEWEST_NOTES || a.rhythm !== b.rhythm) return undefined;
  if (![...a.notes, ...b.notes].every(({ isPitched }) => isPitched)) return undefined;
  // A note that is only repeated is no melody.
  if (new Set(a.notes.map(({ midi }) => midi)).size < 2) return undefined;
  const steps = places(b).map((place, index) => place - places(a)[index]!);
  const halfSteps = b.notes.map(({ midi }, index) => midi - a.notes[index]!.midi);
  if (steps[0] === 0 || steps.some((one) => one !== steps[0])) return undefined;
  return { steps: steps[0]!, isReal: halfSteps.every((one) => one === halfSteps[0]) };
}

function places({ notes }: Figure): number[] {
  return notes.map(({ spelling }: { readonly spelling: Spelling }) => staffPlace(spelling));
}

function describeChain({ figures, shift }: Chain, words: MeasureWords): string {
  const where = words.several(measuresOf(figures.flatMap(({ notes }) => notes)));
  const way = shift.steps > 0 ? 'higher' : 'lower';
  const name = withArticle(stepsName(shift.steps));
  const times = figures.length === 2 ? 'again' : `${figures.length - 1} times more, each time`;
  const exactly = shift.isReal ? 'every half step kept' : 'following the key';
  return `${capital(where)}: the same figure comes ${times} ${name} ${way}, ${exactly}.`;
}
