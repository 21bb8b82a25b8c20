import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { calculatorOrRefuse, describe as described, reply, replyToLine } from './batch';
import { CALCULATORS, type AnyCalculator } from './calculators';
import { attempt, Refusal } from './refusal';

const ALL = CALCULATORS as readonly AnyCalculator[];
const run = (name: string, input: unknown) => {
  const answer = reply(calculatorOrRefuse(name), input);
  if (!answer.ok) throw new Error(JSON.stringify(answer.refused));
  return answer.values as Record<string, never>;
};
const refusal = (name: string, input: unknown) => attempt(() => calculatorOrRefuse(name).run(input)).refusal;

describe('every calculator', () => {
  it('has a name of its own and a question', () => {
    expect(new Set(ALL.map(({ name }) => name)).size).toBe(ALL.length);
    for (const { name, asks } of ALL) {
      expect(name).toMatch(/^[a-z]+(-[a-z]+)*$/);
      expect(asks).toMatch(/\?$/);
    }
  });

  it.each(ALL)('$name answers its own example, with answer, working and sources', (calculator) => {
    const { answer, working, values } = calculator.run(calculator.example);
    expect(answer.says.length).toBeGreaterThan(0);
    expect(working.length).toBeGreaterThan(0);
    for (const { label, from } of working) expect(label.length * from.length).toBeGreaterThan(0);
    expect(Object.keys(values as object).length).toBeGreaterThan(0);
    expect(numbersIn({ answer, working, values }).every(Number.isFinite)).toBe(true);
  });

  it.each(ALL)('$name is described with units and ranges that its example keeps to', (calculator) => {
    const { input, example } = described(calculator);
    const text = JSON.stringify(input);
    expect(text).toMatch(/"unit"|"enum"/);
    expect(text).toMatch(/"minimum":.*"maximum":/);
    // The description is itself good JSON Schema: what it says of the example is checked by another reader of schemas.
    expect(z.fromJSONSchema(input as never).safeParse(example).error).toBeUndefined();
  });

  const hostile = fc.oneof(
    fc.constantFrom<unknown>(0, -0, -1, 1e-300, 5e-324, 1e300, Number.NaN, Infinity, -Infinity, 35, 1.026, 400),
    fc.constantFrom<unknown>(
      '',
      'NaN',
      'Infinity',
      '1e999',
      '-3 L',
      '35 sg',
      '8.3 dKH',
      '9'.repeat(400),
      '<script>',
      '\u0000',
    ),
    fc.constantFrom<unknown>(null, undefined, {}, [], true, { __proto__: { x: 1 } }),
    fc.double({ min: -1e6, max: 1e6, noNaN: true }),
    fc.double({ min: 0, max: 60, noNaN: true }),
    fc.string(),
  );

  it.each(ALL)('$name refuses or answers soundly whatever stands in any place of its input', (calculator) => {
    const places = leavesOf(calculator.example);
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom(...places), hostile), { minLength: 1, maxLength: 3 }), (slips) => {
        const input = structuredClone(calculator.example) as object;
        for (const [path, value] of slips) put(input, path, value);
        let outcome: unknown;
        try {
          outcome = calculator.run(input);
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          const { field, allowed, value } = error.detail;
          expect(field.length * allowed.length).toBeGreaterThan(0);
          expect(String(value).length).toBeLessThan(80);
          return;
        }
        expect(numbersIn(outcome).filter((number) => !Number.isFinite(number))).toEqual([]);
        expect(amountsIn(outcome).filter((number) => number < 0)).toEqual([]);
      }),
      { numRuns: calculator.name === 'forecast' ? 60 : 250 },
    );
  });
});

describe('salinity', () => {
  it.each([
    [{ by: 'figure', salinity: '1.02637 sg' }, 35, 2],
    [{ by: 'conductivity', conductivityMsPerCm: '53.071 mS/cm', sampleC: 25 }, 35, 3], // UNESCO 1983, ITS-90
    [{ by: 'density', densityKgPerM3: 1023.3412, sampleC: 25 }, 35, 3], // EOS-80 at 25 °C of ITS-90
    [{ by: 'refractometer', shown: 36.5, scale: 'brine' }, 35, 0], // from memory
  ])('%j is %d', (reading, expected, digits) => {
    expect(run('salinity', { reading }).salinity).toBeCloseTo(expected, digits);
  });
});

