import { createRandom } from '../base';
import { dayAfter } from '../calendar';
import { minutesByDay, type OpenLine, planDay } from './practice-day';

const TODAY = '2026-03-02';
const line = (id: string, days: number, minutesLeft: number, isAsked = false): OpenLine => ({
  id,
  dueOn: dayAfter(TODAY, days),
  minutesLeft,
  isAsked,
});

describe('what to play today', () => {
  // Worked by hand: what is left, over the days up to the one it is due on, that one included.
  test.each([
    ['a share of each day', [line('a', 4, 20)], 15, ['a 4']],
    ['due today is all for today', [line('a', 0, 12)], 15, ['a 12']],
    ['overdue, too', [line('a', -3, 12)], 15, ['a 12']],
    ['what is due first comes first', [line('late', 9, 30), line('soon', 1, 12)], 15, ['soon 6', 'late 3']],
    ['asked for comes before', [line('soon', 1, 12), line('asked', 9, 4, true)], 15, ['asked 3', 'soon 6']],
    ['never for less than it is worth', [line('a', 20, 10)], 15, ['a 3']],
    ['never too long on one line', [line('a', 0, 40)], 30, ['a 15']],
    ['what does not fit waits', [line('a', 0, 12), line('b', 1, 12), line('c', 2, 12)], 20, ['a 12', 'b 6']],
    ['little time is for one line', [line('a', 0, 12), line('b', 0, 12)], 2, ['a 2']],
    ['nothing open, nothing to do', [], 15, []],
  ])('%s', (_, lines, minutes, expected) => {
    expect(planDay(lines, minutes, TODAY).map((one) => `${one.id} ${one.minutes}`)).toEqual(expected);
  });

  test('whatever there is to do, it fits, each line is there once, and what is more urgent is never left out for what is less', () => {
    const random = createRandom(5);
    for (let round = 0; round < 300; round++) {
      const lines = Array.from({ length: random.integer(0, 8) }, (__, index) =>
        line(`${index}`, random.integer(-4, 16), random.uniform(0, 40), random.uniform(0, 1) < 0.2),
      );
      const minutes = random.integer(1, 60);
      const plan = planDay(lines, minutes, TODAY);
      expect(plan.reduce((sum, one) => sum + one.minutes, 0)).toBeLessThanOrEqual(minutes);
      expect(new Set(plan.map(({ id }) => id)).size).toBe(plan.length);
      const planned = (one: OpenLine) => plan.some(({ id }) => id === one.id);
      for (const left of lines.filter((one) => !planned(one)))
        for (const done of lines.filter(planned))
          expect(done.isAsked || (!left.isAsked && done.dueOn <= left.dueOn)).toBe(true);
    }
  });
});

test('minutes belong to their days, seconds of one day add up', () => {
  const spells = [
    { day: '2026-03-01', seconds: 40 },
    { day: '2026-03-01', seconds: 80 },
    { day: '2026-03-03', seconds: 29 },
    { day: '2026-02-28', seconds: 600 },
  ];
  expect(minutesByDay(spells, '2026-03-01', 3).map(({ minutes }) => minutes)).toEqual([2, 0, 0]);
});
