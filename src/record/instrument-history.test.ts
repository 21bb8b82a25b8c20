import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { calibrated, corrected, reagentOpened } from './instrument-history';
import { instrumentSchema, type Instrument } from './rows/instrument';

const kit: Instrument = { id: 'k', name: 'Kit', parameter: 'magnesium', by: 'kit' };
const inForce = ({ calibrations = [] }: Instrument, at: number) =>
  calibrations.findLast((each) => each.at <= at)?.correction ?? 0;

describe('a correction', () => {
  it('holds from its moment on, and the past stands', () => {
    const once = corrected(kit, -200, 1000);
    expect([999, 1000, 5000].map((at) => inForce(once, at))).toEqual([0, -200, -200]);
  });

  it('on top of others moves everything after it by as much, whatever is there, in order of time', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 1000 }), fc.integer({ min: -50, max: 50 })), { maxLength: 6 }),
        fc.integer({ min: 1, max: 1000 }),
        fc.integer({ min: -300, max: 300 }),
        (before, from, further) => {
          const there = before.reduce((row, [at, correction]) => calibrated(row, at + 1, correction), kit);
          const after = corrected(there, further, from);
          for (const at of [0, from - 1]) expect(inForce(after, at)).toBe(inForce(there, at));
          for (const at of [from, from + 1, 2000]) expect(inForce(after, at)).toBe(inForce(there, at) + further);
          expect(instrumentSchema.safeParse(after).error).toBeUndefined();
        },
      ),
    );
  });
});

describe('a correction by a factor', () => {
  it('is put on top of what corrects already: times × (factor × read + correction)', () => {
    const offset = corrected(kit, -60, 1000);
    const both = corrected(offset, 0, 2000, 0.5);
    expect(both.calibrations).toEqual([
      { at: 1000, correction: -60 },
      { at: 2000, correction: -30, factor: 0.5 },
    ]);
    // 1500 read: corrected by −60 it is 1440, half of that 720. By hand.
    const { correction, factor = 1 } = both.calibrations?.at(-1) ?? { correction: NaN };
    expect(1500 * factor + correction).toBe(720);
    expect(instrumentSchema.safeParse(both).success).toBe(true);
  });
});

describe('a reagent', () => {
  it('stands in order of opening, one of a moment replaced', () => {
    const two = reagentOpened(reagentOpened(kit, { openedAt: 20 }), { openedAt: 10, lot: 'A' });
    expect(two.reagents?.map(({ openedAt }) => openedAt)).toEqual([10, 20]);
    expect(reagentOpened(two, { openedAt: 10, lot: 'B' }).reagents?.[0]?.lot).toBe('B');
    expect(instrumentSchema.safeParse(two).success).toBe(true);
  });
});

it('corrected by its buffers, a probe that was corrected before is corrected by them alone: they were read as it shows', () => {
  const before: Instrument = {
    id: 'pen',
    name: 'Pen',
    parameter: 'ph',
    by: 'probe',
    calibrations: [{ at: 1, correction: 0.2 }],
  };
  // By hand: 7.2 in 7 and 10.1 in 10.01 are a slope of 2.9 / 3.01 and an offset of 0.2.
  const slope = 2.9 / 3.01;
  const [last] = (
    calibrated(before, 5, 7 - 7.2 / slope, { factor: 1 / slope, slope, offset: 0.2 }).calibrations ?? []
  ).slice(-1);
  expect(7.2 * (last?.factor ?? NaN) + (last?.correction ?? NaN)).toBeCloseTo(7, 9);
  expect(10.1 * (last?.factor ?? NaN) + (last?.correction ?? NaN)).toBeCloseTo(10.01, 9);
});
