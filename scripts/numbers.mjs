// How far each named number of the ear matters, on takes made with FluidSynth: npm run numbers [-- --takes 120] [--of following/pulse]
import { runTypeScript } from './lib/process.mjs';
import { run } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  await setUp({ forEvaluation: true });
  await runTypeScript('tests/fit/numbers.ts', process.argv.slice(2));
});
process.exit(process.exitCode ?? 0);
