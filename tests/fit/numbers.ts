// How far each named number of the ear matters: npm run numbers [-- --takes 120] [--of following/pulse]
import { readFileSync } from 'node:fs';
import { join, relative, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { parseArgs } from 'node:util';
import { build, type Plugin } from 'esbuild';
import type { ScoredTake, scoreTakes } from './numbers-scored';

const CORE = resolve('src/core');
const BUNDLE = resolve('.data/numbers/scored.mjs');
/** A number is a constant of a file, written out. What follows from another number is none. */
const NAMED = /^(export )?const ([A-Z][A-Z0-9_]*)(?: *:[^=\n]+)? = (-?[\d.]+(?:e-?\d+)?);/gm;
const FACTORS = [0.5, 2] as const;
/** Not what is heard, but what it is called. */
const IS_VERSION = /VERSION$/;

const { values } = parseArgs({
  options: {
    takes: { type: 'string', default: '120' },
    /** Of which files, as the beginning of their paths in the core. */
    of: { type: 'string', default: 'following,judging' },
  },
});
const isAsked = (file: string) => values.of.split(',').some((beginning) => file.startsWith(beginning));

/** Lets every number be set from outside: `globalThis.numbersOfEar` holds a setter for each. */
const settable: Plugin = {
  name: 'settable numbers',
  setup({ onLoad }) {
    onLoad({ filter: /src\/core\/(listening|following|judging)\/.*\.ts$/ }, ({ path }) => ({
      loader: 'ts',
      contents: readFileSync(path, 'utf8').replace(NAMED, (_, exported, name, value) => {
        const key = JSON.stringify(`${relative(CORE, path)} ${name}`);
        const setter = `((globalThis as any).numbersOfEar ??= new Map()).set(${key}, { value: ${value}, set: (other: number) => { ${name} = other; } })`;
        return `${exported ?? ''}let ${name}: number = ${value}; ${setter};`;
      }),
    }));
  },
};

interface NamedNumber {
  readonly value: number;
  readonly set: (value: number) => void;
}

await build({
  entryPoints: [join(fileURLToPath(new URL('.', import.meta.url)), 'numbers-scored.ts')],
  outfile: BUNDLE,
  bundle: true,
  platform: 'node',
  format: 'esm',
  plugins: [settable],
  tsconfig: 'tsconfig.json',
  banner: {
    js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
  },
});
const scored: { readonly scoreTakes: typeof scoreTakes } = await import(pathToFileURL(BUNDLE).href);
const numbers = (globalThis as unknown as { readonly numbersOfEar: ReadonlyMap<string, NamedNumber> })
  .numbersOfEar;
const score = (isHeardAnew: boolean) => scored.scoreTakes(Number(values.takes), isHeardAnew);

const before = score(true);
const rows = [...numbers].flatMap(([key, { value, set }]) => {
  if (!isAsked(key) || IS_VERSION.test(key)) return [];
  const effects = FACTORS.map((factor) => {
    set(other(value, factor));
    const effect = effectOf(before, score(key.startsWith('listening')));
    set(value);
    return effect;
  });
  return [{ key, value, effects, most: Math.max(...effects.map(({ takes }) => takes)) }];
});
console.log(
  `${numbers.size} numbers, ${before.length} takes: how many come out differently, and how many faults more are told wrong\n`,
);
console.log('| number | value | halved | doubled |\n| --- | --- | --- | --- |');
for (const { key, value, effects } of rows.toSorted((a, b) => a.most - b.most))
  console.log(
    `| ${key} | ${value} | ${effects.map(({ takes, wrong }) => `${takes} (${wrong > 0 ? '+' : ''}${wrong})`).join(' | ')} |`,
  );

/** Whole numbers stay whole, and change by one at least. */
function other(value: number, factor: number): number {
  if (!Number.isInteger(value)) return value * factor;
  const rounded = Math.round(value * factor);
  return rounded === value ? value + Math.sign(factor - 1) : rounded;
}

function effectOf(was: readonly ScoredTake[], is: readonly ScoredTake[]) {
  const wrongIn = (takes: readonly ScoredTake[]) => takes.reduce((sum, { wrong }) => sum + wrong, 0);
  return {
    takes: is.filter(({ said }, index) => said !== was[index]!.said).length,
    wrong: wrongIn(is) - wrongIn(was),
  };
}
