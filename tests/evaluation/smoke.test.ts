import { quantile } from '@/core/base';
import { SCORED, type Scored, type Tally } from './score-take';
import { heardOfSmoke, scoreHeard } from './smoke';

// The bars are what was measured: who makes something better raises them, who makes something worse finds out here. The large
// evaluation (docs/evaluation.md) tells whether a change is worth it.
const BARS: Readonly<Record<Scored, Tally>> = {
  pitch: [254, 1, 6],
  onset: [46, 0, 0],
  short: [11, 0, 1],
  extras: [22, 0, 0],
  stops: [28, 1, 1],
  measureNotes: [175, 1, 6],
  measureRhythm: [57, 0, 1],
};
const scores = scoreHeard(await heardOfSmoke());
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
const defined = (values: readonly (number | undefined)[]) => values.filter((value) => value !== undefined);

test.each(SCORED)('%s: what was found, and what was said without being so', (name) => {
  const [hits, falseAlarms, misses] = [0, 1, 2].map((index) =>
    sum(scores.map(({ tallies }) => tallies[name][index]!)),
  ) as Tally;
  expect(hits).toBeGreaterThanOrEqual(BARS[name][0]);
  expect(falseAlarms).toBeLessThanOrEqual(BARS[name][1]);
  expect(misses).toBeLessThanOrEqual(BARS[name][2]);
});

test('every take is judged, few notes are left unclear, and nobody who plays right is blamed', () => {
  expect(scores.filter(({ isJudged }) => isJudged)).toHaveLength(scores.length);
  expect(sum(scores.map(({ unclearNotes }) => unclearNotes))).toBeLessThanOrEqual(35);
  const clean = scores.flatMap((score) => (score.clean ? [score.clean] : []));
  expect(sum(clean.map(({ notes }) => notes))).toBe(986);
  expect(clean.filter(({ isFlagged }) => isFlagged)).toEqual([]);
  expect(sum(clean.map(({ blamedPitch, blamedRhythm }) => blamedPitch + blamedRhythm))).toBe(0);
});

test('the measure of a mistake is flagged', () => {
  const found = scores.flatMap((score) => score.found);
  expect(found).toHaveLength(363);
  expect(found.filter(({ isFound }) => isFound).length).toBeGreaterThanOrEqual(356);
});

test('onsets, tempo and tuning are measured as well as they were', () => {
  const onsets = scores.flatMap(({ onsetErrorsMs }) => onsetErrorsMs);
  const tempi = defined(scores.map(({ tempoErrorPercent }) => tempoErrorPercent));
  const tunings = defined(scores.map(({ tuningErrorCents }) => tuningErrorCents));
  expect(onsets.length).toBeGreaterThanOrEqual(4956);
  expect(quantile(onsets, 0.5)).toBeLessThan(2.32);
  expect(quantile(onsets, 0.95)).toBeLessThan(21.3);
  expect(quantile(tempi, 0.5)).toBeLessThan(0.08);
  expect(quantile(tempi, 0.95)).toBeLessThan(0.99);
  expect(quantile(tunings, 0.5)).toBeLessThan(1.47);
  expect(quantile(tunings, 0.95)).toBeLessThan(4.55);
});
