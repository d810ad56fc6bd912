// Plans taken out: the calendar is read by ical.js (an independent reader of RFC 5545), the table by the rules of RFC 4180.
import ICAL from 'ical.js';
import { dueCalendar, type PlanRow, planCsv, practiceCalendar, type Weekday } from '@/core/school';

const WRITTEN_AT = Date.UTC(2026, 10, 25, 12);
const days = [
  {
    uid: 'a@mevlo',
    title: '7 Three Lanterns (Tuesday flutes)',
    description: 'Comma, semicolon; and\nline end — ♭',
    day: '2026-12-24',
  },
  { uid: 'b@mevlo', title: 'Leap day', description: '', day: '2028-02-29' },
];

test('an independent reader finds every due day with its words', () => {
  const written = dueCalendar(days, WRITTEN_AT);
  if (!written.ok) throw new Error(written.issues[0]!.message);
  const events = new ICAL.Component(ICAL.parse(written.value))
    .getAllSubcomponents('vevent')
    .map((component) => new ICAL.Event(component));
  expect(
    events.map((event) => ({
      uid: event.uid,
      title: event.summary,
      day: event.startDate.toString(),
      isDay: event.startDate.isDate,
    })),
  ).toEqual(days.map(({ uid, title, day }) => ({ uid, title, day, isDay: true })));
  expect(events[0]!.description).toBe(days[0]!.description);
  // RFC 5545, 3.1: lines end with CR LF and are folded at 75 octets.
  for (const line of written.value.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  // Written twice, it is the same: a calendar that has it already changes nothing.
  expect(dueCalendar(days, WRITTEN_AT)).toEqual(written);
});

test('a day that does not exist is refused', () => {
  expect(dueCalendar([{ ...days[0]!, day: 'someday' }], WRITTEN_AT).ok).toBe(false);
});

// 2 March 2026 is a Monday: from memory.
test.each<[string, readonly Weekday[], string, readonly string[]]>([
  [
    'every school day',
    ['MO', 'TU', 'WE', 'TH', 'FR'],
    '2026-03-10',
    ['03-02', '03-03', '03-04', '03-05', '03-06', '03-09', '03-10'],
  ],
  ['not the first day', ['WE', 'SU'], '2026-03-15', ['03-04', '03-08', '03-11', '03-15']],
  ['the last day counts', ['MO'], '2026-03-16', ['03-02', '03-09', '03-16']],
  ['no such day before the end', ['SA'], '2026-03-04', []],
])('reminders: %s', (_, weekdays, until, expected) => {
  const times = {
    ...{ uid: 'p@mevlo', title: 'Practise', description: 'Twenty minutes.', from: '2026-03-02', until },
    ...{ hour: 17, minute: 5, minutes: 20, weekdays },
  };
  const calendar = practiceCalendar(days, times, WRITTEN_AT);
  if (!calendar.ok) throw new Error(calendar.issues[0]!.message);
  const components = new ICAL.Component(ICAL.parse(calendar.value)).getAllSubcomponents('vevent');
  expect(components).toHaveLength(days.length + (expected.length > 0 ? 1 : 0));
  const component = components.find((one) => one.hasProperty('rrule'));
  if (expected.length === 0) return expect(component).toBeUndefined();
  const event = new ICAL.Event(component!);
  const seen: string[] = [];
  const iterator = event.iterator();
  for (let next = iterator.next(); next && seen.length < 20; next = iterator.next())
    seen.push(next.toString());
  // Floating: no zone, so that it is five past five wherever the calendar is opened.
  expect(seen).toEqual(expected.map((day) => `2026-${day}T17:05:00`));
  expect(event.duration.toSeconds()).toBe(20 * 60);
  expect(component!.getAllSubcomponents('valarm')).toHaveLength(1);
});

/** RFC 4180, section 2, as a reader: quotes are doubled inside quoted fields. */
function readCsv(text: string): string[][] {
  return text
    .split('\r\n')
    .map((line) =>
      [...line.matchAll(/("(?:[^"]|"")*"|[^,]*)(?:,|$)/g)]
        .slice(0, 6)
        .map(([, field]) => field!.replace(/^"|"$/g, '').replaceAll('""', '"')),
    );
}

test('a plan as a table', () => {
  const row: PlanRow = {
    piece: 'Measures 1 to 2',
    step: 'Clap “it”',
    doThis: 'Clap, then "rest".',
    checkedBy: 'rhythm',
    tempos: [66, 72],
  };
  const [head, first, second] = readCsv(planCsv([row, { ...row, piece: '=HYPERLINK("x")' }]));
  expect(head).toEqual(['stage', 'piece', 'step', 'what to do', 'checked by', 'tempos']);
  expect(first).toEqual(['1', 'Measures 1 to 2', 'Clap “it”', 'Clap, then "rest".', 'rhythm', '66 72']);
  // A spreadsheet must not take a title for a formula.
  expect(second![1]).toBe(`'=HYPERLINK("x")`);
});
