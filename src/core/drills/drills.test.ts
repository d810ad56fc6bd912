import { lineOf, readBook } from '../../../tests/support/lines';
import { createRandom } from '../base';
import { describeFingering, maybeInstrument } from '../instruments';
import type { Line } from '../notation';
import { spellingToMidi } from '../pitch';
import { melodyOf } from '../study';
import {
  afterAnswer,
  BOXES,
  chooseQuestions,
  DRILL_KINDS,
  type Known,
  questionsOf,
  sayItem,
  wordsOfPart,
} from '.';

const LINE = lineOf(['C4q D4q E4h', 'F#4q. F#4e G4q Rq', 'G4w']);
const QUESTIONS = questionsOf(LINE.part);
const asked = (kind: string) => QUESTIONS.filter((question) => question.kind === kind);

test('every note is asked for by its name, with its octave and clef', () => {
  expect(asked('name').map(({ answer }) => answer)).toEqual(['C', 'D', 'E', 'F♯', 'F♯', 'G', 'G']);
  expect(asked('name')[3]).toMatchObject({ item: 'name treble F♯4', choices: ['E', 'F', 'F♯', 'G'] });
});

// General theory: in x/4 whole 4, half 2, quarter 1, eighth ½; a dot adds half; a rest lasts as long as its note. Common facts.
test.each([
  ['note quarter', '1'],
  ['note half', '2'],
  ['note quarter.', '1½'],
  ['note eighth', '½'],
  ['rest quarter', '1'],
  ['note whole', '4'],
])('a %s is worth %s in 4/4', (sign, beats) => {
  expect(asked('beats').find(({ item }) => item === `beats ${sign} 4/4`)?.answer).toBe(beats);
});

// In 6/8 the lower number counts eighths: a dotted quarter is three of them. Common fact.
test('the lower number of the meter says what is counted', () => {
  const compound = lineOf(['C4q. D4q.'], { meter: '6/8' });
  expect(questionsOf(compound.part).find(({ kind }) => kind === 'beats')?.answer).toBe('3');
});

test('two neighbours in a measure go up, down or stay, by the lines and spaces of the staff', () => {
  expect(asked('direction').map(({ item }) => item)).toEqual([
    'direction up 1',
    'direction up 1',
    'direction the same 0',
    'direction up 1',
  ]);
});

test('the answer is always among the choices, once', () => {
  const all = readBook().flatMap(({ line }) => questionsOf(line.part));
  for (const { kind, answer, choices } of all)
    expect(choices.filter((choice) => choice === answer)).toEqual(kind === 'clap' ? [] : [answer]);
  for (const { choices, item } of all) {
    expect(new Set(choices).size).toBe(choices.length);
    expect(item.length).toBeLessThanOrEqual(80);
  }
  // Words are lines of their own.
  expect(new Set(all.map(({ kind }) => kind))).toEqual(
    new Set(DRILL_KINDS.filter((kind) => kind !== 'word')),
  );
});

// Leitner 1972: known, one box on; not known, back to the first. The waiting times are common practice.
test('what is known waits 1, 2, 4, 8 and 16 days; what is not begins anew', () => {
  let known: Known | undefined;
  let today = '2026-12-01';
  const waits: string[] = [];
  for (const _ of [...BOXES, 5]) {
    known = afterAnswer(known, true, today);
    waits.push(known.dueOn);
    today = known.dueOn;
  }
  expect(waits).toEqual(['2026-12-02', '2026-12-04', '2026-12-08', '2026-12-16', '2027-01-01', '2027-01-17']);
  expect(known!.box).toBe(5);
  expect(afterAnswer(known, false, today)).toEqual({ box: 1, dueOn: today });
  // Asked ahead of its day it has not been kept in mind for longer.
  const early = { box: 3, dueOn: '2026-12-09' } as const;
  expect(afterAnswer(early, true, '2026-12-05')).toBe(early);
});

test('first what is due, the least known of it first; then what is new; each thing once', () => {
  const known = new Map<string, Known>([
    ['name treble G4', { box: 3, dueOn: '2026-12-01' }],
    ['name treble C4', { box: 1, dueOn: '2026-11-30' }],
    ['name treble D4', { box: 2, dueOn: '2026-12-20' }],
  ]);
  const names = asked('name');
  const chosen = chooseQuestions(names, known, '2026-12-02', 10, createRandom(3)).map(({ item }) => item);
  expect(chosen.slice(0, 2)).toEqual(['name treble C4', 'name treble G4']);
  expect(chosen.slice(2, 4).toSorted()).toEqual(['name treble E4', 'name treble F♯4']);
  expect(chosen[4]).toBe('name treble D4');
  expect(chosen).toHaveLength(5);
  expect(chooseQuestions(names, known, '2026-12-02', 2, createRandom(3))).toHaveLength(2);
});

test.each([
  ['name bass F♯3', 'the note F♯3 in the bass clef'],
  ['beats note quarter. 3/4', 'how long a dotted quarter note is in 3/4'],
  ['beats note eighth 6/8', 'how long an eighth note is in 6/8'],
  ['beats rest half 4/4', 'how long a half rest is in 4/4'],
  ['direction down 2', 'going down by 2'],
  ['direction the same 0', 'a repeated note'],
])('%s is said as: %s', (item, words) => {
  expect(sayItem(item)).toBe(words);
});

const inKey = (fifths: number) =>
  questionsOf(lineOf(['C4q D4q E4h'], { fifths }).part).find(({ kind }) => kind === 'key')?.answer;

