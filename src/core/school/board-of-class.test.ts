import { lineOf } from '../../../tests/support/lines';
import type { PaceGoal } from '../practice';
import { boardOf, pacesOf } from './board-of-class';
import { type ClassFacts, type ClassLine, type ClassTake, type ClassWord, onLines } from './class-facts';

const music = lineOf(['C4q D4q E4q F4q', 'G4h A4h']);
const other = lineOf(['C4q C4q C4h']);
const TODAY = '2026-11-28';
/** Noon of a day in November. */
const at = (day: number, hour = 12) => Date.UTC(2026, 10, day, hour);

const given = (id: string, more: Partial<ClassLine> = {}): ClassLine => ({
  id,
  lineId: `line-${id}`,
  lineNumber: 5,
  lineTitle: 'Over the Puddle',
  token: null,
  plan: null,
  startBpm: 60,
  goalBpm: 60,
  nextLineId: null,
  dueOn: '2026-12-05',
  forAll: true,
  ...more,
});
const take = (day: number, more: Partial<ClassTake> = {}): ClassTake => ({
  id: `take-${day}`,
  assignmentId: 'a',
  studentId: 'ada',
  stage: null,
  askedBpm: 60,
  handedInAt: at(day),
  answer: null,
  answeredAt: null,
  passage: null,
  outcome: 'good',
  state: 'checked',
  ...more,
});
const question = (day: number): ClassWord => ({
  assignmentId: 'a',
  studentId: 'ada',
  stage: 'line/expression',
  kind: 'asks-for-help',
  saidAt: at(day),
  measure: 2,
});
const facts = (more: Partial<ClassFacts> = {}): ClassFacts => ({
  students: [{ id: 'ada', name: 'Ada', instrument: 'flute' }],
  lines: [given('a')],
  chosen: [],
  changes: [],
  parts: [{ lineId: 'line-a', instrument: null, line: music }],
  takes: [],
  words: [],
  ...more,
});
const cellIn = (more: Partial<ClassFacts>) => boardOf(facts(more), undefined, TODAY).rows[0]!.cells[0]!;

// The most pressing word of all, by what was handed in, answered and asked. Takes come with the newest first.
test.each<[string, Partial<ClassFacts>, string, number | undefined]>([
  ['nothing', {}, 'not-begun', undefined],
  ['a weak take', { takes: [take(3, { outcome: 'fair' })] }, 'waiting', undefined],
  ['a good take that waits', { takes: [take(3)] }, 'waiting', 60],
  [
    'a take that is being checked',
    { takes: [take(3, { state: 'waiting', outcome: null })] },
    'under-way',
    undefined,
  ],
  ['once more', { takes: [take(3, { answer: 'again', answeredAt: at(4) })] }, 'under-way', undefined],
  ['come and see me', { takes: [take(3, { answer: 'see-me', answeredAt: at(4) })] }, 'see-me', undefined],
  [
    'accepted',
    { takes: [take(3, { answer: 'accepted', outcome: 'fair', answeredAt: at(4) })] },
    'learned',
    60,
  ],
  ['a question', { takes: [take(3)], words: [question(4)] }, 'asks-for-help', 60],
  [
    'a question that was answered after it',
    { takes: [take(3, { answer: 'again', answeredAt: at(5) })], words: [question(4)] },
    'under-way',
    undefined,
  ],
  [
    'a word before the question',
    { takes: [take(3, { answer: 'again', answeredAt: at(4, 9) })], words: [question(4)] },
    'asks-for-help',
    undefined,
  ],
  ['a line for others', { lines: [given('a', { forAll: false })] }, 'not-given', undefined],
  [
    'a line for chosen ones',
    { lines: [given('a', { forAll: false })], chosen: [{ assignmentId: 'a', studentId: 'ada' }] },
    'not-begun',
    undefined,
  ],
  ['a line without music on the stand', { parts: [], takes: [take(3)] }, 'not-begun', 60],
])('%s', (_, more, state, reachedBpm) => {
  expect(cellIn(more)).toMatchObject({ state, reachedBpm });
});

test('own tempos count for the one who has them', () => {
  const changes = [{ assignmentId: 'a', studentId: 'ada', startBpm: 48, goalBpm: 52, dueOn: '2026-12-24' }];
  const takes = [take(3, { askedBpm: 52, answer: 'accepted', answeredAt: at(4) })];
  expect(cellIn({ takes })).toMatchObject({ goalBpm: 60, state: 'under-way' });
  expect(cellIn({ takes, changes })).toMatchObject({ goalBpm: 52, state: 'learned' });
});

test('board and pace count the same pieces: the same line given out twice is one', () => {
  const goal: PaceGoal = { pieces: 2, from: '2026-11-01', by: '2026-11-30', daysPerWeek: 7, holidays: [] };
  const twice = facts({
    lines: [given('a', { token: 'amber bead' }), given('b', { lineId: 'line-a' }), given('c')],
    parts: [
      { lineId: 'line-a', instrument: null, line: music },
      { lineId: 'line-c', instrument: null, line: other },
    ],
    takes: ['a', 'b'].map((assignmentId) => take(3, { assignmentId, answer: 'accepted', answeredAt: at(4) })),
  });
  const [row] = boardOf(twice, goal, TODAY).rows;
  const [pace] = pacesOf(twice, goal, TODAY);
  expect(row).toMatchObject({ learned: 1, tokens: ['amber bead'], lastPractisedOn: '2026-11-03' });
  expect(pace).toMatchObject({ learned: 1 });
  expect(row!.ahead).toBe(pace!.pace!.ahead);
});

test.each([
  ['flute', other],
  ['oboe', music],
  [null, music],
])('who plays %s reads the part for it, else the lead', (instrument, read) => {
  const parts = [
    { lineId: 'line-a', instrument: null, line: music },
    { lineId: 'line-a', instrument: 'flute', line: other },
  ];
  const student = { id: 'ada', name: 'Ada', instrument };
  const of = facts({ students: [student], parts });
  expect(onLines(of)(student, of.lines[0]!)?.music).toBe(read);
});
