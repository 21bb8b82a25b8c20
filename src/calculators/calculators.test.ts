import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { describe as described } from './json-lines';
import { CALCULATORS, type AnyCalculator } from './calculators';
import { Refusal } from '@/chemistry/refusal';
import { inWords } from './calculator/attempt';
import { plainSentence } from './calculator/sentence';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { drawnNumber, tried } from '@/testing/tier';
import { spend } from '@/testing/work';

const ALL = CALCULATORS as readonly AnyCalculator[];
/** How often each is asked; those that run the tank model many times less often. */
const RUNS = tried(120, 3000);
const SLOW: Readonly<Record<string, number>> = {
  forecast: tried(30, 900),
  'cycle-plan': tried(30, 360),
  'cycle-reading': tried(6, 180),
};

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

  it.each(ALL)('$name reads aloud as sentences, in litres and in gallons', (calculator) => {
    const gallons = {
      volume: 'US gal',
      temperature: '°F',
      alkalinity: 'meq/L',
      salinity: 'sg',
      currency: '$',
    } as const;
    for (const units of [DEFAULT_UNITS, gallons]) {
      const { answer, cautions } = calculator.run(calculator.example);
      for (const phrases of [answer.says, answer.because, ...cautions.map(({ says }) => says)]) {
        const text = plainSentence(phrases, units);
        if (text === '') continue;
        expect(text).toMatch(/^(?:[A-Z]|pH|\d|[a-z]+ part).*[.:]$/s);
        expect(text).not.toMatch(/ {2}| [,.;:)]|\( |undefined|NaN|Infinity/);
      }
    }
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

  /** Something else in a place, or as much again as stands there: of what nobody should type most is refused, of the other little. */
  const slip: fc.Arbitrary<{ readonly to?: unknown; readonly times?: number }> = fc.oneof(
    hostile.map((to) => ({ to })),
    fc.double({ min: 0.8, max: 1.25, noNaN: true }).map((times) => ({ times })),
  );

  it.each(ALL)('$name refuses or answers soundly whatever stands in any place of its input', (calculator) => {
    const places = leavesOf(calculator.example);
    const numRuns = SLOW[calculator.name] ?? RUNS;
    spend('hostile inputs', numRuns);
    let answered = 0;
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom(...places), slip), { minLength: 1, maxLength: 3 }), (slips) => {
        const input = structuredClone(calculator.example) as object;
        for (const [path, { to, times }] of slips)
          put(input, path, times === undefined ? to : timesOf(input, path, times));
        let outcome: unknown;
        try {
          outcome = calculator.run(input);
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          const { field, allowed, value } = inWords(error);
          expect(field.length * allowed.length).toBeGreaterThan(0);
          expect(String(value).length).toBeLessThan(80);
          return;
        }
        answered += 1;
        expect(numbersIn(outcome).filter((number) => !Number.isFinite(number))).toEqual([]);
        expect(amountsIn(outcome).filter((number) => number < 0)).toEqual([]);
      }),
      { numRuns, seed: drawnNumber(calculator.name) | 0 },
    );
    // Were nearly all refused, the checks above would have seen nothing.
    expect(answered / numRuns).toBeGreaterThan(0.05);
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

/** What stands in a place, a little more or less of it; what is no number stays. */
function timesOf(whole: object, path: Path, times: number): unknown {
  const found = path.reduce<unknown>(
    (here, key) => (here as Record<string | number, unknown> | null | undefined)?.[key],
    whole,
  );
  if (typeof found !== 'number') return found;
  // A moment is moved by up to some days.
  return found > 1e11 ? found + (times - 1) * 1e9 : found * times;
}

function put(whole: object, path: Path, value: unknown): void {
  let here = whole as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) {
    if (typeof here[key] !== 'object' || here[key] === null) return;
    here = here[key] as Record<string | number, unknown>;
  }
  here[path.at(-1) ?? ''] = value;
}
