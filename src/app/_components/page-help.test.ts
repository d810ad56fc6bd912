import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { helpFor } from './page-help';

/** Pages before the door say by themselves what they are for; the front of the room has nothing beside the line. */
const SAY_THEMSELVES = /^\/($|sign-in|invitation|new-password|notices|shelf\/x1\/together)/;
const OF_STUDENTS = /^\/(practice|reading|my-record|my-book|takes|metronome|students)/;
const OF_STUDENTS_ALONE = /^\/(practice|reading|my-record|my-book)/;

/** Every address that has a page, its parameters as they may be. */
function addresses(folder = 'src/app', path = ''): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((one) =>
    one.isDirectory() && !one.name.startsWith('_')
      ? addresses(join(folder, one.name), `${path}/${one.name.startsWith('[') ? 'x1' : one.name}`)
      : one.name === 'page.tsx'
        ? [path === '' ? '/' : path]
        : [],
  );
}

const PAGES = addresses().filter((path) => !SAY_THEMSELVES.test(path));

test.each([
  ...PAGES.filter((path) => !OF_STUDENTS_ALONE.test(path)).map((path) => [path, 'teacher'] as const),
  ...PAGES.filter((path) => OF_STUDENTS.test(path)).map((path) => [path, 'student'] as const),
])('%s says to a %s what it is for, in three sentences', (path, role) => {
  expect(helpFor(path, role)?.match(/[.!](\s|$)/g)).toHaveLength(3);
});

test('what is no page of somebody’s says nothing', () => {
  expect(helpFor('/practice', 'teacher')).toBeUndefined();
  expect(helpFor('/desk', 'student')).toBeUndefined();
});
