import {
  beatUnit,
  divide,
  type Meter,
  measureLength,
  meter,
  toNumber,
  valueLength,
  valueOfCode,
} from '../time';
import type { Recipe, RecipeMeter, RecipeValue } from './recipe';

/** A note or a rest of a rhythm. */
export interface RhythmEvent {
  readonly kind: 'note' | 'rest';
  readonly value: RecipeValue;
}

/** A measure of rhythm. */
export type Rhythm = readonly RhythmEvent[];

/** Of a quarter note. */
const SIXTEENTHS = 4;

/** In sixteenths. */
export const lengthOf = (value: RecipeValue): number =>
  SIXTEENTHS * toNumber(valueLength(valueOfCode(value)));

/** Figures that fill whole beats, each with the beats of the measure, from 0, on which it may begin. `-` is a rest. */
interface Figure {
  readonly values: readonly string[];
  readonly beginsOn: Readonly<Partial<Record<RecipeMeter, readonly number[]>>>;
}

const ANYWHERE = { '2/4': [0, 1], '3/4': [0, 1, 2], '4/4': [0, 1, 2, 3] } as const;
// A half note begins where the meter is strong, so that its beats can be seen. Common practice of writing.
const STRONG = { '2/4': [0], '3/4': [0, 1], '4/4': [0, 2] } as const;
const COMPOUND = { '6/8': [0, 1] } as const;

const FIGURES: readonly Figure[] = [
  { values: ['quarter'], beginsOn: ANYWHERE },
  { values: ['eighth', 'eighth'], beginsOn: ANYWHERE },
  { values: ['-quarter'], beginsOn: ANYWHERE },
  { values: ['sixteenth', 'sixteenth', 'sixteenth', 'sixteenth'], beginsOn: ANYWHERE },
  { values: ['eighth', 'sixteenth', 'sixteenth'], beginsOn: ANYWHERE },
  { values: ['sixteenth', 'sixteenth', 'eighth'], beginsOn: ANYWHERE },
  { values: ['half'], beginsOn: STRONG },
  { values: ['quarter.', 'eighth'], beginsOn: STRONG },
  { values: ['-half'], beginsOn: { '4/4': [2] } },
  { values: ['half.'], beginsOn: { '3/4': [0], '4/4': [0] } },
  { values: ['whole'], beginsOn: { '4/4': [0] } },
  { values: ['quarter.'], beginsOn: COMPOUND },
  { values: ['eighth', 'eighth', 'eighth'], beginsOn: COMPOUND },
  { values: ['quarter', 'eighth'], beginsOn: COMPOUND },
  { values: ['-quarter.'], beginsOn: COMPOUND },
  { values: ['half.'], beginsOn: { '6/8': [0] } },
];

export function meterOf(name: RecipeMeter): Meter {
  const [beats, beatType] = name.split('/').map(Number) as [number, number];
  return meter(beats, beatType);
}

/** Beats that are felt, and their length in sixteenths. */
export function pulseOf(name: RecipeMeter): { readonly beats: number; readonly length: number } {
  const felt = meterOf(name);
  const beat = beatUnit(felt).quarters;
  return { beats: toNumber(divide(measureLength(felt), beat)), length: SIXTEENTHS * toNumber(beat) };
}

/** Notes and rests in a measure of a level. Our own measure. */
const MOST_EVENTS = { 1: 4, 2: 6, 3: 8 } as const;

/** Every rhythm of one measure that a recipe allows; none where its values do not fill one. At most one rest, and never at the head. */
export function rhythmsOf({ meter: name, values, hasRests, level }: Recipe): readonly Rhythm[] {
  const { beats, length } = pulseOf(name);
  const figures = FIGURES.map(({ values: codes, beginsOn }) => ({
    events: codes.map((code): RhythmEvent => {
      const isRest = code.startsWith('-');
      return { kind: isRest ? 'rest' : 'note', value: code.replace('-', '') as RecipeValue };
    }),
    beginsOn: beginsOn[name] ?? [],
  })).filter(({ events }) =>
    events.every(({ kind, value }) => values.includes(value) && (kind === 'note' || hasRests)),
  );
  const fill = (beat: number): readonly Rhythm[] => {
    if (beat === beats) return [[]];
    return figures
      .filter(({ beginsOn, events }) => beginsOn.includes(beat) && (beat > 0 || events[0]!.kind === 'note'))
      .flatMap(({ events }) => {
        const taken = events.reduce((sum, { value }) => sum + lengthOf(value), 0) / length;
        return beat + taken > beats ? [] : fill(beat + taken).map((rest) => [...events, ...rest]);
      });
  };
  return fill(0).filter(
    (rhythm) =>
      rhythm.length <= MOST_EVENTS[level] && rhythm.filter(({ kind }) => kind === 'rest').length <= 1,
  );
}

/** The length of its last note in sixteenths; 0 where it ends with a rest. */
export function lastNoteLength(rhythm: Rhythm): number {
  const last = rhythm.at(-1)!;
  return last.kind === 'note' ? lengthOf(last.value) : 0;
}
