// Learns the numbers of the ear again, from takes made with FluidSynth: npm run fit [-- --takes 600]
import { runTypeScript } from './lib/process.mjs';
import { run } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  await setUp({ forEvaluation: true });
  await runTypeScript('tests/fit/fit.ts', process.argv.slice(2));
});
process.exit(process.exitCode ?? 0);
