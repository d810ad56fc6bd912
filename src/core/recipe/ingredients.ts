import { eventsOfMeasure, type Measure, type Part } from '../notation';
import { staffPlace } from '../pitch';
import { melodyOf } from '../study';
import { type NoteValue, valueCode } from '../time';
import { rhythmCode } from './phrases';
import { type Often, RECIPE_METERS, RECIPE_VALUES, type RecipeMeter, type RecipeValue } from './recipe';
import type { Rhythm } from './rhythms';

/** What some lines are made of. */
export interface Ingredients {
  readonly meters: readonly RecipeMeter[];
  readonly values: readonly RecipeValue[];
  readonly hasRests: boolean;
  /** Written MIDI numbers, rising; empty where nothing has a pitch. */
  readonly pitches: readonly number[];
  /** In steps of the staff. */
  readonly largestLeap: number;
  /** Sharps (positive) or flats (negative). */
  readonly keys: readonly number[];
}

/** Undefined for what no recipe has. */
const maybeRecipeValue = (value: NoteValue): RecipeValue | undefined =>
  value.tuplet ? undefined : RECIPE_VALUES.find((one) => one === valueCode(value));

/** What has been learned with some lines: everything that stands in them and may stand in a recipe. */
export function ingredientsOf(parts: readonly Part[]): Ingredients {
  const measures = parts.flatMap((part) => part.measures);
  const events = measures.flatMap(eventsOfMeasure);
  const values = new Set(events.map(({ value }) => maybeRecipeValue(value)));
  const melodies = parts.map((part) => melodyOf(part).filter(({ isPitched }) => isPitched));
  const leaps = melodies.flatMap((notes) =>
    notes
      .slice(1)
      .map(({ spelling }, index) => Math.abs(staffPlace(spelling) - staffPlace(notes[index]!.spelling))),
  );
  const pitched = measures.filter(({ clef }) => clef !== 'percussion');
  return {
    meters: RECIPE_METERS.filter((name) =>
      measures.some(({ meter }) => `${meter.beats}/${meter.beatType}` === name),
    ),
    values: RECIPE_VALUES.filter((value) => values.has(value)),
    hasRests: events.some((event) => event.kind === 'rest' && !event.fillsMeasure),
    pitches: [...new Set(melodies.flat().map(({ midi }) => midi))].toSorted((a, b) => a - b),
    largestLeap: Math.max(1, ...leaps),
    keys: [...new Set(pitched.map(({ keyFifths }) => keyFifths))].toSorted((a, b) => a - b),
  };
}

/** The rhythms and pitches of measures that go wrong: what is wanted often. */
export function oftenOf(part: Part, isWrong: (measure: Measure) => boolean): Often {
  const wrong = new Set(part.measures.filter(isWrong));
  const rhythms = [...wrong].flatMap(({ events }) => {
    const rhythm = events.flatMap(({ kind, ...event }): Rhythm => {
      const value = maybeRecipeValue(event.value);
      return value ? [{ kind, value }] : [];
    });
    return rhythm.length < events.length ? [] : [rhythmCode(rhythm)];
  });
  const pitches = melodyOf(part)
    .filter(({ isPitched, measureIndex }) => isPitched && wrong.has(part.measures[measureIndex]!))
    .map(({ midi }) => midi);
  return { rhythms: [...new Set(rhythms)], pitches: [...new Set(pitches)] };
}
