import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const SRC = join(process.cwd(), 'src');

test('a part of a page that comes later never takes the page with it when it cannot be fetched', () => {
  const withParts = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.tsx'))
    .map((name) => ({ name, text: readFileSync(join(SRC, name), 'utf8') }))
    .filter(({ text }) => text.includes("from 'next/dynamic'"));
  expect(withParts.length).toBeGreaterThan(3);
  const counted = withParts.map(({ name, text }) => ({
    name,
    parts: text.match(/= dynamic\(/g)!.length,
    kept: text.match(/orNotFetched\(/g)?.length ?? 0,
  }));
  expect(counted.filter(({ parts, kept }) => kept < parts)).toEqual([]);
});
