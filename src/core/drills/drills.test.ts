import { lineOf } from '../../../tests/support/lines';
import { createRandom } from '../base';
import { afterAnswer, BOXES, chooseQuestions, DRILL_KINDS, type Known, questionsOf, sayItem } from '.';

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
  for (const { answer, choices } of QUESTIONS)
    expect(choices.filter((choice) => choice === answer)).toEqual([answer]);
  expect(new Set(QUESTIONS.map(({ kind }) => kind))).toEqual(new Set(DRILL_KINDS));
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
