import { defineConfig } from 'eslint/config';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/**
 * The plan of the house. Imports point down only: each layer names the layers it may stand on.
 * `src/layers.test.ts` breaks this rule on purpose and expects the lint to say so.
 */
const MAY_IMPORT = {
  chemistry: [],
  record: ['chemistry'],
  reckoning: ['record', 'chemistry'],
  demo: ['reckoning', 'record', 'chemistry'],
  workers: ['record', 'chemistry'],
  interface: ['demo', 'workers', 'reckoning', 'record', 'chemistry'],
  benches: ['interface', 'reckoning', 'record', 'chemistry'],
  app: ['benches', 'interface', 'demo', 'reckoning', 'record', 'chemistry'],
};

const layers = Object.keys(MAY_IMPORT);
const zones = layers.flatMap((layer) =>
  layers
    .filter((other) => other !== layer && !MAY_IMPORT[layer].includes(other))
    .map((other) => ({
      target: `./src/${layer}`,
      from: `./src/${other}`,
      message: `${layer}/ may stand on ${MAY_IMPORT[layer].join(', ') || 'nothing'} only.`,
    })),
);

const outsideWorld = ['react', 'react-dom', 'react/*', 'next', 'next/*', 'idb', 'radix-ui', 'recharts', 'cmdk'];

export default defineConfig(
  { ignores: ['node_modules/', '.next/', '.test/', 'next-env.d.ts', 'test-results/', 'playwright-report/'] },
  ...tseslint.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'import-x': importX },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver({ project: './tsconfig.json' })] },
    rules: {
      'import-x/no-restricted-paths': ['error', { zones }],
      'import-x/no-cycle': ['error', { ignoreExternal: true }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': 'error',
      eqeqeq: 'error',
    },
  },
  {
    // Where there are components and hooks; the rest knows no React, and these rules compile what they read.
    files: ['src/{app,benches,interface}/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: reactHooks.configs['recommended-latest'].rules,
  },
  {
    files: ['src/chemistry/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: outsideWorld, message: 'The core knows no screens and no storage.' }] },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'navigator',
        'localStorage',
        'indexedDB',
        'fetch',
        'setTimeout',
        'setInterval',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core is told the time.' },
        { object: 'Math', property: 'random', message: 'The core is told its seed.' },
      ],
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['src/app/**', '**/*.test.ts', '**/*.d.ts'],
    rules: { 'import-x/no-default-export': 'error' },
  },
  { files: ['scripts/**', 'e2e/**'], rules: { 'no-console': 'off' } },
);
