// Brings up the whole application with demo data: npm start
import { IS_DEMO } from './lib/data-of-start.mjs';
import { run } from './lib/say.mjs';
import { serve } from './lib/serve.mjs';

await run(() =>
  serve({
    prepare: async () => (await import('./lib/build.mjs')).ensureBuild(),
    appOptions: (database) => ({ databaseUrl: database.url, demo: IS_DEMO }),
    greeting: (address) => `\nMevlo is running at ${address}   (Ctrl-C stops it)`,
  }),
);
process.exit(process.exitCode ?? 0);
