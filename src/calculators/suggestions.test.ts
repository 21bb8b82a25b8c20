import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { attempt } from './calculator/attempt';
import { unitsOf, type QuantityKind } from '@/quantities/kinds';
import { parseQuantity, type Expectation } from '@/quantities/parse-quantity';
import { DEFAULT_UNITS, preferredUnit, type UnitPreferences } from '@/quantities/quantity';
import { AMOUNTS } from './calculator/amounts';
import { PARAMETER_IDS, readingExpectation } from './parameters/parameters';
import { TOP_OFF_AMOUNTS } from './top-off/top-off-amounts';

/*
 * An offer is one press from being acted on. Over every field of every bench and calculator, whatever is typed: what is offered is taken by the
 * field, and is the figure that was typed, with a unit said where none was, or its digits with a point set.
 */

/** Fields that are written where they are asked, in benches and calculators. */
function inPlace(): Expectation[] {
  return ['benches', 'calculators', 'record']
    .flatMap((room) =>
      readdirSync(`src/${room}`, { recursive: true, encoding: 'utf8' })
        .filter((file) => /(?<!\.test)\.tsx?$/.test(file))
        .map((file) => `src/${room}/${file}`),
    )
    .flatMap((file) =>
      [
        ...readFileSync(file, 'utf8').matchAll(
          /\{\s*field: ['`]([^'`]+)['`],\s*kind: '(\w+)',\s*low: (-?[\d.e_]+),\s*high: ([\d.e_]+)(?:,\s*usual: \[(-?[\d.e_]+), ([\d.e_]+)\])?/g,
        ),
      ].map(([, field = '', kind, low, high, from, to]) => {
        const number = (text?: string) => Number(text?.replaceAll('_', ''));
        return {
          field,
          kind: kind as QuantityKind,
          low: number(low),
          high: number(high),
          ...(from !== undefined && { usual: [number(from), number(to)] as const }),
        };
      }),
    );
}

const FIELDS: readonly Expectation[] = [
  ...Object.values<Expectation>(AMOUNTS),
  ...Object.values<Expectation>(TOP_OFF_AMOUNTS),
  ...PARAMETER_IDS.map(readingExpectation),
  ...inPlace(),
];
const US: UnitPreferences = { volume: 'US gal', temperature: '°F', alkalinity: 'dKH', salinity: 'sg' };
const TYPED = [
  '0', '1', '3', '8', '25', '30', '44', '60', '77', '82', '100', '148', '250', '430', '600', '830', '1026', '1320', '4300', '13200', '99999',
  '0.001', '0.05', '1.026', '1.0255', '2.9', '8.3', '35.5', '-3', '<7.8', '<0.2', '1e9',
  '30 mL', '250 ml/day', '30 L', '60 L', '10 gal', '5 gal/day', '2 cups', '8 oz', '30 m³', '100 lb', '100 g', '8 kg', '30 mg', '8 dKH', '7 meq', '420 ppm', '45 ppb',
  '77 F', '25 C', '77 degrees', '35 sg', '1.026 ppt', '53 mS', '20 cm', '4 ft', '9 months', '3 furlongs', '8 dkj', '2 stone', '12 W', '40 %', '3 psi', '1.0255 mL',
]; // prettier-ignore

/** The digits of a text without zeros before and behind, which a point set elsewhere leaves as they are. */
const digitsOf = (text: string) => (/\d[\d.]*/.exec(text)?.[0] ?? '').replace('.', '').replace(/^0+|0+$/g, '');

describe('what is offered for a refused figure', () => {
  it('there are fields to try', () => {
    expect(FIELDS.length).toBeGreaterThan(150);
  });
  it.each([
    ['litres', DEFAULT_UNITS],
    ['gallons', US],
  ] as const)('never makes it worse, in %s', (_, units) => {
    const worse: string[] = [];
    for (const field of FIELDS)
      for (const typed of TYPED) {
        const { refusal } = attempt(() => parseQuantity(typed, field, units));
        const offered = refusal?.suggestion;
        if (offered === undefined) continue;
        const says = (fault: string) =>
          worse.push(`${field.field} (${field.kind}): “${typed}” → “${offered}” ${fault}`);
        const taken = attempt(() => parseQuantity(offered, field, units));
        if (taken.outcome === undefined) says('is refused itself');
        if (digitsOf(offered) !== digitsOf(typed.replace('3.5 %', '35'))) says('is another figure');
        // A unit that was typed and is one of the field's stays what it was, unless it can hold no such figure.
        const typedUnit = /[a-zµ³°%].*$/i.exec(typed)?.[0];
        const own =
          typedUnit &&
          unitsOf(field.kind).find(({ symbol, aliases }) =>
            [symbol.toLowerCase(), ...aliases].includes(typedUnit.toLowerCase()),
          );
        if (
          own &&
          taken.outcome &&
          taken.outcome.unit.symbol !== own.symbol &&
          attempt(() => own.toCanonical(Number.parseFloat(typed))).outcome !== undefined
        )
          says('is another unit');
      }
    expect(worse).toEqual([]);
  });

  it('a field takes what it shows itself: a usual figure typed with no unit is not asked about', () => {
    const asked: string[] = [];
    for (const units of [DEFAULT_UNITS, US])
      for (const field of FIELDS) {
        const { usual } = field;
        if (!usual) continue;
        for (const share of [0.2, 0.5, 0.9]) {
          const unit = preferredUnit(field.kind, units);
          const amount = usual[0] + share * (usual[1] - usual[0]);
          const shown = String(Number(unit.fromCanonical(amount).toPrecision(5)));
          if (attempt(() => parseQuantity(shown, field, units)).outcome === undefined)
            asked.push(`${field.field}: ${shown} ${unit.symbol}`);
        }
      }
    expect(asked).toEqual([]);
  });
});
