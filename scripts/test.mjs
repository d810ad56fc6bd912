// The checks of the project: npm test for all of them, npm run test:NAME [-- a file or a pattern] for some.
import { mkdirSync, rmSync } from 'node:fs';
import { ROOT } from './lib/paths.mjs';
import { PlainError, run, say } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';
import { RESULTS, runTogether } from './lib/suite.mjs';

const [asked, ...patterns] = process.argv.slice(2);

await run(async () => {
  process.chdir(ROOT);
  await setUp({ forTests: true });
  if (!asked) rmSync(RESULTS, { recursive: true, force: true });
  mkdirSync(RESULTS, { recursive: true });
  const { LAST, SUITES, stopAll } = await import('./lib/suites.mjs');
  if (asked && !(asked in SUITES))
    throw new PlainError(
      `There are no checks named "${asked}"; there are ${Object.keys(SUITES).join(', ')}.`,
    );
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.once(signal, () => void stopAll().finally(() => process.exit(130)));
  const results = await runTogether(asked ? { [asked]: SUITES[asked] } : SUITES, LAST, patterns);
  await stopAll();
  const total = (of) => results.reduce((sum, { counts }) => sum + counts[of], 0);
  say('');
  for (const { name, seconds, counts, isRight } of results)
    say(
      `${isRight ? 'passed' : 'FAILED'}  ${name.padEnd(11)} ${`${counts.passed}`.padStart(5)} passed, ${counts.failed} failed, ${Math.round(seconds)} s`,
    );
  say(`\n${total('passed')} passed, ${total('failed')} failed`);
  const tried = results.flatMap(({ triedAgain }) => triedAgain);
  for (const title of tried) say(`passed only when tried again: ${title}`);
  const failed = results.filter(({ isRight }) => !isRight).map(({ name }) => name);
  if (failed.length > 0) throw new PlainError(`Failed: ${failed.join(', ')}.`);
  if (total('passed') === 0) throw new PlainError('No check was run.');
});
process.exit(process.exitCode ?? 0);
