import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** An arrow that must not be drawn: files here may not import from there. */
const arrow = (files, group, message, ignores = []) => ({
  files,
  ignores: ['**/*.test.ts', ...ignores],
  rules: { 'no-restricted-imports': ['error', { patterns: group.map((each) => ({ group: [each], message })) }] },
});

/** Rooms from the ground up: whoever stands on a floor may look down, neither up nor at a neighbour on the same floor. */
const floorsOf = (root, floors, rest, message) =>
  floors.flatMap((rooms, at) =>
    rooms.map((room) => {
      const above = floors
        .slice(at)
        .flat()
        .filter((other) => other !== room);
      return arrow([`${root}/${room}/**/*.ts`], [...above.map((other) => `**/${other}/**`), ...rest], message(room));
    }),
  );

const CORE = 'packages/core/src';
const CORE_FLOORS = [
  ['checks'],
  ['movement'],
  ['figure', 'ladder', 'loading'],
  ['client'],
  ['coaching', 'planning', 'search'],
  ['progress', 'session'],
  ['exchange'],
];

const SERVER = 'apps/server/src';
const SERVER_FLOORS = [
  ['database'],
  ['http'],
  ['accounts'],
  ['library'],
  ['studio', 'clients'],
  ['stances'],
  ['sessions'],
  ['plans', 'inbox', 'suggestions', 'boards'],
  ['bookings'],
  ['privacy'],
  ['backups', 'setup'],
  ['health'],
];

const foldersOf = (path) =>
  readdirSync(join(import.meta.dirname, path), { withFileTypes: true }).flatMap((each) =>
    each.isDirectory() ? [each.name] : [],
  );

/** A folder that stands on no floor would be held by no rule. */
for (const [root, floors, apart] of [
  [CORE, CORE_FLOORS, ['test']],
  [SERVER, SERVER_FLOORS, []],
]) {
  const missing = foldersOf(root).filter((folder) => !floors.flat().includes(folder) && !apart.includes(folder));
  if (missing.length > 0) throw new Error(`eslint.config.js: say on which floor of ${root} stands ${missing.join(', ')}`);
}

const FEATURES = foldersOf('apps/web/src/features');

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
    // Rules that need types are in .oxlintrc.json.
    extends: [...tseslint.configs.recommended],
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
      '@typescript-eslint/no-extraneous-class': 'off',
      'no-duplicate-imports': ['error', { allowSeparateTypeImports: true }],
    },
  },
  // Injected classes and shapes in decorated signatures need to be value imports.
  { files: ['apps/server/src/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
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

  ...floorsOf(
    CORE,
    CORE_FLOORS,
    ['@nestjs/*', 'typeorm', 'react', 'node:*'],
    (room) => `core/${room} stands below that, and core has no framework and no I/O`,
  ),
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
  arrow([`${SERVER}/*.ts`], ['@waxwing/web', 'react', '**/web/**'], 'the server knows no interface'),
  ...floorsOf(
    SERVER,
    SERVER_FLOORS,
    ['@waxwing/web', 'react', '**/web/**'],
    (room) => `the server’s ${room} stands below that, and knows no interface`,
  ),
);