describe('additions', () => {
  const water = { salinity: 35, temperatureC: 25.5, alkalinity: '8 dKH', pco2Uatm: 600 };
  const change = (add: unknown[]) => {
    const { before, after } = run('additions', { netVolumeL: 400, water, add }) as Record<
      string,
      Record<string, number>
    >;
    return (name: string) => (after?.[name] ?? NaN) - (before?.[name] ?? NaN);
  };

  it.each([
    // Worked by hand from molar masses (CIAAW 2021): 142.66 meq, 20 mg/L of calcium, 100 mg/L of magnesium in 400 L.
    ['sodium-bicarbonate', 11.98, 'alkalinity', 0.35665],
    ['sodium-carbonate', 7.56, 'alkalinity', 0.35665],
    ['calcium-chloride-dihydrate', 29.3, 'calcium', 20],
    ['magnesium-chloride-hexahydrate', 334.6, 'magnesium', 100],
  ])('%s, %d g into 400 L lift %s by %d', (reagent, grams, element, rise) => {
    expect(change([{ reagent, grams }])(element) / rise).toBeCloseTo(1, 2);
  });

  it.each([
    // Independent evaluation: +0.5 dKH at 8 dKH and 600 µatm, DIC otherwise unchanged.
    ['sodium-hydroxide', (0.178325 * 400 * 39.997) / 1000, 0.215],
    ['sodium-carbonate', (0.178325 * 400 * 105.988) / 2000, 0.104],
    ['sodium-bicarbonate', (0.178325 * 400 * 84.007) / 1000, -0.021],
  ])('half a dKH by %s moves pH by what its carbon says', (reagent, grams, rise) => {
    expect(change([{ reagent, grams }])('phNbs')).toBeCloseTo(rise, 2);
    expect(Math.abs(change([{ reagent, grams }])('phNbs') - rise)).toBeLessThan(0.002);
  });

  it('counts millilitres of a solution as the salts in them, and the water they come in', () => {
    const ml = { solution: { parts: [{ reagent: 'sodium-carbonate', gramsPerL: 75.6 }] }, ml: 100 };
    expect(change([ml])('alkalinity')).toBeCloseTo(0.35665, 2);
    expect(
      change([{ solution: { parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.6 }] }, ml: '20 L' }])('salinity'),
    ).toBeLessThan(-1.5);
  });

  it('takes a mass with its unit, and says where a plain number is wanted', () => {
    expect(change([{ reagent: 'sodium-bicarbonate', grams: '0.01198 kg' }])('alkalinity')).toBeCloseTo(0.35665, 2);
    expect(refusal('dilution', { of: 'nitrate', litres: 9, has: 9, adds: 0, target: 3, changes: '2' })).toMatchObject({
      value: '2',
      hint: 'It is wanted as a plain number, not as text.',
    });
  });

  it('asks for one of pH and CO2, and a purity that is one', () => {
    expect(
      refusal('additions', {
        netVolumeL: 400,
        water: { ...water, phNbs: 8.1 },
        add: [{ reagent: 'sodium-carbonate', grams: 5 }],
      })?.field,
    ).toBe('pH and CO2');
    expect(
      refusal('additions', { netVolumeL: 400, water, add: [{ reagent: 'sodium-carbonate', grams: 5, purity: 97 }] }),
    ).toMatchObject({
      hint: '97 looks like a percentage.',
      suggestion: '97 %',
      path: 'add.0.purity',
    });
  });
});

