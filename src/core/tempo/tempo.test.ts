import { layLadder, METRONOME_MARKS, moveByMarks } from '.';

test('the scale rises by steps that widen from 2 to 8', () => {
  const steps = METRONOME_MARKS.slice(1).map((mark, index) => mark - METRONOME_MARKS[index]!);
  expect(steps.every((step, index) => index === 0 || step >= steps[index - 1]!)).toBe(true);
  expect([...new Set(steps)]).toEqual([2, 3, 4, 6, 8]);
});

// Fact of the trade (common practice): from 66 one mark up is 69, two are 72.
test.each([
  [66, 1, 69],
  [66, 2, 72],
  [72, -2, 66],
  [67, 1, 69],
  [208, 3, 208],
  [40, -1, 40],
])('from %i by %i marks to %i', (bpm, marks, expected) => {
  expect(moveByMarks(bpm, marks)).toBe(expected);
});

describe('ladder', () => {
  test.each([
    [66, 72, [66, 72]],
    [60, 84, [60, 66, 72, 80, 84]],
    [66, 66, [66]],
    [66, 69, [66, 69]],
    [61, 75, [61, 66, 72, 75]],
    // 6/8 in six: eighths at 60, 66, 72, 84, 96, 108, 120.
    [20, 40, [20, 22, 24, 28, 32, 36, 40]],
  ])('from %i to %i: %p', (start, goal, rungs) => {
    expect(layLadder(start, goal)).toEqual(rungs);
  });

  test('always begins at the start, ends at the goal and rises', () => {
    for (let start = 40; start <= 208; start += 7) {
      for (let goal = start; goal <= 208; goal += 11) {
        const ladder = layLadder(start, goal);
        expect(ladder[0]).toBe(start);
        expect(ladder.at(-1)).toBe(goal);
        expect(ladder.every((rung, index) => index === 0 || rung > ladder[index - 1]!)).toBe(true);
      }
    }
  });

  test('refuses a goal below the start', () => {
    expect(() => layLadder(80, 60)).toThrow(RangeError);
    expect(() => layLadder(19, 60)).toThrow('start tempo must be 20–208 bpm, got 19');
  });
});
