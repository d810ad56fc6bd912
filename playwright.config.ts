import { defineConfig } from '@playwright/test';
import { CHROMIUM, CHROMIUM_STANDING_BACK } from './scripts/lib/chromium.mjs';

/** Every worker has an application of its own; the script that starts them says where. */
const place = Number(process.env.TEST_PARALLEL_INDEX ?? 0);

export default defineConfig({
  // A slow machine takes its time; what is waited for is there or not.
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: process.env.RESULTS_FILE }]],
  projects: [
    {
      name: 'pages',
      testDir: 'tests/pages',
      outputDir: 'test-results/of-pages',
      // A machine of which others take most lets a page wait longer than any patience; the closing lines say what needed another try.
      retries: 1,
      use: { launchOptions: CHROMIUM_STANDING_BACK },
    },
    // A busy machine drops pieces of the fake microphone's sound; the closing lines say what needed another try.
    { name: 'microphone', testDir: 'tests/microphone', outputDir: 'test-results/of-microphone', retries: 2 },
  ],
  use: {
    baseURL: process.env.MEVLO_ADDRESSES?.split(' ')[place],
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM,
  },
});
