import { lineOf, readBook } from '../../../tests/support/lines';
import { PLAIN_RECIPE } from '../../../tests/support/recipes';
import { createRandom } from '../base';
import { INSTRUMENT_IDS, instrument, isInReach } from '../instruments';
import { checkArithmetic, type Line, type Note, writtenNotes } from '../notation';
import { pitchName, staffPlace, tonicOf } from '../pitch';
import { melodyOf } from '../study';
import { valueCode } from '../time';
import {
  compose,
  ingredientsOf,
  isWithinLevel,
  MOST_LEAP,
  notesToChooseFrom,
  oftenOf,
  RECIPE_LENGTHS,
  RECIPE_METERS,
  RECIPE_MODES,
  RECIPE_SIGNS,
  RECIPE_VALUES,
  type Recipe,
} from '.';

const PLAIN: Recipe = { ...PLAIN_RECIPE, values: ['quarter', 'half', 'whole'] };

const made = (recipe: Recipe, seed = 1): Line => {
  const line = compose(recipe, seed);
  if (!line.ok) throw new Error(line.issues[0]!.message);
  return line.value;
};

/** Melodic instruments of which a beginner plays more than a few notes, and hands. */
const PLAYERS = INSTRUMENT_IDS.filter((id) => instrument(id).ranges !== undefined);
const KEYS_OF_LEVEL = { 1: [0, -1, 1, -2], 2: [0, -1, 1, -2, 2, -3], 3: [0, -1, 1, -2, 2, -3, 3] } as const;

/** A recipe by chance, of those that a teacher would write. */
function anyRecipe(seed: number): Recipe {
  const random = createRandom(seed);
  const level = random.pick([1, 2, 3] as const);
  const meter = random.pick(RECIPE_METERS);
  const usual =
    meter === '6/8' ? (['quarter.', 'quarter', 'eighth'] as const) : (['quarter', 'half'] as const);
  const more = RECIPE_VALUES.filter((value) => value !== 'sixteenth' || level === 3);
  const isClapped = random.uniform(0, 1) < 0.2;
  const plain: Recipe = {
    ...PLAIN,
    instrument: isClapped ? 'clap' : random.pick(PLAYERS),
    level,
    meter,
    measures: random.pick(RECIPE_LENGTHS),
    values: [...new Set([...usual, ...more.filter(() => random.uniform(0, 1) < 0.5)])],
    hasRests: random.uniform(0, 1) < 0.5,
    keyFifths: random.pick(KEYS_OF_LEVEL[level]),
    mode: random.pick(RECIPE_MODES),
    largestLeap: random.integer(2, MOST_LEAP + 1),
    signs: RECIPE_SIGNS.filter(() => random.uniform(0, 1) < 0.3),
    voices: isClapped && random.uniform(0, 1) < 0.5 ? 2 : 1,
    bpm: random.integer(60, 96),
  };
  const notes = notesToChooseFrom(plain);
  // An octave at least, from anywhere.
  const lowest = random.integer(0, Math.max(1, notes.length - 7));
  const highest = random.integer(lowest + 7, notes.length + 7);
  const isNarrowed = !isClapped && random.uniform(0, 1) < 0.3 && notes[highest] !== undefined;
  return isNarrowed ? { ...plain, range: [notes[lowest]!.midi, notes[highest]!.midi] } : plain;
}

/** All that a line must be; what it is not, in words. */
function faultsOf({ part, ...line }: Line, recipe: Recipe): readonly string[] {
  const whole = { ...line, part };
  const events = part.measures.flatMap(({ events: own, otherVoices }) => [
    ...own,
    ...otherVoices.flatMap((voice) => voice.events),
  ]);
  const melody = melodyOf(part);
  const last = melody.at(-1)!;
  const isPitched = last.isPitched;
  const tonic = isPitched ? tonicOf({ fifths: recipe.keyFifths, mode: recipe.mode }) : undefined;
  const reach = isInReach(instrument(recipe.instrument), recipe.level);
  const leaps = melody.slice(1).map((note, index) => ({
    steps: Math.abs(staffPlace(note.spelling) - staffPlace(melody[index]!.spelling)),
    semitones: Math.abs(note.midi - melody[index]!.midi),
  }));
  const codes = events.map(({ value }) => valueCode(value));
  return [
    ...checkArithmetic(part).wrong.map(({ message }) => message),
    ...(part.measures.length === recipe.measures ? [] : ['another length']),
    ...(codes.every((code) => recipe.values.some((value) => value === code))
      ? []
      : ['a value that was not asked for']),
    ...(recipe.hasRests || events.every(({ kind }) => kind === 'note') ? [] : ['a rest']),
    ...(!isPitched || melody.every(({ midi }) => reach(midi)) ? [] : ['out of range']),
    ...(!recipe.range || melody.every(({ midi }) => midi >= recipe.range![0] && midi <= recipe.range![1])
      ? []
      : ['out of the range asked for']),
    ...(!isPitched || leaps.every(({ steps }) => steps <= recipe.largestLeap) ? [] : ['a leap too large']),
    // Of the tritone and of sevenths every handbook of melody warns: general theory.
    ...(!isPitched || leaps.every(({ steps, semitones }) => semitones !== 6 && steps !== 6)
      ? []
      : ['a leap not to be sung']),
    ...(!tonic || (last.spelling.step === tonic.step && last.spelling.alter === tonic.alter)
      ? []
      : ['another last note']),
    ...(isWithinLevel(whole, recipe) ? [] : ['harder than its level']),
  ];
}

