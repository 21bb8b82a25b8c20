import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { LATEST_MOMENT } from '@/calculators/calculator/calculator-input';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { SET_UP_AMOUNTS } from '@/calculators/set-up/set-up';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { figures, type Schema } from '@/testing/schema-figures';
import { TABLES, type TableName } from './schema';

/*
 * Every bound on disk is one that the calculators say: a figure that can be stored is one that can be reckoned with. What the
 * benches then make of figures at their ends is walked in whole-product/hostile-records.test.ts.
 */

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
});
