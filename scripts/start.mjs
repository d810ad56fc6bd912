// Brings up the whole application with demo data: npm start
import { run } from './lib/say.mjs';
import { serve } from './lib/serve.mjs';

await run(() =>
  serve({
    prepare: async () => (await import('./lib/build.mjs')).ensureBuild(),
    appOptions: (databaseUrl) => ({ databaseUrl, demo: process.env.MEVLO_DEMO !== '0' }),
    greeting: (address) => `\nMevlo is running at ${address}   (Ctrl-C stops it)`,
  }),
);
process.exit(process.exitCode ?? 0);