describe('solution strength', () => {
  const strength = (input: unknown) =>
    run('solution-strength', input) as unknown as { alkalinityMmolPerL: number; ions: { calcium: number } };

  it('is one, told by masses, by claim or by strength', () => {
    // 160 g of Na2CO3 in 2 L: 80 ÷ 105.988 × 2 = 1.5096 eq/L; 10 mL of it in 100 L raise 0.15096 mmol/L. By hand.
    const told = [
      { salts: [{ reagent: 'sodium-carbonate', grams: 160 }], litres: 2 },
      { claim: { ml: 10, inLitres: 100, raises: { alkalinity: 0.150961 } } },
      { strength: { alkalinity: '1.50961 eq/L' } },
    ].map((input) => strength(input).alkalinityMmolPerL);
    for (const each of told) expect(each).toBeCloseTo(1509.6, 1);
  });

  it('takes calcium by its grams a litre, and refuses a strength of nothing', () => {
    expect(strength({ strength: { calcium: '30.3 g/L' } }).ions.calcium).toBeCloseTo(30_300, 6);
    expect(refusal('solution-strength', { strength: {} })?.value).toBe('nothing');
    expect(refusal('solution-strength', {})?.field).toBe('salts');
  });
});

describe('dilution', () => {
  it('four changes of 30 % leave 24 % of the old water', () => {
    // 0.7^4 = 0.2401; common practice counts it so.
    const values = run('dilution', { of: 'nitrate', litres: 100, has: 100, adds: 0, target: 24.01, changes: 4 });
    expect(values.litresEachTime).toBeCloseTo(30, 2);
    expect(values.levels).toHaveLength(4);
  });

  it('lands on its target through the tank model, whatever was asked', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (share, changes) => {
          const target = 30 - 25 * share;
          const values = run('dilution', { of: 'nitrate', litres: 200, has: 30, adds: 5, target, changes });
          expect((values.levels as unknown as number[]).at(-1)).toBeCloseTo(target, 9);
        },
      ),
    );
  });

  it('refuses what mixing cannot reach', () => {
    expect(refusal('dilution', { of: 'salinity', litres: 50, has: 35, adds: 33, target: 36 })?.hint).toMatch(
      /nothing beyond/,
    );
    expect(refusal('dilution', { of: 'nitrate', litres: 50, has: 20, adds: 0, target: 0 })?.hint).toMatch(
      /Only exchanging all/,
    );
    expect(
      refusal('dilution', { of: 'salinity', litres: 50, has: 1.026, adds: 0, target: 33 })?.suggestion,
    ).toBeUndefined();
  });
});

describe('forecast', () => {
  const tank = { netVolumeL: 400, water: { alkalinity: '8 dKH', calcium: 420 } };

  it('agrees with arithmetic where there is nothing but consumption', () => {
    // 0.1 dKH a day for ten days; calcium 7.15 mg/L for each dKH (science of CaCO3).
    const { end } = run('forecast', { ...tank, days: 10, consumption: '0.1 dKH/day' }) as unknown as {
      end: Record<string, number>;
    };
    expect((end.alkalinity ?? 0) / 0.35665).toBeCloseTo(7, 3);
    expect(end.calcium).toBeCloseTo(420 - 7.15, 1);
  });

  it('saw-teeth to the steady level of a routine', () => {
    // C_before = C_s − k·d/f: 3 − 0.02·7/0.1 = 1.6 mmol/L.
    const { end } = run('forecast', {
      ...tank,
      days: 699.9,
      consumption: 0.02,
      waterChange: { everyDays: 7, litres: 40, water: { alkalinity: 3 } },
    }) as unknown as { end: Record<string, number> };
    expect(end.alkalinity).toBeCloseTo(1.6, 1);
  });

  it('tells pH of an open room from a shut one, and day from night', () => {
    const ph = (pco2Uatm: number) =>
      (
        run('forecast', {
          ...tank,
          days: 5,
          air: { pco2Uatm },
          light: { carbonMmolPerLPerDay: 0.3, daily: { from: '9:00', hours: 11 } },
        }) as unknown as { ph: { low: number; high: number } }
      ).ph;
    expect(ph(420).high - ph(420).low).toBeGreaterThan(0.1);
    expect(ph(420).low).toBeGreaterThan(ph(1500).low + 0.3);
  });

  it('refuses a tank that dries up, and one that grows saltier than the equations reach', () => {
    const open = { ...tank, evaporationLPerDay: 12, topOff: false };
    expect(refusal('forecast', { ...open, days: 34 })?.hint).toMatch(/empty the tank|a top-off would hold it/);
    expect(refusal('forecast', { ...open, days: 10 })).toMatchObject({
      field: 'salinity',
      hint: expect.stringMatching(/a top-off would hold it/) as string,
    });
    expect(refusal('forecast', { ...open, days: 4 })).toBeUndefined();
  });

  it('refuses an hour that no clock shows', () => {
    const daily = { from: '25:00', hours: 10 };
    expect(refusal('forecast', { ...tank, light: { carbonMmolPerLPerDay: 0.3, daily } })).toMatchObject({
      field: 'time of day',
      path: 'light.daily.from',
    });
  });
});

