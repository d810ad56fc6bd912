import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { helpFor } from './page-help';

/** Pages of students, and those before the door, say by themselves what they are for. */
const SAY_THEMSELVES = /^\/($|practice|my-record|sign-in|invitation|new-password|notices)/;

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

test.each(PAGES)('%s says what it is for, in three sentences', (path) => {
  expect(helpFor(path)?.match(/[.!](\s|$)/g)).toHaveLength(3);
});

test('no two pages say the same', () => {
  expect(new Set(PAGES.map(helpFor)).size).toBeGreaterThanOrEqual(PAGES.length - 2);
  expect(helpFor('/practice')).toBeUndefined();
});
