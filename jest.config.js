import { swcOptions } from './scripts/jest/swcOptions.mjs';

const both = { testPathIgnorePatterns: ['/node_modules/', '/dist/'], modulePathIgnorePatterns: ['<rootDir>/.cache/', '/dist/'] };

export default {
  globalSetup: '<rootDir>/scripts/jest/setup.mjs',
  // By itself Jest leaves one of two cores alone.
  maxWorkers: 2,
  // A machine that others work on too can stall for longer than Jest's five seconds.
  testTimeout: 30_000,
  projects: [
    {
      ...both,
      displayName: 'node',
      runner: '<rootDir>/scripts/jest/runner.mjs',
      setupFiles: ['<rootDir>/scripts/jest/inNode.mjs'],
      testMatch: ['<rootDir>/packages/**/*.test.ts', '<rootDir>/apps/server/**/*.test.ts', '<rootDir>/demo/**/*.test.ts'],
    },
    {
      // What runs in a browser: each file in a context of its own, since they put their own clock, network and store there.
      ...both,
      displayName: 'web',
      testEnvironment: 'node',
      testEnvironmentOptions: { customExportConditions: ['waxwing-source', 'node', 'node-addons'] },
      extensionsToTreatAsEsm: ['.ts', '.tsx'],
      transform: { '^.+\\.tsx?$': ['@swc/jest', swcOptions] },
      setupFiles: ['reflect-metadata'],
      testMatch: ['<rootDir>/apps/web/**/*.test.ts'],
    },
  ],
};
