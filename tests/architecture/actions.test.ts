import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const SRC = join(process.cwd(), 'src');

const clientFiles = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.tsx'))
  .map((name) => ({ name, text: readFileSync(join(SRC, name), 'utf8') }))
  .filter(({ text }) => text.startsWith("'use client'"));

/** Where a file calls an action itself: what the action throws, offline say, then takes the page with all that was typed. */
function unguardedCalls(text: string): readonly string[] {
  const actions = [...text.matchAll(/import \{([^}]*)\} from '[^']*\/actions';/g)].flatMap(([, names]) =>
    names!.split(',').map((name) => name.trim()),
  );
  return actions
    .filter(Boolean)
    .flatMap((action) =>
      [...text.matchAll(new RegExp(`\\b${action}\\(`, 'g'))]
        .filter(({ index }) => !/(?:answerOf|resultOf)\(\(\) =>\s*$/.test(text.slice(0, index)))
        .map(() => action),
    );
}

test.each([
  ["import { keep } from './actions';\nawait keep(1);", ['keep']],
  ["import { keep } from '../x/actions';\nconst a = await answerOf(() => keep(1));", []],
  ["import { keep, take } from './actions';\nstart(() => take(2)); keepAll();", ['take']],
  ["import { keep } from './actions';\n<ActionForm action={keep.bind(null, id)}>", []],
])('a call is seen: %s', (text, found) => {
  expect(unguardedCalls(text)).toEqual(found);
});

test('what an action throws is said beside what was pressed, and never replaces the page', () => {
  const withActions = clientFiles.filter(({ text }) => /from '[^']*\/actions';/.test(text));
  expect(withActions.length).toBeGreaterThan(20);
  const unguarded = withActions.flatMap(({ name, text }) =>
    unguardedCalls(text).map((action) => `${name}: ${action}`),
  );
  expect(unguarded).toEqual([]);
});
