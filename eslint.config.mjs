import { defineConfig } from 'eslint/config';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/**
 * The plan of the house. Imports point down only: each layer names the layers it may stand on.
 * `src/layers.test.ts` breaks this rule on purpose and expects the lint to say so.
 */
const CORE = ['calculators', 'quantities', 'chemistry', 'numerics'];
const MAY_IMPORT = {
  numerics: [],
  chemistry: ['numerics'],
  quantities: ['chemistry', 'numerics'],
  calculators: ['quantities', 'chemistry', 'numerics'],
  record: CORE,
  jot: ['record', ...CORE],
  registry: [],
  derived: ['registry', 'jot', 'record', ...CORE],
  demo: ['registry', 'derived', 'jot', 'record', ...CORE],
  workers: ['derived', 'jot', 'record', ...CORE],
  interface: ['registry', 'demo', 'workers', 'derived', 'jot', 'record', ...CORE],
  benches: ['registry', 'interface', 'derived', 'jot', 'record', ...CORE],
  app: ['registry', 'benches', 'interface', 'demo', 'derived', 'jot', 'record', ...CORE],
};

/**
 * The subjects of the storeys that have them, each in the order in which they stand on one another: a subject may import
 * those before it. Files beside the folders: of chemistry below them all (refusals, molar masses, observations), of the
 * calculators above them all (the list of calculators and the doors to it).
 */
const SUBJECTS = {
  chemistry: [
    'seawater',
    'carbonate',
    'nitrogen',
    'tank-model',
    'day',
    'reagents',
    'limewater',
    'reactor',
    'consumption',
    'readings',
    'evaporation',
    'mixing',
    'water-change',
    'set-up',
    'source-water',
    'top-off',
    'cycle',
    'nutrients',
  ],
  derived: [
    'observations',
    'supplies',
    'tank',
    'source-water',
    'set-up',
    'saltwater',
    'balance',
    'top-off',
    'outlook',
    'cycle',
    'trends',
    'water-change',
    'day',
    'schedule',
    'limewater',
    'ph',
    'nutrients',
    'dosing',
    'reactor',
    'methods',
    'today',
  ],
  calculators: [
    'calculator',
    'units',
    'parameters',
    'signs',
    'readings',
    'seawater',
    'carbonate',
    'nitrogen',
    'reagents',
    'dosing',
    'consumption',
    'methods',
    'reactor',
    'nutrients',
    'levels',
    'evaporation',
    'mixing',
    'source-water',
    'top-off',
    'limewater',
    'ph',
    'water-change',
    'set-up',
    'cycle',
    'livestock',
    'forecast',
    'today',
    'testing',
  ],
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

const subjectZones = Object.entries(SUBJECTS).flatMap(([storey, subjects]) =>
  subjects.flatMap((subject, i) =>
    subjects
      .slice(i + 1)
      // What tests are made with stands above the subjects; only tests may reach up to it.
      .filter((later) => later !== 'testing')
      .map((later) => ({
        target: `./src/${storey}/${subject}`,
        from: `./src/${storey}/${later}`,
        message: `${storey}/${subject} stands below ${later}.`,
      })),
  ),
);
const listZone = {
  target: SUBJECTS.calculators.filter((each) => each !== 'testing').map((each) => `./src/calculators/${each}`),
  from: ['./src/calculators/calculators.ts', './src/calculators/json-lines.ts'],
  message: 'A calculator does not know the list it stands in.',
};

/**
 * Most rules of hooks compile each component to judge it, which takes as long as all other rules together: the quick suite
 * (`scripts/test.mjs`) leaves them to the whole one, and to `npm run lint`.
 */
const COMPILED = process.env.TIER !== 'quick';
const UNCOMPILED = { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' };

const outsideWorld = ['react', 'react-dom', 'react/*', 'next', 'next/*', 'idb', 'radix-ui', 'recharts', 'cmdk'];

export default defineConfig(
  {
    ignores: [
      'node_modules/',
      '.next/',
      'public/sw.js',
      '.test/',
      'next-env.d.ts',
      'test-results/',
      'playwright-report/',
    ],
  },
  ...tseslint.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'import-x': importX },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver({ project: './tsconfig.json' })] },
    rules: {
      'import-x/no-restricted-paths': ['error', { zones: [...zones, ...subjectZones, listZone] }],
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
    rules: COMPILED ? reactHooks.configs['recommended-latest'].rules : UNCOMPILED,
  },
  {
    files: ['src/{numerics,chemistry,quantities,calculators}/**/*.ts'],
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
