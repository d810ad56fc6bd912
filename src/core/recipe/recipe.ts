import type { InstrumentId, Level, MidiRange } from '../instruments';
import type { Mode } from '../pitch';

/** The meters of a first year. */
export const RECIPE_METERS = ['2/4', '3/4', '4/4', '6/8'] as const;
export type RecipeMeter = (typeof RECIPE_METERS)[number];

/** The values that may stand in it, the longest first. */
export const RECIPE_VALUES = [
  'whole',
  'half.',
  'half',
  'quarter.',
  'quarter',
  'eighth',
  'sixteenth',
] as const;
export type RecipeValue = (typeof RECIPE_VALUES)[number];

/** Two phrases and more: of two measures each in the shortest line, of four in the others. */
export const RECIPE_LENGTHS = [4, 8, 12, 16] as const;
export type RecipeLength = (typeof RECIPE_LENGTHS)[number];

export const RECIPE_SIGNS = ['slurs', 'staccato', 'dynamics'] as const;
export type RecipeSign = (typeof RECIPE_SIGNS)[number];

/** Modes that beginners meet. */
export const RECIPE_MODES = ['major', 'minor'] as const satisfies readonly Mode[];

/** The smallest and the largest leap that can be asked for, in steps of the staff: a second, and an octave. */
export const LEAST_LEAP = 1;
export const MOST_LEAP = 7;

/** What a made line is like. */
export interface Recipe {
  /** Without pitches on an instrument that has none: to be clapped. */
  readonly instrument: InstrumentId;
  readonly level: Level;
  readonly meter: RecipeMeter;
  readonly measures: RecipeLength;
  readonly values: readonly RecipeValue[];
  readonly hasRests: boolean;
  readonly keyFifths: number;
  readonly mode: (typeof RECIPE_MODES)[number];
  /** Written MIDI numbers, inclusive; undefined for what the level plays. */
  readonly range?: MidiRange | undefined;
  /** In steps of the staff. */
  readonly largestLeap: number;
  readonly signs: readonly RecipeSign[];
  /** Of what is clapped: a second voice with a rhythm of its own. */
  readonly voices: 1 | 2;
  /** In beat units of the meter. */
  readonly bpm: number;
  /** Nothing but these written MIDI numbers: what was learned. Undefined for all. */
  readonly pitches?: readonly number[] | undefined;
  /** What should come often: what goes wrong. */
  readonly often: Often;
}

export interface Often {
  /** Rhythms of a measure, as `rhythmCode` writes them. */
  readonly rhythms: readonly string[];
  /** Written MIDI numbers. */
  readonly pitches: readonly number[];
}
