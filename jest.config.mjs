// Every check runs in plain Node: the kernels run twice as fast there as in the contexts of Jest's own runner, and modules are loaded
// once a process. They are compiled before (`scripts/lib/compile-checks.mjs`). `npm run test:NAME` chooses one of these.

const common = {
  runner: '<rootDir>/scripts/lib/jest-runner.mjs',
  transform: {},
  moduleFileExtensions: ['mjs', 'js', 'json'],
};
const checks = '<rootDir>/dist/checks';

export default {
  projects: [
    {
      ...common,
      displayName: 'unit',
      // All that no other project has, so that none is ever left out.
      testMatch: [`${checks}/**/*.test.mjs`],
      testPathIgnorePatterns: [`${checks}/tests/(database|command)/`],
    },
    { ...common, displayName: 'database', testMatch: [`${checks}/tests/database/**/*.test.mjs`] },
    // These need a production build.
    { ...common, displayName: 'command', testMatch: [`${checks}/tests/command/**/*.test.mjs`] },
  ],
  maxWorkers: 2,
};
