export default {
  testMatch: [
    '<rootDir>/src/**/*.test.ts',
    '<rootDir>/tests/{architecture,database,outside,command}/**/*.test.ts',
  ],
  testEnvironment: 'node',
  transform: {
    '^.+\\.tsx?$': ['@swc/jest', { jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' } }],
  },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '^server-only$': '<rootDir>/tests/support/nothing.ts' },
  testTimeout: 60_000,
  maxWorkers: 2,
};
