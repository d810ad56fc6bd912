// Makes everything that the processes run, for machines that start them one by one: npm run build
import { run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  await setUp();
  await (await import('./lib/build.mjs')).ensureBuild();
  say('Built.');
});
process.exit(process.exitCode ?? 0);
