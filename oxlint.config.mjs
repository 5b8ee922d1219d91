import { readdirSync } from 'node:fs';
import { join } from 'node:path';

/** An arrow that must not be drawn: files here may not import from there. */
const arrow = (files, group, message) => ({
  files,
  excludeFiles: ['**/*.test.ts'],
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
  if (missing.length > 0) throw new Error(`oxlint.config.mjs: say on which floor of ${root} stands ${missing.join(', ')}`);
}

const FEATURES = foldersOf('apps/web/src/features');

const errors = (...rules) => Object.fromEntries(rules.map((rule) => [rule, 'error']));
const off = (...rules) => Object.fromEntries(rules.map((rule) => [rule, 'off']));
const readonly = (...names) => Object.fromEntries(names.map((name) => [name, 'readonly']));

const TYPESCRIPT = ['**/*.ts', '**/*.tsx'];

/** Rules that ask the compiler, besides those of the category. */
const WITH_TYPES = errors(
  'typescript/no-misused-promises',
  'typescript/no-unnecessary-type-assertion',
  'typescript/no-unsafe-argument',
  'typescript/no-unsafe-assignment',
  'typescript/no-unsafe-call',
  'typescript/no-unsafe-enum-comparison',
  'typescript/no-unsafe-member-access',
  'typescript/no-unsafe-return',
  'typescript/only-throw-error',
  'typescript/prefer-promise-reject-errors',
  'typescript/require-await',
  'typescript/restrict-plus-operands',
);

export default {
  plugins: ['eslint', 'typescript', 'react'],
  categories: { correctness: 'error' },
  options: { typeAware: true, denyWarnings: true, reportUnusedDisableDirectives: 'error' },
  ignorePatterns: ['**/dist/**', '.cache/**', '.data/**', 'test-results/**', 'playwright-report/**', '*.tmp.mjs'],
  rules: {
    // Of the category, but about emoji in keys, sorted words, and promises that only newer browsers answer with.
    ...off('typescript/no-misused-spread', 'typescript/require-array-sort-compare', 'typescript/no-meaningless-void-operator'),
    ...errors(
      'no-case-declarations',
      'no-empty',
      'no-fallthrough',
      'no-prototype-builtins',
      'no-regex-spaces',
      'no-unexpected-multiline',
      'no-useless-assignment',
      'no-var',
      'prefer-const',
      'prefer-rest-params',
      'prefer-spread',
      'preserve-caught-error',
    ),
    'no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
  },
  overrides: [
    {
      files: TYPESCRIPT,
      rules: {
        ...WITH_TYPES,
        ...errors(
          'no-array-constructor',
          'typescript/ban-ts-comment',
          'typescript/no-empty-object-type',
          'typescript/no-explicit-any',
          'typescript/no-namespace',
          'typescript/no-require-imports',
          'typescript/no-unnecessary-type-constraint',
          'typescript/no-unsafe-function-type',
        ),
        'typescript/consistent-type-imports': ['error', { disallowTypeAnnotations: false }],
        'no-duplicate-imports': ['error', { allowSeparateTypeImports: true }],
      },
    },
    // Injected classes and shapes in decorated signatures need to be value imports.
    { files: ['apps/server/src/**/*.ts'], rules: off('typescript/consistent-type-imports') },
    {
      // Answers of a test server are looked at as they come.
      files: ['**/*.test.ts', 'apps/server/test/**/*.ts', 'e2e/**/*.ts'],
      rules: off(
        'typescript/no-unsafe-argument',
        'typescript/no-unsafe-assignment',
        'typescript/no-unsafe-call',
        'typescript/no-unsafe-member-access',
        'typescript/no-unsafe-return',
      ),
    },
    { files: ['apps/web/src/**/*.{ts,tsx}'], rules: errors('react/rules-of-hooks', 'react/unsupported-syntax') },
    // Types are checked as one program, which knows Node: the browser doesn't.
    {
      files: ['apps/web/src/**/*.{ts,tsx}'],
      excludeFiles: ['**/*.test.ts'],
      rules: { 'no-restricted-globals': ['error', 'process', 'Buffer', 'global', 'require', '__dirname', 'setImmediate'] },
    },
    {
      files: ['**/*.{js,mjs}'],
      // What isn't typed has no types to be right about.
      rules: { ...errors('no-undef'), ...off('typescript/restrict-template-expressions') },
      globals: readonly('process', 'console', 'URL', 'performance'),
    },
    // What it evaluates runs in the page.
    {
      files: ['bench/*.mjs', 'scripts/screenshots.mjs', 'attack/*.mjs'],
      globals: readonly(
        'window',
        'navigator',
        'fetch',
        'PerformanceObserver',
        'requestAnimationFrame',
        'setTimeout',
        'clearTimeout',
        'AbortSignal',
        'Buffer',
        'structuredClone',
      ),
    },

    ...floorsOf(
      CORE,
      CORE_FLOORS,
      ['@nestjs/*', 'typeorm', 'react', 'node:*', 'node:*/**'],
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
  ],
};
