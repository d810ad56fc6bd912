// Learns the numbers of the ear again, from takes made with FluidSynth: npm run fit [-- hearing|starts|plucks|weighing|faults|struck|drums|claims] [--kept]
import { runTypeScript } from './lib/process.mjs';
import { run } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

const SETTLED = ['hearing', 'weighing'];
const LESSONS = ['hearing', 'starts', 'plucks', 'weighing', 'faults', 'struck', 'drums', 'claims'];

await run(async () => {
  await setUp({ forEvaluation: true });
  // What is held against a player depends on what is heard.
  const asked = process.argv.slice(2);
  const named = asked.filter((arg) => !arg.startsWith('--'));
  const options = asked.filter((arg) => arg.startsWith('--'));
  for (const lesson of named.length > 0 ? named : LESSONS)
    if (SETTLED.includes(lesson)) await runTypeScript('tests/fit/fit-settled.ts', [lesson]);
    else await runTypeScript('tests/fit/fit.ts', ['--lesson', lesson, ...options]);
});
process.exit(process.exitCode ?? 0);
