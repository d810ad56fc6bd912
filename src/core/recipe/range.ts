import { pitchNameInOctave } from '../pitch';
import { tonesOf } from './melody';
import type { Recipe } from './recipe';

/** A note that a line may reach to. */
export interface RangeNote {
  /** Written. */
  readonly midi: number;
  /** With its octave: `F♯4`. */
  readonly name: string;
}

/** The notes of the key that the level plays, the lowest first: a range of one's own lies between two of them. */
export function notesToChooseFrom(recipe: Recipe): readonly RangeNote[] {
  return tonesOf({ ...recipe, range: undefined, pitches: undefined }).map(({ midi, spelling }) => ({
    midi,
    name: pitchNameInOctave(spelling),
  }));
}
