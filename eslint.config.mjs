import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';
import { coreFloors, floorPatterns, pattern, webFloors } from './scripts/floors.mjs';

/** What each workspace may import of ours. Everything may import core; core imports nothing. */
const mayImport = {
  core: [],
  exporter: ['core'],
  server: ['core', 'exporter'],
  web: ['core'],
  cli: ['core', 'exporter'],
  demo: ['core', 'exporter', 'server'],
  e2e: ['core', 'exporter', 'server', 'demo', 'cli'],
};
const workspaces = Object.keys(mayImport);

/** What a workspace may not import of ours. */
function mayUse(name) {
  const allowed = mayImport[name];
  const others = workspaces.filter((w) => w !== name && !allowed.includes(w));
  const group = [
    ...others.map((w) => `@velvet-dusk/${w}/*`),
    `@velvet-dusk/${name}/*`,
    // Another workspace is reached by its name only, so that the arrows can be seen.
    ...workspaces.filter((w) => w !== name).map((w) => `**/../${w}/**`),
  ];
  return { group, message: `${name} may import ${allowed.join(', ') || 'none'} of ours` };
}
const arrows = workspaces.map((name) => ({
  files: [`${name}/**/*.{ts,tsx}`],
  rules: { 'no-restricted-imports': ['error', { patterns: [mayUse(name)] }] },
}));

const coreIsPure = {
  files: ['core/src/**/*.ts'],
  ignores: ['**/*.test.ts', 'core/src/testing/**'],
  languageOptions: { globals: {} },
  rules: {
    'no-restricted-globals': [
      'error',
      'window',
      'document',
      'process',
      'Buffer',
      'fetch',
      'performance',
      'localStorage',
    ],
  },
};

/** Core has no Node, no interface and nothing of ours, and its folders stand on floors. */
const inCore = Object.entries({
  '.': pattern([...coreFloors.flat(), 'testing'], 'core/src'),
  ...floorPatterns(coreFloors, 'core/src', ['testing']),
}).map(([folder, floor]) => ({
  files: [folder === '.' ? 'core/src/*.ts' : `core/src/${folder}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: ['node:*', 'react*', '@velvet-dusk/*'],
            message: 'core has no Node, no interface and nothing of ours',
          },
          floor,
        ],
      },
    ],
  },
}));

/** The page's folders stand on floors as well. */
const inWeb = Object.entries(floorPatterns(webFloors, 'web/src')).map(([folder, floor]) => ({
  files: [`web/src/${folder}/**/*.{ts,tsx}`],
  ignores: ['**/*.test.{ts,tsx}'],
  rules: { 'no-restricted-imports': ['error', { patterns: [mayUse('web'), floor] }] },
}));

export default ts.config(
  {
    ignores: ['**/dist/**', '**/node_modules/**', '.data/**', '.reports/**', '.build/**', 'test-results/**'],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    languageOptions: { globals: { ...globals.node } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      eqeqeq: 'error',
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    // The rules of the compiler, which is not used here, take two thirds of the time of lint.
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
    languageOptions: { globals: globals.browser },
  },
  ...arrows,
  coreIsPure,
  ...inCore,
  ...inWeb,
);
