/** One configuration for what runs in Node: core, the server over HTTP, and the web's device store and outbox. */
const swc = [
  '<rootDir>/scripts/jestTransform.mjs',
  {
    jsc: {
      parser: { syntax: 'typescript', decorators: true, tsx: true },
      transform: {
        legacyDecorator: true,
        decoratorMetadata: true,
        useDefineForClassFields: false,
        react: { runtime: 'automatic' },
      },
      keepClassNames: true,
      target: 'es2022',
    },
    module: { type: 'es6' },
  },
];

export default {
  testEnvironment: 'node',
  globalSetup: '<rootDir>/scripts/jestSetup.mjs',
  // By itself Jest leaves one of two cores alone.
  maxWorkers: 2,
  // A server's first start on a busy machine takes longer than Jest's five seconds.
  testTimeout: 30_000,
  testEnvironmentOptions: { customExportConditions: ['waxwing-source', 'node', 'node-addons'] },
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': swc },
  setupFiles: ['reflect-metadata'],
  testMatch: ['<rootDir>/packages/**/*.test.ts', '<rootDir>/apps/**/*.test.ts', '<rootDir>/demo/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  modulePathIgnorePatterns: ['<rootDir>/.cache/', '/dist/'],
};