test('a thousand lines to a thousand recipes: each is within its recipe, adds up, lies in range, ends on its tonic and is not too hard', () => {
  let given = 0;
  const refused = new Map<string, number>();
  for (let seed = 1; given < 1000; seed++) {
    const recipe = anyRecipe(seed);
    const line = compose(recipe, seed);
    if (!line.ok) {
      const { code } = line.issues[0]!;
      refused.set(code, (refused.get(code) ?? 0) + 1);
      continue;
    }
    given++;
    expect([seed, ...faultsOf(line.value, recipe)]).toEqual([seed]);
  }
  expect(given).toBe(1000);
  // A tonic that no beginner of the instrument plays, or a key that is hard on it, is no fault of a line: it is said.
  expect([...refused.keys()].filter((code) => code !== 'range' && code !== 'too-narrow')).toEqual([]);
  expect(refused.get('too-narrow') ?? 0).toBeLessThan(80);
});

test('the same seed makes the same line, and a hundred others a hundred others', () => {
  expect(made(PLAIN, 7)).toEqual(made(PLAIN, 7));
  const lines = Array.from({ length: 100 }, (_, seed) => JSON.stringify(made(PLAIN, seed).part.measures));
  expect(new Set(lines).size).toBe(100);
});

test('phrases end with a long note, and the answer takes up the rhythm of the question', () => {
  for (let seed = 0; seed < 30; seed++) {
    const { measures } = made(PLAIN, seed).part;
    for (const index of [3, 7]) expect(measures[index]!.events.at(-1)!.value.base).toMatch(/half|whole/);
    const rhythmOf = (index: number) => measures[index]!.events.map(({ value }) => value.base);
    for (const index of [0, 1, 2]) expect(rhythmOf(index + 4)).toEqual(rhythmOf(index));
  }
});

test('after a leap of a fourth or more comes a step back', () => {
  for (let seed = 0; seed < 60; seed++) {
    const melody = melodyOf(made({ ...PLAIN, level: 2, largestLeap: 5 }, seed).part);
    const steps = melody
      .slice(1)
      .map((note, index) => staffPlace(note.spelling) - staffPlace(melody[index]!.spelling));
    for (const [index, size] of steps.entries()) {
      const next = steps[index + 1];
      if (Math.abs(size) < 3 || next === undefined) continue;
      expect(Math.sign(next)).not.toBe(Math.sign(size));
      expect(Math.abs(next)).toBeLessThanOrEqual(2);
    }
  }
});

test('nothing but what was learned, and often what goes wrong', () => {
  const learned = [67, 69, 71, 72, 74];
  const line = made({ ...PLAIN, keyFifths: 1, pitches: learned }, 3);
  expect(melodyOf(line.part).every(({ midi }) => learned.includes(midi))).toBe(true);
  const often = { rhythms: ['quarter. eighth half'], pitches: [] };
  const values = ['quarter', 'half', 'quarter.', 'eighth'] as const;
  const count = (recipe: Recipe) =>
    Array.from({ length: 20 }, (_, seed) => made(recipe, seed).part.measures)
      .flat()
      .filter(
        ({ events }) =>
          events.map(({ value }) => `${value.base}${value.dots}`).join() === 'quarter1,eighth0,half0',
      ).length;
  const level2 = { ...PLAIN, level: 2, values } as const;
  expect(count({ ...level2, often })).toBeGreaterThan(2 * count(level2));
});

