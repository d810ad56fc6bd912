import { KINDS, planOfSeed, practiseFromTheTop, practiseWithCoach } from '../../../../tests/support/learners';
import { lineOf } from '../../../../tests/support/lines';
import { perfectlyHeard } from '../../../../tests/support/perfectly-heard';
import { checkHeard } from '../../checking';
import { performedOrder } from '../../notation';
import { performVoices, STEADY_STYLE } from '../../simulation';
import {
  beginCoach,
  type Coach,
  type CoachHeard,
  coachHeardOf,
  coachOn,
  coachPlanOf,
  lineOfTask,
  resumeCoach,
} from '.';

const RULES = { goodTakesToRise: 2, easyTakesToLeap: 0, brokenTakesToFall: 2 };
const PLAN = {
  measures: 8,
  phraseStarts: [0, 4],
  hardPairs: [{ measureIndex: 6, eventIds: ['a', 'b'] as const }],
  ladder: [60, 66, 72],
  rules: RULES,
};
const right: CoachHeard = { kind: 'played', outcome: 'easy', weak: [], seconds: 10 };
const good: CoachHeard = { ...right, outcome: 'good' };
const wrong = (measureIndex: number, hasWrongNotes = false): CoachHeard => ({
  kind: 'played',
  outcome: 'fair',
  weak: [{ measureIndex, hasWrongNotes }],
  seconds: 10,
});
const run = (heard: readonly CoachHeard[], from: Coach = beginCoach(PLAN, 60)) =>
  heard.reduce((coach, one) => coachOn(PLAN, coach, one), from);
const taskOf = ({ task: { width, range, bpm } }: Coach) => [width, range.fromIndex, range.toIndex, bpm];

test('the line climbs by the rules of the plan, and ends at the goal', () => {
  expect(taskOf(run([good]))).toEqual(['line', 0, 8, 60]);
  expect(taskOf(run([good, good]))).toEqual(['line', 0, 8, 66]);
  expect(run(Array.from({ length: 6 }, () => good))).toMatchObject({ end: 'goal', climb: { rungIndex: 3 } });
});

test('one slip is chance; the second is worked at: alone, with the way in, between its neighbours, in its phrase, in the line', () => {
  const slipped = run([wrong(5)]);
  expect(taskOf(slipped)).toEqual(['line', 0, 8, 60]);
  const alone = coachOn(PLAN, slipped, wrong(5));
  expect(alone.task).toMatchObject({ width: 'measure', bpm: 60, times: 3 });
  const ways = [alone];
  for (const heard of [good, good, good, good]) ways.push(coachOn(PLAN, ways.at(-1)!, heard));
  expect(ways.map((coach) => taskOf(coach))).toEqual([
    ['measure', 5, 6, 60],
    ['lead-in', 5, 6, 60],
    ['between', 4, 7, 60],
    ['phrase', 4, 8, 60],
    ['line', 0, 8, 60],
  ]);
  // What is easy leaps over a width.
  expect(taskOf(run([right], alone))).toEqual(['between', 4, 7, 60]);
});

test('two misses lead to slower, down to half the first rung and no further; then the measure is left for the teacher', () => {
  const alone = run([wrong(2), wrong(2)]);
  expect(taskOf(run([wrong(2)], alone))).toEqual(['measure', 2, 3, 60]);
  const slower = run([wrong(2), wrong(2)], alone);
  expect(taskOf(slower)).toEqual(['measure', 2, 3, 56]);
  expect(slower.task.isShown).toBe(true);
  const long = run(
    Array.from({ length: 30 }, () => wrong(2)),
    alone,
  );
  expect(long.left).toEqual([2]);
  // Two hits lead a mark up again: three times in a row are more than two.
  expect(taskOf(run([good], slower))).toEqual(['measure', 2, 3, 58]);
});

test('wrong notes at a leap or an exchange of fingers begin with the two notes, back and forth', () => {
  expect(run([wrong(6, true), wrong(6, true)]).task).toMatchObject({
    width: 'two-notes',
    pair: { measureIndex: 6 },
  });
  // A rhythm is not mended by that.
  expect(run([wrong(6), wrong(6)]).task.width).toBe('measure');
});

test('silence is asked about once, with the passage shown; then it waits', () => {
  const silent: CoachHeard = { kind: 'nothing', seconds: 5 };
  expect(run([silent])).toMatchObject({ end: undefined, task: { isShown: true } });
  const ended = run([silent, silent]);
  expect(ended.end).toBe('silence');
  expect(resumeCoach(ended)).toMatchObject({ end: undefined, silences: 0, task: ended.task });
});

test('after twelve minutes it asks for a rest', () => {
  expect(run([{ ...wrong(1), seconds: 721 }]).end).toBe('rest');
});

test.each(Object.entries(KINDS))('%s: never stuck, and nothing more than five times as it was', (_, kind) => {
  for (let seed = 0; seed < 20; seed++) expect(practiseWithCoach(seed, kind).mostSame).toBeLessThan(6);
});

// Our own assumptions about learners: see tests/support/learners.ts. The figures of 200 lines: `npm run bench -- coach`.
test.each(['slow', 'stuck', 'careless'])(
  '%s learners come to a clean line sooner than from the top',
  (name) => {
    const minutesBy = (practise: typeof practiseWithCoach) => {
      const all = Array.from({ length: 60 }, (_, seed) => practise(seed, KINDS[name]!).minutes);
      return all.toSorted((a, b) => a - b)[30]!;
    };
    expect(minutesBy(practiseWithCoach)).toBeLessThan(minutesBy(practiseFromTheTop));
  },
);

test('a plan knows the phrases and the hard pairs of a line; a task is its music, heard from the second time on', () => {
  const line = lineOf(['C4q D4q E4q F4q', 'G4w', 'A4q G4q F4q E4q', 'C4w']);
  const plan = coachPlanOf(line, { ladder: [60], rules: RULES }, []);
  expect(plan).toMatchObject({ measures: 4, phraseStarts: [0, 2], hardPairs: [] });
  const { task } = coachOn(plan, coachOn(plan, beginCoach(plan, 60), wrong(2)), wrong(2));
  const music = lineOfTask(line, task);
  expect([music.firstIndex, performedOrder(music.line.part).length]).toEqual([2, 3]);
  const { verdict } = checkHeard(
    music.line,
    perfectlyHeard(performVoices(music.line, { ...STEADY_STYLE, seed: 1, bpm: 60 })),
    60,
  );
  expect(coachHeardOf(verdict, task, music.firstIndex, 12)).toEqual({
    ...{ kind: 'played', outcome: 'easy', weak: [], seconds: 12 },
  });
  const spoilt = {
    ...verdict,
    measures: verdict.measures.map((measure) => ({ ...measure, notesNeedWork: measure.pass !== 2 })),
  };
  expect(coachHeardOf(spoilt, task, music.firstIndex, 12)).toMatchObject({
    ...{ outcome: 'fell-apart', weak: [{ measureIndex: 2, hasWrongNotes: true }] },
  });
  expect(coachHeardOf({ ...verdict, state: 'speech' }, task, 2, 12).kind).toBe('nothing');
});

test('the lines of the learners are plans', () => {
  for (let seed = 0; seed < 20; seed++) expect(beginCoach(planOfSeed(seed), 60).task.width).toBe('line');
});
