// Prints a link for a teacher's new password: npm run new-password -- EMAIL
import { bundleServer } from './lib/build.mjs';
import { withDatabase } from './lib/postgres.mjs';
import { runToEnd } from './lib/process.mjs';
import { PlainError, run } from './lib/say.mjs';
import { setUp } from './lib/setup.mjs';

await run(async () => {
  const [email] = process.argv.slice(2);
  if (!email) throw new PlainError('Say whose password: npm run new-password -- somebody@school.example');
  await setUp({ forBackup: true });
  await bundleServer();
  await withDatabase((url) =>
    runToEnd(process.execPath, ['dist/new-password.mjs', email], {
      env: { ...process.env, DATABASE_URL: url },
    }),
  );
});
process.exit(process.exitCode ?? 0);