test('what is clapped has no pitches, and its second voice another rhythm', () => {
  const line = made({ ...PLAIN, instrument: 'clap', voices: 2 }, 5);
  for (const { events, otherVoices } of line.part.measures) {
    expect(otherVoices).toHaveLength(1);
    const rhythm = (own: typeof events) => own.map(({ kind, value }) => `${kind} ${value.base}`);
    expect(rhythm(otherVoices[0]!.events)).not.toEqual(rhythm(events));
  }
  expect(writtenNotes(line).length).toBeGreaterThan(8);
});

test('signs stand only where they were asked for', () => {
  const signed = (signs: Recipe['signs']) =>
    made({ ...PLAIN, level: 2, values: ['quarter', 'half', 'eighth'], signs }, 9).part.measures;
  const notes = (signs: Recipe['signs']) =>
    signed(signs).flatMap(({ events }) => events.filter((event): event is Note => event.kind === 'note'));
  expect(
    notes([]).every(({ slurStarts, articulations }) => slurStarts === 0 && articulations.length === 0),
  ).toBe(true);
  const slurred = notes(['slurs']);
  const sum = (key: 'slurStarts' | 'slurStops') => slurred.reduce((all, note) => all + note[key], 0);
  expect(sum('slurStarts')).toBeGreaterThan(0);
  expect(sum('slurStarts')).toBe(sum('slurStops'));
  expect(signed(['dynamics']).filter(({ directions }) => directions.length > 0)).toHaveLength(2);
});

test.each([
  [{ values: ['eighth'] as const, meter: '3/4' as const, level: 1 as const }, 'values'],
  [{ pitches: [62, 64] }, 'range'],
  [{ range: [60, 62] as const }, 'range'],
  [{ largestLeap: 0 }, 'too-narrow'],
])('a recipe that cannot be says why: %j', (more, code) => {
  const line = compose({ ...PLAIN, ...more }, 1);
  expect(line.ok ? undefined : line.issues[0]!.code).toBe(code);
});

// The names of the tonics: circle of fifths, general theory.
test.each([
  [0, 'major', 'C'],
  [1, 'major', 'G'],
  [-2, 'major', 'B♭'],
  [0, 'minor', 'A'],
  [1, 'minor', 'E'],
] as const)('with %i sharps in %s the last note is %s', (keyFifths, mode, name) => {
  const line = made({ ...PLAIN, level: 3, keyFifths, mode }, 2);
  expect(pitchName(melodyOf(line.part).at(-1)!.spelling)).toBe(name);
});

test('what was learned is what stands in the lines; a recipe of it makes lines of nothing else', () => {
  const parts = readBook()
    .map(({ line }) => line.part)
    .filter(({ instrument: id }) => id === 'flute');
  const learned = ingredientsOf(parts);
  const standing = parts.flatMap((part) => melodyOf(part)).filter(({ isPitched }) => isPitched);
  expect(new Set(learned.pitches)).toEqual(new Set(standing.map(({ midi }) => midi)));
  const line = made({ ...PLAIN, level: 3, values: learned.values, pitches: learned.pitches }, 4);
  expect(ingredientsOf([line.part]).pitches.every((midi) => learned.pitches.includes(midi))).toBe(true);
  expect(ingredientsOf([line.part]).values.every((value) => learned.values.includes(value))).toBe(true);
});

test('what goes wrong is told by the measures that do', () => {
  const { part } = lineOf(['C4q D4q E4h', 'G4q. A4e B4h', 'C4h~ C4q Rq']);
  expect(oftenOf(part, ({ number }) => number === 2)).toEqual({
    rhythms: ['quarter. eighth half'],
    pitches: [67, 69, 71],
  });
  expect(oftenOf(part, () => false)).toEqual({ rhythms: [], pitches: [] });
});

test.each([
  // The notes of D major, E flat major and A minor: general theory.
  ['flute', 2, 'major', ['D4', 'E4', 'F♯4', 'G4', 'A4', 'B4', 'C♯5']],
  ['trumpet', -3, 'major', ['E♭4', 'F4', 'G4', 'A♭4', 'B♭4', 'C5', 'D5']],
  ['clarinet', 0, 'minor', ['A3', 'B3', 'C4', 'D4', 'E4', 'F4', 'G4']],
] as const)(
  'a range of one’s own on the %s is chosen among the notes of its key',
  (id, keyFifths, mode, scale) => {
    const notes = notesToChooseFrom({ ...PLAIN, instrument: id, keyFifths, mode, level: 3, range: [60, 60] });
    expect(notes.map(({ name }) => name).join(' ')).toContain(scale.join(' '));
    expect(notes.every(({ midi }, index) => index === 0 || midi > notes[index - 1]!.midi)).toBe(true);
  },
);
