// How good the ear is, on takes made with FluidSynth: npm run evaluate [-- --takes 54] [--only oboe] [--details] [--write]
import { runTypeScript } from './lib/process.mjs';
import { run } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  await setUp({ forEvaluation: true });
  await runTypeScript('tests/evaluation/evaluate.ts', process.argv.slice(2));
});
process.exit(process.exitCode ?? 0);
