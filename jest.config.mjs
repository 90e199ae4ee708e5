export default {
  testMatch: ['<rootDir>/{core,contract,server,web,cli,demo,checks}/**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
        module: { type: 'es6' },
      },
    ],
  },
  modulePathIgnorePatterns: ['<rootDir>/.build', '<rootDir>/.demo', '<rootDir>/dist'],
  globalSetup: '<rootDir>/scripts/testSetup.mjs',
  setupFiles: ['<rootDir>/scripts/propertySeed.mjs'],
  // A guard against hanging, not a measure: on a machine that does other work beside it a test of 10 s takes 40.
  testTimeout: 300_000,
};
