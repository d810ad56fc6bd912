import { lineOf } from '../../../tests/support/lines';
import type { ClassFacts, ClassLine, ClassTake } from './class-facts';
import { missedByMany, weekInWords, weekOf } from './week';

const TODAY = '2026-11-28';
const at = (day: number) => Date.UTC(2026, 10, day, 12);
const line = (id: string, dueOn: string): ClassLine => ({
  id,
  lineId: `line-${id}`,
  lineNumber: 5,
  lineTitle: id,
  token: null,
  plan: null,
  startBpm: 60,
  goalBpm: 60,
  nextLineId: null,
  dueOn,
  forAll: true,
});
const take = (
  studentId: string,
  assignmentId: string,
  day: number,
  more: Partial<ClassTake> = {},
): ClassTake => ({
  id: `${studentId}-${assignmentId}-${day}`,
  assignmentId,
  studentId,
  stage: null,
  askedBpm: 60,
  handedInAt: at(day),
  answer: null,
  answeredAt: null,
  passage: null,
  outcome: 'fair',
  state: 'checked',
  ...more,
});
const FACTS: ClassFacts = {
  students: ['ada', 'bo', 'cy'].map((id) => ({ id, name: id, instrument: 'flute' })),
  lines: [line('a', '2026-11-25'), line('b', '2026-12-05')],
  chosen: [],
  changes: [],
  parts: ['a', 'b'].map((id) => ({
    lineId: `line-${id}`,
    instrument: null,
    line: lineOf(['C4q D4q E4q F4q']),
  })),
  takes: [
    take('ada', 'a', 27, { answer: 'accepted', answeredAt: at(27) }),
    take('ada', 'b', 22),
    take('bo', 'a', 20),
  ],
  words: [
    { assignmentId: 'b', studentId: 'cy', stage: 's', kind: 'asks-for-help', saidAt: at(26), measure: 3 },
    { assignmentId: 'a', studentId: 'ada', stage: 's', kind: 'asks-for-help', saidAt: at(26), measure: 1 },
  ],
};

test('a week of seven days says who practised, who asks, what was learned and what was due', () => {
  expect(weekOf(FACTS, TODAY)).toMatchObject({
    takes: 2,
    practised: 1,
    students: 3,
    idle: [
      { name: 'bo', lastOn: '2026-11-20' },
      { name: 'cy', lastOn: undefined },
    ],
    // Ada's question was settled by the answer that came after it.
    asksForHelp: [{ name: 'cy', lineTitle: 'b', measure: 3 }],
    learned: [{ name: 'ada', lineTitle: 'a' }],
    overdue: [
      { name: 'bo', lineTitle: 'a' },
      { name: 'cy', lineTitle: 'a' },
    ],
  });
});

test('the week before has its own takes', () => {
  expect(weekOf(FACTS, '2026-11-21')).toMatchObject({ takes: 1, practised: 1, learned: [], overdue: [] });
});

test('what half of those who played it miss is missed by many; one player is no class', () => {
  const measure = (number: number, played: number, notes: number, rhythm: number) => ({
    number,
    played,
    notesNeedWork: notes,
    rhythmNeedsWork: rhythm,
  });
  const measures = [measure(1, 4, 2, 0), measure(2, 4, 1, 1), measure(3, 1, 1, 1), measure(4, 6, 0, 3)];
  expect(missedByMany(measures).map(({ number }) => number)).toEqual([1, 4]);
});

test('a letter says what there is to say, and nothing of what there is not', () => {
  const missed = [
    {
      assignmentId: 'a',
      lineNumber: 5,
      lineTitle: 'a',
      measures: [{ number: 3, played: 4, notesNeedWork: 3, rhythmNeedsWork: 0 }],
    },
  ];
  const said = weekInWords([{ id: 'c', name: 'Flutes', ...weekOf(FACTS, TODAY), missed }]);
  expect(said.split('\n')).toEqual([
    'Flutes: 1 of 3 practised.',
    'Needs help: cy, 5 b.',
    'Has not practised: bo; cy.',
    'What many miss: 5 a, measure 3.',
    'Was due and is not learned: bo, 5 a; cy, 5 a.',
    'Learned: ada, 5 a.',
  ]);
  expect(weekInWords([])).toBe('You have no class.');
});

test('who went up within the week on a line that is not learned is named with the steps', () => {
  const ladder = line('b', '2026-12-05');
  const facts = {
    ...FACTS,
    lines: [{ ...ladder, goalBpm: 80 }],
    takes: [
      take('bo', 'b', 27, { outcome: 'good', askedBpm: 66 }),
      take('bo', 'b', 25, { outcome: 'good', askedBpm: 60 }),
      // Before the week began: a step, but an old one.
      take('ada', 'b', 12, { outcome: 'good', askedBpm: 60 }),
    ],
  };
  const week = weekOf(facts, TODAY);
  expect(week.climbed).toMatchObject([{ name: 'bo', steps: 2 }]);
  expect(weekInWords([{ ...week, id: 'c', name: 'Band', missed: [] }])).toMatch(
    /Went up: bo, 5 b, 2 steps\./,
  );
  // An answer of this week lifts what was played before it.
  const answered = [take('ada', 'b', 12, { answer: 'accepted', answeredAt: at(26), askedBpm: 60 })];
  expect(weekOf({ ...facts, takes: answered }, TODAY).climbed).toMatchObject([{ name: 'ada', steps: 1 }]);
});
