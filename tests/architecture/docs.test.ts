// What the documents say of the code is there.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';

const NOT_OURS = new Set(['node_modules', '.git', '.next', '.data', 'dist', 'test-results']);

function* filesUnder(folder: string): Generator<string> {
  for (const name of readdirSync(folder)) {
    if (NOT_OURS.has(name)) continue;
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* filesUnder(path);
    else yield path;
  }
}

const FILES = [...filesUnder('.')];
const DOCUMENTS = FILES.filter((path) => path.endsWith('.md'));
const foldersIn = (folder: string) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => (entry.isDirectory() ? [entry.name] : []));

/** The first cells of a table between two marks. */
function namesIn(path: string, mark: string): string[] {
  const text = readFileSync(path, 'utf8').split(new RegExp(`<!-- /?${mark} -->`))[1];
  if (text === undefined) throw new RangeError(`${path} has no table between marks "${mark}"`);
  return [...text.matchAll(/^\| `([^`]+)` +\|/gm)].map(([, name]) => name!);
}

test('there is something to look at', () => {
  expect(DOCUMENTS.length).toBeGreaterThan(20);
});

test('the list of rooms is complete', () => {
  expect(namesIn('docs/architecture.md', 'rooms of the core').toSorted()).toEqual(
    foldersIn('src/core').toSorted(),
  );
  const server = foldersIn('src/server').map((name) => `src/server/${name}`);
  const others = foldersIn('src').flatMap((name) =>
    ['core', 'server'].includes(name) ? [] : [`src/${name}`],
  );
  expect(namesIn('docs/architecture.md', 'rooms around the core').toSorted()).toEqual(
    [...server, ...others].toSorted(),
  );
});

test.each(DOCUMENTS)('%s: files that it names and links to are there', (path) => {
  const text = readFileSync(path, 'utf8');
  const links = [...text.matchAll(/\]\(([^)#\s]+)[^)]*\)/g)]
    .map(([, target]) => target!)
    .filter((target) => !/^[a-z]+:/.test(target));
  expect(links.filter((target) => !existsSync(join(dirname(path), target)))).toEqual([]);
  const named = [...text.matchAll(/`([\w@.[\]/-]+\.(?:ts|tsx|mjs|py|sh))`/g)].map(([, name]) => name!);
  expect(named.filter((name) => !FILES.some((file) => file === name || file.endsWith(`/${name}`)))).toEqual(
    [],
  );
});
