import { dayOf, sayDay } from './day';

test.each([
  ['2026-11-25', 'today'],
  ['2026-11-26', 'tomorrow'],
  ['2026-11-24', 'yesterday'],
  ['2026-12-03', 'Thu 3 Dec'],
  ['2026-11-20', 'Fri 20 Nov'],
])('seen on 25 November, %s is %s', (day, said) => {
  expect(sayDay(day, '2026-11-25')).toBe(said);
});

test('a change of month and year is one day like any other', () => {
  expect(sayDay('2027-01-01', '2026-12-31')).toBe('tomorrow');
  expect(sayDay('2026-03-30', '2026-03-29')).toBe('tomorrow');
});

test('a moment belongs to its day from the first minute to the last', () => {
  expect(dayOf(new Date(2026, 10, 5, 0, 0, 1))).toBe('2026-11-05');
  expect(dayOf(new Date(2026, 10, 5, 23, 59, 59))).toBe('2026-11-05');
});
