// How good the ear is, on takes made with FluidSynth: npm run evaluate [-- --takes 54] [--only oboe] [--neural 54] [--details] [--write]
import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { DATA } from './lib/paths.mjs';
import { runToEnd, runTypeScript } from './lib/process.mjs';
import { run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  await setUp({ forEvaluation: true });
  if (process.argv.includes('--neural')) await installNeural();
  const isTogether = process.argv.includes('--together');
  await runTypeScript(
    isTogether ? 'tests/evaluation/together/evaluate-together.ts' : 'tests/evaluation/evaluate.ts',
    process.argv.slice(2),
  );
});
process.exit(process.exitCode ?? 0);

/** The neural transcriber is only compared with: it and what it runs on stay out of the project's own packages. */
async function installNeural() {
  const home = join(DATA, 'neural');
  if (existsSync(join(home, 'node_modules/@spotify/basic-pitch'))) return;
  mkdirSync(home, { recursive: true });
  say('Installing the neural transcriber …');
  const tensorFlow = ['@tensorflow/tfjs', '@tensorflow/tfjs-backend-wasm'].map((name) => `${name}@3.21.0`);
  await runToEnd(
    'npm',
    ['install', '--prefix', home, '--no-audit', '--no-fund', '@spotify/basic-pitch@1.0.1', ...tensorFlow],
    {
      quiet: true,
    },
  );
}
