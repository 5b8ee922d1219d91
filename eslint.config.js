import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** An arrow that must not be drawn: files here may not import from there. */
const arrow = (files, group, message, ignores = []) => ({
  files,
  ignores: ['**/*.test.ts', ...ignores],
  rules: { 'no-restricted-imports': ['error', { patterns: group.map((each) => ({ group: [each], message })) }] },
});

const coreRoom = (room, above) =>
  arrow(
    [`packages/core/src/${room}/**/*.ts`],
    [...above.map((each) => `**/${each}/**`), '@nestjs/*', 'typeorm', 'react', 'node:*'],
    `core/${room} stands below these rooms, and core has no framework and no I/O`,
  );

const FEATURES = ['clients', 'floor', 'ladders', 'library', 'log', 'rooms', 'settings', 'signIn', 'start', 'today', 'tools'];

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '.cache/**',
      '.data/**',
      '**/node_modules/**',
      'test-results/**',
      'playwright-report/**',
      '*.tmp.mjs',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [...tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: {
        project: ['tsconfig.checks.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      '@typescript-eslint/no-extraneous-class': 'off',
      'no-duplicate-imports': ['error', { allowSeparateTypeImports: true }],
    },
  },
  // Injected classes and shapes in decorated signatures need to be value imports.
  { files: ['apps/server/src/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
  // Answers of a test server are looked at as they come.
  {
    files: ['**/*.test.ts', 'apps/server/test/**/*.ts', 'e2e/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
    },
  },
  { files: ['apps/web/src/**/*.{ts,tsx}'], ...reactHooks.configs.flat['recommended-latest'] },
  // Types are checked as one program, which knows Node: the browser doesn't.
  {
    files: ['apps/web/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-globals': ['error', 'process', 'Buffer', 'global', 'require', '__dirname', 'setImmediate'] },
  },
  {
    files: ['**/*.{js,mjs}'],
    rules: { 'no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }] },
    languageOptions: { globals: { process: 'readonly', console: 'readonly', URL: 'readonly', performance: 'readonly' } },
  },
  // What it evaluates runs in the page.
  {
    files: ['bench/*.mjs', 'scripts/screenshots.mjs', 'attack/*.mjs'],
    languageOptions: {
      globals: {
        window: 'readonly',
        navigator: 'readonly',
        fetch: 'readonly',
        PerformanceObserver: 'readonly',
        requestAnimationFrame: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        AbortSignal: 'readonly',
        Buffer: 'readonly',
        structuredClone: 'readonly',
      },
    },
  },

  coreRoom('checks', ['movement', 'figure', 'ladder', 'coaching', 'loading', 'progress', 'session', 'exchange', 'client']),
  coreRoom('movement', ['figure', 'ladder', 'coaching', 'loading', 'progress', 'session', 'exchange', 'client']),
  coreRoom('figure', ['ladder', 'coaching', 'loading', 'progress', 'session', 'exchange', 'client']),
  coreRoom('ladder', ['coaching', 'loading', 'progress', 'session', 'exchange']),
  coreRoom('coaching', ['loading', 'progress', 'session', 'exchange']),
  coreRoom('loading', ['ladder', 'coaching', 'progress', 'session', 'exchange']),
  coreRoom('session', ['exchange']),
  arrow(
    ['apps/web/src/**/*.{ts,tsx}'],
    ['@waxwing/server', '@waxwing/core/shapes', '**/server/**'],
    'web meets the server over HTTP only, and Floor carries no validators',
  ),
  arrow(
    ['apps/web/src/shared/**/*.{ts,tsx}'],
    ['**/features/**', '**/app/**', '@waxwing/server', '@waxwing/core/shapes'],
    'shared knows no feature, and nothing of the server',
  ),
  ...FEATURES.map((feature) =>
    arrow(
      [`apps/web/src/features/${feature}/**/*.{ts,tsx}`],
      [
        '@waxwing/server',
        '@waxwing/core/shapes',
        '**/app/**',
        ...FEATURES.filter((other) => other !== feature).map((other) => `../${other}/**`),
      ],
      'a feature imports from shared and core, not from another feature’s insides',
    ),
  ),
  arrow(['apps/server/src/**/*.ts'], ['@waxwing/web', 'react', '**/web/**'], 'the server knows no interface'),
);