describe('the line protocol', () => {
  it('answers a request by its id and name', () => {
    const line =
      '{"id":7,"calculator":"carbonate","input":{"alkalinity":"8 dKH","pco2Uatm":"420 ppm","temperatureC":25.5}}';
    const answer = replyToLine(line);
    expect(answer).toMatchObject({ id: 7, calculator: 'carbonate', ok: true });
    // Independent evaluation of Dickson et al. 2007: 8.233.
    expect(answer.ok && answer.sentence).toMatch(/^pH stands at 8\.23, with 8\.00 dKH/);
  });

  it.each([
    ['{"calculator":"carbonat","input":{}}', 'calculator', 'Perhaps carbonate?'],
    ['not json', 'line', undefined],
    ['{"calculator":"carbonate"', 'line', undefined],
    ['[1,2]', 'request', undefined],
    ['{"calculator":"carbonate","input":{},"more":1}', 'request', undefined],
    ['{"calculator":"carbonate","input":{"alkalinity":3,"phNbs":8.1,"pco2Uatm":400}}', 'what is known', undefined],
    [
      '{"calculator":"carbonate","input":{"alkalinity":"8 dKH","pco2Uatm":420,"salinity":1.026}}',
      'salinity',
      undefined,
    ],
  ])('refuses %s', (line, field, hint) => {
    const answer = replyToLine(line);
    if (answer.ok) throw new Error('answered');
    expect(answer.refused.field).toBe(field);
    if (hint) expect(answer.refused.hint).toBe(hint);
  });

  it('says what a wrong figure looks like', () => {
    const answer = reply(calculatorOrRefuse('carbonate'), { alkalinity: 150, pco2Uatm: 420, salinity: 1.026 });
    expect(!answer.ok && answer.refused).toMatchObject({
      field: 'alkalinity',
      value: 150,
      suggestion: '150 ppm CaCO3',
    });
  });
});

function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  if (Array.isArray(value)) return value.flatMap(numbersIn);
  if (typeof value === 'object' && value !== null) return Object.values(value).flatMap(numbersIn);
  return [];
}

/** Amounts that can never be negative: doses, masses, volumes, levels. */
function amountsIn(value: unknown): number[] {
  if (Array.isArray(value)) return value.flatMap(amountsIn);
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) =>
    typeof inner === 'number'
      ? /^(grams|saltG|waterL|volumeL|totalMl|ml.*|litres.*|salinity|alkalinity|calcium|magnesium|dic|reservoirL|leftL)$/.test(
          key,
        )
        ? [inner]
        : []
      : amountsIn(inner),
  );
}

type Path = readonly (string | number)[];

function leavesOf(value: unknown, path: Path = []): Path[] {
  if (typeof value !== 'object' || value === null) return [path];
  return Object.entries(value).flatMap(([key, inner]) =>
    leavesOf(inner, [...path, Array.isArray(value) ? Number(key) : key]),
  );
}

function put(whole: object, path: Path, value: unknown): void {
  let here = whole as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) {
    if (typeof here[key] !== 'object' || here[key] === null) return;
    here = here[key] as Record<string | number, unknown>;
  }
  here[path.at(-1) ?? ''] = value;
}
