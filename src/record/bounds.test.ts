import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { LATEST_MOMENT } from '@/calculators/calculator/calculator-input';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { SET_UP_AMOUNTS } from '@/calculators/set-up/set-up';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { ALL_KINDS, ENTRY_KINDS } from './kinds/list';
import { TABLES, type TableName } from './schema';

/*
 * Every bound on disk is one that the calculators say: a figure that can be stored is one that can be reckoned with. What the
 * benches then make of figures at their ends is walked in testing/whole-product/hostile-records.test.ts.
 */

interface Schema {
  readonly type?: string;
  readonly minimum?: number;
  readonly exclusiveMinimum?: number;
  readonly maximum?: number;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly additionalProperties?: Schema | boolean;
  readonly items?: Schema;
  readonly prefixItems?: readonly Schema[];
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
}

/** Every figure a schema takes, with its place. */
function figures(schema: Schema, place: string): { place: string; low: number; high: number }[] {
  const inner = [
    ...Object.entries(schema.properties ?? {}).map(([key, each]) => [`${place}.${key}`, each] as const),
    ...(typeof schema.additionalProperties === 'object' && !schema.properties
      ? [[`${place}.*`, schema.additionalProperties] as const]
      : []),
    ...(schema.items ? [[`${place}[]`, schema.items] as const] : []),
    ...(schema.prefixItems ?? []).map((each) => [`${place}[]`, each] as const),
    ...[...(schema.anyOf ?? []), ...(schema.oneOf ?? [])].map((each) => [place, each] as const),
  ];
  const own =
    schema.type === 'number' || schema.type === 'integer'
      ? [
          {
            place,
            low: schema.minimum ?? schema.exclusiveMinimum ?? -Infinity,
            high: schema.maximum ?? Infinity,
          },
        ]
      : [];
  return [...own, ...inner.flatMap(([at, each]) => figures(each, at))];
}

const EXPECTED = [AMOUNTS, TOP_OFF_AMOUNTS, SET_UP_AMOUNTS, PARAMETERS].flatMap((list) =>
  Object.values(list).map(({ low, high }: { low: number; high: number }) => ({ low, high })),
);

/** Figures that no calculator takes as they stand, each with why. */
const OTHERWISE: Readonly<Record<string, string>> = {
  'tanks.room.humidity': 'a share, which the calculators take as such: 0 to 1',
  'entries.seq': 'a count, and no figure of the water',
  'instruments.resolution':
    'in the unit of whichever parameter it reads; what it makes of a reading is kept within that',
  'instruments.error': 'the same',
  'instruments.calibrations[].correction': 'the same',
  'instruments.calibrations[].factor': 'the same',
};

/** A mass or volume above zero, and a share told in percent elsewhere: the upper end is the calculators'. */
const looser = (low: number, high: number) =>
  EXPECTED.some(
    (each) => (low === 0 && each.high === high) || (each.low / 100 === low && each.high / 100 === high && high <= 1),
  );

describe('bounds on disk', () => {
  const all = (Object.keys(TABLES) as TableName[]).flatMap((table) =>
    figures(z.toJSONSchema(TABLES[table], { unrepresentable: 'any' }) as Schema, table),
  );

  it('are there for every figure', () => {
    expect(all.length).toBeGreaterThan(250);
    expect(all.filter(({ low, high }) => !Number.isFinite(low) || !Number.isFinite(high))).toEqual([]);
  });

  it('are those of the calculators, said once', () => {
    const strange = all.filter(
      ({ place, low, high }) =>
        !(place in OTHERWISE) &&
        !(low === 0 && high === LATEST_MOMENT) &&
        !EXPECTED.some((each) => each.low === low && each.high === high) &&
        !looser(low, high),
    );
    expect(strange).toEqual([]);
  });

  it.each(ALL_KINDS.map(({ kind }, i) => [kind, i] as const))(
    'of %s are what its form asks for, or wider',
    (_, place) => {
      const kind = ALL_KINDS[place];
      const stored = new Map(
        figures(z.toJSONSchema(ENTRY_KINDS[place]?.schema ?? z.never(), { unrepresentable: 'any' }) as Schema, '').map(
          (each) => [each.place.replace(/^\.(values\.)?/, ''), each],
        ),
      );
      for (const { key, expected } of kind?.form?.figures(['alkalinity', 'strontium']) ?? []) {
        const own = stored.get(key);
        // What a field lets through the row takes; nothing is refused after it was accepted.
        expect(own?.low ?? Infinity).toBeLessThanOrEqual(expected.low);
        expect(own?.high ?? -Infinity).toBeGreaterThanOrEqual(expected.high);
      }
    },
  );
});
