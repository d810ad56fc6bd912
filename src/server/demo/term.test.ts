import { maybeInstrument } from '@/core/instruments';
import { KeptHeard } from './kept-heard';
import { DEMO_CLASSES, DEMO_TAKES } from './scenario';
import { planTerm, TERM_CLASSES, TERM_VOICES } from './term';

const TAKES = planTerm();
const people = [...DEMO_CLASSES, ...TERM_CLASSES].flatMap(({ students }) => students);

test('every take of the demo was listened to ahead by the ear of now; else: npm run keep-demo', () => {
  expect(new KeptHeard().size).toBe(TAKES.length + DEMO_TAKES.length);
});

test('the term is the same every time, and lies behind us', () => {
  expect(planTerm()).toEqual(TAKES);
  expect(Math.min(...TAKES.map(({ daysAgo }) => daysAgo))).toBeGreaterThan(0);
});

test('somebody is ahead, somebody has not practised for weeks, and most of the band go wrong in one place', () => {
  const of = (name: string) => TAKES.filter(({ userName }) => userName === name);
  expect(Math.min(...of('finn').map(({ daysAgo }) => daysAgo))).toBeGreaterThan(19);
  expect(of('cleo').filter(({ answer }) => answer?.answer === 'accepted').length).toBeGreaterThan(8);
  const stumbling = TAKES.filter(({ lineNumber, stumblesAt }) => lineNumber === 7 && stumblesAt);
  expect(new Set(stumbling.map(({ userName }) => userName)).size).toBeGreaterThan(4);
});

test('what waits can be heard, and there is as much of it as a teacher hears in an evening', () => {
  const waiting = TAKES.filter(({ answer }) => !answer);
  expect(waiting.every(({ isKept }) => isKept)).toBe(true);
  expect(waiting.length).toBeLessThan(40);
});

test('people are told apart, play what there is, and the spoken answers go to somebody', () => {
  expect(new Set(people.map(({ userName }) => userName)).size).toBe(people.length);
  for (const { instrument } of people) expect(maybeInstrument(instrument)?.id).toBe(instrument);
  for (const { userName, lineNumber } of TERM_VOICES)
    expect(TAKES.some((take) => take.userName === userName && take.lineNumber === lineNumber)).toBe(true);
});
