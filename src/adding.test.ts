import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { WHOLE } from '@/testing/tier';
import { spend } from '@/testing/work';

/*
 * A measured parameter and a kind of entry are each added to a copy of the source by writing one module and naming it in one
 * list (a kind also in the lists of forms and of marks). The copy must pass the type checker, and know the new ones everywhere: on disk, in the jotted line, in forms, in the
 * table, on the tide line, as observations and in the water.
 */

const KIND = `
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { bounded } from '../rows/fields';
import { defineKind, formatted, OF_A_TANK } from './entry-kind';

/** Food given. A gram of dry food brings about 40 mg of nitrate and 5 of phosphate once it is eaten (made up for this test). */
export const broth = defineKind({
  kind: 'broth',
  title: 'Broth',
  tankId: OF_A_TANK,
  shape: { grams: bounded(AMOUNTS.weighedForVolume) },
  jot: [
    {
      words: ['broth'],
      figures: { grams: { expected: { ...AMOUNTS.weighedForVolume, field: 'food' } } },
      make: ({ figures: { grams } }) => (grams === undefined ? undefined : { grams }),
    },
  ],
  describe: ({ grams }, { settings: { units } }) => \`\${formatted('mass', grams, units)} of food\`,
  figures: ({ grams }) => [['food', grams, 'g']],
  events: ({ at, grams }) => [{ kind: 'addition', at, amounts: { nitrate: 40 * grams, phosphate: 5 * grams } }],
});
`;

const PARAMETER = `
import type { Parameter } from './parameter';

export const GASES = {
  oxygen: {
    name: 'oxygen',
    words: ['o2', 'oxygen'],
    kind: 'ion',
    low: 0,
    high: 30,
    usual: [4, 10],
    band: [6, 8],
    readBy: { kit: 0.5, probe: 0.2 },
  },
} as const satisfies Record<string, Parameter>;
`;

const EXERCISE = `
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { offered } from '@/calculators/parameters/parameters';
import { marksOf } from '@/interface/timeline/marks';
import { knownEvents } from '@/derived/balance/known-events';
import { lastObservation } from '@/derived/observations/observations';
import { entriesCsv } from '@/record/csv';
import { emptySnapshot, newTank } from '@/record/defaults';
import { readFile, writeFile } from '@/record/file';
import { readLine } from '@/jot/read-line';
import { describeEntry } from '@/record/kinds/describe';
import { ALL_KINDS } from '@/record/kinds/list';
import { formOf } from '@/interface/entry-kinds/entry-forms';
import type { Entry, Tank } from '@/record/schema';

const tank: Tank = { ...newTank('t'), name: 'Bay', displayL: 100, targets: { oxygen: [6, 8] } };
const { drafts, problems } = readLine('broth 3 g o2 6.8', { now: 1e12, zone: 'UTC', units: DEFAULT_UNITS, solutions: [] });
const entries = drafts.map((draft, i) => ({ id: 'e' + i, tankId: 't', ...draft }) as Entry);
const snapshot = readFile(writeFile({ ...emptySnapshot('UTC'), tanks: [tank], entries }, new Date(0)));
console.log(
  JSON.stringify({
    problems,
    described: snapshot.entries.map((entry) => describeEntry(entry, snapshot)),
    csv: entriesCsv(snapshot).split(/\\r?\\n/).slice(1).map((line) => line.split(',').slice(2, 6).join(' ')),
    marks: marksOf(snapshot, 't', 0, 2e12).map(({ kind, text }) => [kind, text]),
    forms: ALL_KINDS.flatMap(({ kind, title }) => (formOf(kind)?.offered ? [title] : [])),
    oxygenField: formOf('reading')?.figures(offered((id) => id === 'oxygen')).at(-1)?.label,
    observed: lastObservation(snapshot, 't', 'oxygen'),
    events: knownEvents(snapshot, tank),
  }),
);
`;

// Compiling a copy of all of it takes as long as the types of the whole: in the whole suite.
describe.runIf(WHOLE)('adding to the house', () => {
  let copy = '';
  beforeAll(() => {
    spend('source copied and compiled');
    mkdirSync('.test', { recursive: true });
    copy = mkdtempSync(path.resolve('.test/adding-'));
    cpSync('src', path.join(copy, 'src'), {
      recursive: true,
      filter: (source) => !/\.test\.tsx?$|(^|\/)(testing|fixtures)$/.test(source),
    });
    writeFileSync(
      path.join(copy, 'env.d.ts'),
      '/// <reference types="next" />\n/// <reference types="next/image-types/global" />\n',
    );
    const config = JSON.parse(readFileSync('tsconfig.json', 'utf8')) as Record<string, unknown>;
    const { compilerOptions } = config as { compilerOptions: Record<string, unknown> };
    writeFileSync(
      path.join(copy, 'tsconfig.json'),
      JSON.stringify({
        compilerOptions: { ...compilerOptions, incremental: false },
        include: ['**/*.ts', '**/*.tsx'],
      }),
    );
  });
  afterAll(() => rmSync(copy, { recursive: true, force: true }));

  const inCopy = (file: string) => path.join(copy, file);
  /** Names a module in a list: what is imported, and its place among the others. */
  const nameIn = (list: string, importing: string, before: string, named: string) => {
    const text = readFileSync(inCopy(list), 'utf8');
    expect(text).toContain(before);
    writeFileSync(inCopy(list), `${importing}\n${text.replace(before, `${named}${before}`)}`);
  };

  it('a kind of entry touches its module and the list, its form and its mark; a parameter two files', () => {
    writeFileSync(inCopy('src/record/kinds/broth.ts'), KIND);
    nameIn('src/record/kinds/list.ts', "import { broth } from './broth';", '  lever,\n', '  broth,\n');
    nameIn(
      'src/interface/entry-kinds/entry-forms.ts',
      '',
      '  note: {',
      "  broth: { offered: true, figures: figuresOfForm(['grams', 'Food', AMOUNTS.weighedForVolume]) },\n",
    );
    nameIn('src/interface/timeline/mark-shapes.ts', '', '  dose: {', "  broth: { path: 'M1 5 H9', word: 'broth' },\n");
    writeFileSync(inCopy('src/calculators/parameters/gases.ts'), PARAMETER);
    nameIn('src/calculators/parameters/parameters.ts', "import { GASES } from './gases';", '...PROBES }', '...GASES, ');
    writeFileSync(inCopy('exercise.ts'), EXERCISE);

    const types = spawnSync(process.execPath, ['node_modules/typescript-native/bin/tsc', '--noEmit', '-p', copy], {
      encoding: 'utf8',
    });
    expect(types.stdout).toBe('');
    const ran = spawnSync(process.execPath, [path.resolve('node_modules/tsx/dist/cli.mjs'), 'exercise.ts'], {
      cwd: copy,
      encoding: 'utf8',
    });
    expect(ran.stderr).toBe('');
    const found = JSON.parse(ran.stdout) as Record<string, unknown>;
    expect(found).toMatchObject({
      problems: [],
      described: expect.arrayContaining(['oxygen 6.8 mg/L', '3 g of food']) as unknown,
      csv: expect.arrayContaining(['reading oxygen 6.8 mg/L', 'broth food 3 g']) as unknown,
      marks: [['broth', '3 g of food']],
      forms: expect.arrayContaining(['Broth']) as unknown,
      oxygenField: 'Oxygen',
      observed: { value: 6.8, sd: 0.5 },
      events: [{ kind: 'addition', amounts: { nitrate: 120, phosphate: 15 } }],
    });
  });
});
