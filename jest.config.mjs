export default {
  testMatch: [
    '<rootDir>/src/**/*.test.ts',
    '<rootDir>/tests/{architecture,database,outside,command}/**/*.test.ts',
  ],
  testEnvironment: 'node',
  transform: {
    '^.+\\.(tsx?|mjs|js)$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' } },
    ],
  },
  // These packages ship ES modules only.
  transformIgnorePatterns: [
    '/node_modules/(?!(@?better-[a-z]+|@noble|defu|jose|nanostores|rou3|uncrypto|@opentelemetry|kysely|spessasynth_core|stb-vorbis)/)',
  ],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '^server-only$': '<rootDir>/tests/support/nothing.ts' },
  testTimeout: 60_000,
  maxWorkers: 2,
};
