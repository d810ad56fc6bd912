// Every check runs in plain Node: the kernels run twice as fast there as in the contexts of Jest's own runner, and modules are loaded
// once a process. TypeScript is read by tsx, which the scripts load into every process. `npm run test:NAME` chooses one of these.

const common = { runner: 'jest-light-runner/child-process', transform: {} };

export default {
  projects: [
    {
      ...common,
      displayName: 'unit',
      testMatch: [
        '<rootDir>/src/**/*.test.ts',
        '<rootDir>/tests/{architecture,outside,evaluation}/**/*.test.ts',
      ],
    },
    { ...common, displayName: 'database', testMatch: ['<rootDir>/tests/database/**/*.test.ts'] },
    // These need a production build.
    { ...common, displayName: 'command', testMatch: ['<rootDir>/tests/command/**/*.test.ts'] },
  ],
  maxWorkers: 2,
};