// The order of sharps and flats and the keys they make: the circle of fifths, general theory.
test.each([
  [-7, 'C♭'],
  [-4, 'A♭'],
  [-3, 'E♭'],
  [-2, 'B♭'],
  [-1, 'F'],
  [0, 'C'],
  [1, 'G'],
  [2, 'D'],
  [3, 'A'],
  [4, 'E'],
  [7, 'C♯'],
])('%i sharps are %s major', (fifths, key) => {
  expect(inKey(fifths)).toBe(key);
});

// General theory: what is missing is the length of the measure without what stands there.
test.each([
  ['4/4', ['C4q D4q E4h'], 'half'],
  ['3/4', ['C4q. D4e E4q'], 'quarter'],
  ['4/4', ['C4q E4h.'], 'dotted half'],
  ['6/8', ['C4e D4e E4e F4q.'], 'dotted quarter'],
])('in %s %s is completed by the %s', (meter, measures, answer) => {
  const asked = questionsOf(lineOf(measures, { meter }).part).filter(({ kind }) => kind === 'complete');
  expect(asked.map((question) => question.answer)).toEqual([answer]);
});

test.each([['C4q D4q E4e F4e G4e A4e'], ['C4q D4h~ D4q'], ['C4w']])(
  'a last note that is beamed, tied or alone is not asked for: %s',
  (measure) => {
    const kinds = questionsOf(lineOf([measure, 'C4w']).part).map(({ kind }) => kind);
    expect(kinds).not.toContain('complete');
  },
);

const played = (id: 'trumpet' | 'soprano-recorder' | 'flute', measures: readonly string[]): Line => {
  const line = lineOf(measures);
  return { ...line, part: { ...line.part, instrument: id } };
};

// Open, 1-3, 1-2, 1, open for C to G: the first five notes of the trumpet, common facts of the trade.
test('a fingering is asked for by the chart of the instrument', () => {
  const asked = questionsOf(played('trumpet', ['C4q D4q E4q F4q', 'G4w']).part).filter(
    ({ kind }) => kind === 'fingering',
  );
  expect(asked.map(({ answer }) => answer)).toEqual(
    ['no valves', 'valves 1 and 3', 'valves 1 and 2', 'valve 1', 'no valves'].map((words) =>
      expect.stringMatching(new RegExp(words.replace('no valves', '(no valve|open)'))),
    ),
  );
  for (const { choices, fingerings } of asked) expect(fingerings).toHaveLength(choices.length);
});

test.each(['trumpet', 'soprano-recorder', 'flute'] as const)(
  'on the %s another good fingering of the same note is never a wrong answer',
  (id) => {
    const { part } = played(id, ['C5q D5q E5q F5q', 'G5q A5q B5q C6q', 'F#5q C#5q G#5q Bb5q']);
    const { chart } = maybeInstrument(id)!;
    const byId = new Map(melodyOf(part).map(({ note, spelling }) => [note.id, spelling]));
    for (const { kind, eventIds, answer, choices } of questionsOf(part)) {
      if (kind !== 'fingering') continue;
      const spelling = byId.get(eventIds[0]!)!;
      const good = chart!.at(spellingToMidi(spelling), spelling.step).map(describeFingering);
      expect(good[0]).toBe(answer);
      expect(choices.filter((choice) => good.includes(choice))).toEqual([answer]);
    }
  },
);

test('words are spelled by the notes that are read, in their clef and range', () => {
  const words = wordsOfPart(lineOf(['C4q D4q E4q F4q', 'G4q A4q B4h']).part);
  expect(words.length).toBeGreaterThan(10);
  for (const { line, question } of words) {
    const notes = melodyOf(line.part).map(({ spelling }) => spelling);
    expect(notes.map(({ step }) => step).join('')).toBe(question.answer);
    for (const { octave } of notes) expect(octave).toBe(4);
    expect(question.choices.filter((choice) => choice === question.answer)).toHaveLength(1);
  }
  // Nobody is asked for a note that is not read yet.
  expect(wordsOfPart(lineOf(['G4q A4q B4h']).part).map(({ question }) => question.answer)).toEqual([
    'BAG',
    'GAB',
  ]);
});

test('a rhythm to be clapped or told by ear is a whole measure without ties, and stands once among those to choose from', () => {
  const { part } = lineOf(['C4q D4q E4h', 'G4q A4q B4h', 'C4q D4q E4h', 'C4h D4h~', 'D4w']);
  const items = (kind: string) =>
    questionsOf(part)
      .filter((question) => question.kind === kind)
      .map(({ item, measureIndex }) => `${measureIndex} ${item}`);
  expect(items('clap')).toEqual(['0 clap 4/4 q q h', '1 clap 4/4 q q h', '2 clap 4/4 q q h']);
  expect(items('heard')).toEqual(['1 heard 4/4 q q h']);
  expect(sayItem('clap 4/4 q -q e e q.')).toBe(
    'clapping quarter, quarter rest, eighth, eighth, dotted quarter in 4/4',
  );
  expect(sayItem('clap 3/4 h. -q', 'uk')).toBe('clapping dotted minim, crotchet rest in 3/4');
});

test('where it went wrong lately it is asked first, and what takes its time seldom', () => {
  const all = questionsOf(lineOf(['C4q D4q E4h', 'G4q. A4e B4h', 'C4h D4q E4q', 'F4q F4q G4h']).part);
  const wrong = all.map((question) => ({ ...question, wentWrong: question.measureIndex === 1 }));
  const chosen = chooseQuestions(wrong, new Map(), '2026-12-01', 40, createRandom(4));
  const firstOther = chosen.findIndex(({ wentWrong }) => !wentWrong);
  expect(chosen.slice(firstOther).every(({ wentWrong }) => !wentWrong)).toBe(true);
  expect(firstOther).toBeGreaterThan(3);
  expect(chosen.filter(({ kind }) => kind === 'clap').length).toBeLessThanOrEqual(2);
});
