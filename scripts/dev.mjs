// The application while it is being written: pages and worker start anew when a file changes. npm run dev
import { developmentDatabase } from './lib/postgres.mjs';
import { run } from './lib/say.mjs';
import { serve } from './lib/serve.mjs';

await run(() =>
  serve({
    forTests: true,
    prepare: async () => (await import('./lib/build.mjs')).bundleForBrowser('development'),
    appOptions: async (database) => ({
      databaseUrl: await developmentDatabase(database),
      demo: true,
      isDevelopment: true,
    }),
    greeting: (address) =>
      `\nMevlo is being written at ${address}   (Ctrl-C stops it; npm run db opens its database)`,
  }),
);
process.exit(process.exitCode ?? 0);
