import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY_MS, simulate } from '../tank-model/simulate';
import { FRESH_WATER } from '../tank-model/water';
import { carries, changesToSettle, settledAt, settledOnFlow } from './routine';

describe('a routine of changes', () => {
  const volume = fc.double({ min: 40, max: 900, noNaN: true });
  const share = fc.double({ min: 0.03, max: 0.6, noNaN: true });
  const every = fc.double({ min: 1, max: 30, noNaN: true });

  it('settles where the tank model, run over the same changes, ends', () => {
    fc.assert(
      fc.property(
        volume,
        share,
        every,
        fc.double({ min: -0.02, max: 0.02, noNaN: true }),
        (netVolumeL, f, everyDays, takes) => {
          const changeL = f * netVolumeL;
          const settled = settledAt(netVolumeL, { changeL, everyDays }, 3, takes);
          if (!settled || settled.before < 0.05) return;
          const count = changesToSettle(netVolumeL, { changeL, everyDays }) * 8;
          const state = simulate(
            { at: 0, volumeL: netVolumeL, water: { ...FRESH_WATER, alkalinity: 3 } },
            [
              { kind: 'rate', at: 0, source: 'life', perDay: { alkalinity: -takes * netVolumeL } },
              ...Array.from({ length: count }, (_, i) => ({
                kind: 'exchange' as const,
                at: (i + 1) * everyDays * DAY_MS,
                volumeL: changeL,
                water: { ...FRESH_WATER, alkalinity: 3 },
              })),
            ],
            [(count + 1) * everyDays * DAY_MS],
          )[0];
          expect(state?.water.alkalinity).toBeCloseTo(settled.before, 5);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('carries just what keeps it at its floor', () => {
    fc.assert(
      fc.property(volume, share, every, (netVolumeL, f, everyDays) => {
        const routine = { changeL: f * netVolumeL, everyDays };
        const most = carries(netVolumeL, routine, 3, 2.5);
        expect(settledAt(netVolumeL, routine, 3, most)?.before).toBeCloseTo(2.5, 9);
      }),
    );
  });

  it('settles within a twentieth after as many changes as (1 − f)ⁿ = 0.05 has, by hand', () => {
    // 0.9^29 = 0.0471 and 0.9^28 = 0.0523; all of it at once takes one.
    expect(changesToSettle(100, { changeL: 10, everyDays: 7 })).toBe(29);
    expect(changesToSettle(100, { changeL: 100, everyDays: 7 })).toBe(1);
  });

  it('without end settles at C_s − k·V/v, or nowhere where more is consumed than comes', () => {
    // 200 L, 10 L a day, a gain of 0.2 mg/L a day: 0 + 0.2 × 200 ÷ 10.
    expect(settledOnFlow(200, 10, 0, -0.2)).toBeCloseTo(4, 9);
    expect(settledOnFlow(200, 10, 3, 0.2)).toBeUndefined();
    expect(settledAt(200, { changeL: 20, everyDays: 7 }, 3, 0.1)).toBeUndefined();
  });
});
