/** How TypeScript is read for tests: as the server is built, decorators with their types. */
export const swcOptions = {
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
};
