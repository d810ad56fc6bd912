import { dayAfter, dayOf, daysFrom, mondayOf, sayDay, weekBegins } from './day';

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

// The same moment, by the offsets of the time zone database (Auckland is 13 hours ahead of UTC in November, Los Angeles 8 behind).
test.each([
  ['Pacific/Auckland', '2026-11-06'],
  ['UTC', '2026-11-05'],
  ['America/Los_Angeles', '2026-11-05'],
])('noon of 5 November in UTC is in %s the day %s', (timeZone, day) => {
  expect(dayOf(Date.UTC(2026, 10, 5, 12), timeZone)).toBe(day);
});

// Days of the week from memory: 28 November 2026 is a Saturday, 1 January 2027 a Friday.
test.each([
  ['2026-11-28', '2026-11-23'],
  ['2027-01-01', '2026-12-28'],
  ['2026-11-23', '2026-11-23'],
])('the week of %s begins on %s', (day, monday) => {
  expect(mondayOf(day)).toBe(monday);
});

test('counting days goes over leap days and summer time, there and back', () => {
  expect(daysFrom('2028-02-28', '2028-03-01')).toBe(2);
  expect(daysFrom('2026-03-28', '2026-03-30')).toBe(2);
  for (let days = -800; days <= 800; days += 37)
    expect(daysFrom('2026-03-28', dayAfter('2026-03-28', days))).toBe(days);
});

test.each(['', 'tomorrow', '2026-13-01', '2026-1-1'])('"%s" is no day', (text) => {
  expect(() => daysFrom('2026-01-01', text)).toThrow(RangeError);
});

// As newspapers of the two continents and ISO 8601 write them: common practice.
test.each([
  ['day-month', 'Thu 3 Dec'],
  ['month-day', 'Thu Dec 3'],
  ['iso', '2026-12-03'],
] as const)('by %s it is %s', (order, said) => {
  expect(sayDay('2026-12-03', '2026-11-25', order)).toBe(said);
  expect(sayDay('2026-11-26', '2026-11-25', order)).toBe('tomorrow');
});

// 29 November 2026 is a Sunday; days of the week from memory.
test.each([
  ['2026-11-28', '2026-11-23', '2026-11-22'],
  ['2026-11-29', '2026-11-23', '2026-11-29'],
  ['2026-11-30', '2026-11-30', '2026-11-29'],
])('the week of %s begins on Monday %s or on Sunday %s', (day, monday, sunday) => {
  expect([weekBegins(day, 'monday'), weekBegins(day, 'sunday')]).toEqual([monday, sunday]);
});
