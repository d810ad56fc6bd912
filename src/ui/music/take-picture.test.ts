import { judge, USUAL_POLICY } from '@/core/judging';
import { exactFollowing, type Played } from '../../../tests/support/followings';
import { lineOf } from '../../../tests/support/lines';
import { takePicture } from './take-picture';

const line = lineOf(['C4q D4q E4q F4q', 'G4h A4h']);
const [first] = exactFollowing(line, {}).notes;
const startSeconds = first?.kind === 'played' ? first.sound.onsetSeconds : Number.NaN;
const following = (faults: Readonly<Record<string, Played>> = {}) => ({
  ...exactFollowing(line, faults),
  measureSeconds: [startSeconds, startSeconds + 4],
});
const pictured = (faults: Readonly<Record<string, Played>> = {}) =>
  takePicture(line, judge(line, following(faults), 60, USUAL_POLICY))!;

test('what was played well lies on what was due, and every beat is there', () => {
  const { notes, beats, range, fromSeconds, toSeconds } = pictured();
  for (const { written, played, isRight } of notes) {
    expect(isRight).toBe(true);
    expect(written!.fromSeconds).toBeCloseTo(played!.fromSeconds, 5);
    expect(played!.toSeconds).toBeLessThanOrEqual(written!.toSeconds + 0.01);
    expect(played!.midi).toBeCloseTo(written!.midi!, 5);
  }
  expect(beats.slice(0, 8).map(({ measureNumber }) => measureNumber)).toEqual([
    ...[1, undefined, undefined, undefined],
    ...[2, undefined, undefined, undefined],
  ]);
  const [lowest, highest] = range!;
  expect(lowest).toBeLessThan(60);
  expect(highest).toBeGreaterThan(69);
  expect(fromSeconds).toBeLessThan(notes[0]!.played!.fromSeconds);
  expect(toSeconds).toBeGreaterThan(notes.at(-1)!.played!.toSeconds);
});

test('late is right of where it was due, wrong above or below, missing only due', () => {
  const { notes } = pictured({ m1n2: { late: 0.3 }, m1n3: { pitch: 2 }, m1n4: { missing: true } });
  const [, late, wrong, missing] = notes;
  expect(late!.played!.fromSeconds - late!.written!.fromSeconds).toBeCloseTo(0.3, 2);
  expect(wrong!.played!.midi! - wrong!.written!.midi!).toBeCloseTo(2, 2);
  expect(missing!.played).toBeUndefined();
  expect(missing!.written!.fromSeconds).toBeCloseTo(wrong!.written!.fromSeconds + 1, 2);
  expect(notes.map(({ isRight }) => isRight)).toEqual([true, false, false, false, true, true]);
});

test('a stroke is right when it came in time: it has no pitch that could be asked', () => {
  const clapped = lineOf(['xq xe xe xh']);
  const { notes } = takePicture(
    clapped,
    judge(clapped, exactFollowing(clapped, { m1n3: { late: 0.3 } }), 60, USUAL_POLICY),
  )!;
  expect(notes.map(({ isRight }) => isRight)).toEqual([true, true, false, true]);
});

test('in tune with itself: the tuning of the whole take is taken off', () => {
  const high = { ...following(), tuningCents: 30 };
  const { notes } = takePicture(line, judge(line, high, 60, USUAL_POLICY))!;
  expect(notes[0]!.played!.midi).toBeCloseTo(59.7, 3);
});

test('the pitch from moment to moment is drawn in stretches: gaps, leaps and what is out of the picture part them', () => {
  const stepSeconds = 0.1;
  const from = Math.round(startSeconds / stepSeconds);
  const course = (pitches: readonly (number | null)[]) => ({
    stepSeconds,
    pitches: [...Array<null>(from).fill(null), ...pitches],
  });
  const verdict = { ...judge(line, following(), 60, USUAL_POLICY), tuningCents: 20 };
  const { traces } = takePicture(
    line,
    verdict,
    course([60.2, 60.4, 60.1, null, 60.2, 62.2, 62.2, 62.3, 62.2, 140, 64.2, 64.2, 64.2]),
  )!;
  expect(traces.map((trace) => trace.map(({ midi }) => Math.round(midi * 10) / 10))).toEqual([
    [60, 60.2, 59.9],
    [62, 62, 62.1, 62],
    [64, 64, 64],
  ]);
  expect(traces[0]![0]!.seconds).toBeCloseTo(from * stepSeconds, 9);
  expect(traces[1]![0]!.seconds).toBeCloseTo((from + 5) * stepSeconds, 9);
  expect(takePicture(line, verdict)!.traces).toEqual([]);
});
