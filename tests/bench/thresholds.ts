// Which numbers of following and judging can move by 30 % without a check noticing: npm run bench -- thresholds [-- NAME]
// Each is moved in a copy of the source, and the checks of both rooms and the small evaluation run on it.
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const ROOMS = ['src/core/following', 'src/core/judging'];
const FACTORS = [0.7, 1.3];
const THRESHOLD = /^(?:export )?const ([A-Z][A-Z_0-9]+) = (\d+(?:\.\d+)?);$/gm;

interface Threshold {
  readonly file: string;
  readonly name: string;
  readonly value: number;
}

const thresholds: Threshold[] = ROOMS.flatMap((room) =>
  readdirSync(room)
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .flatMap((name) => {
      const file = join(room, name);
      return [...readFileSync(file, 'utf8').matchAll(THRESHOLD)].map(([, constant, value]) => ({
        file,
        name: constant!,
        value: Number(value),
      }));
    }),
).filter(({ name }) => !name.endsWith('VERSION'));

const copy = mkdtempSync(join(tmpdir(), 'mevlo-thresholds-'));
for (const entry of [
  'src',
  'tests',
  'scripts',
  'package.json',
  'package-lock.json',
  'tsconfig.json',
  'jest.config.mjs',
])
  cpSync(entry, join(copy, entry), { recursive: true });
for (const entry of ['node_modules', 'demo', 'public']) symlinkSync(resolve(entry), join(copy, entry));

/** Runs the checks on the copy. */
function isNoticed(): boolean {
  const patterns = ['core/following/', 'core/judging/', 'evaluation/smoke'];
  return spawnSync(process.execPath, ['scripts/test.mjs', 'unit', ...patterns], { cwd: copy }).status !== 0;
}

try {
  if (isNoticed()) throw new Error('The checks fail before anything was moved.');
  const unnoticed: string[] = [];
  for (const { file, name, value } of thresholds) {
    const source = readFileSync(file, 'utf8');
    for (const factor of FACTORS) {
      const moved = Number((value * factor).toPrecision(6));
      writeFileSync(join(copy, file), source.replace(`const ${name} = `, `const ${name} = ${moved}; //`));
      if (!isNoticed()) unnoticed.push(`${file}: ${name} ${value} → ${moved}`);
    }
    writeFileSync(join(copy, file), source);
  }
  const tried = thresholds.length * FACTORS.length;
  console.log(`${tried - unnoticed.length} of ${tried} moves are noticed; these are not:`);
  for (const line of unnoticed) console.log(`  ${line}`);
} finally {
  rmSync(copy, { recursive: true, force: true });
}
