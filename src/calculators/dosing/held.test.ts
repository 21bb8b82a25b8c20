import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { plainSentence } from '../calculator/sentence';
import { held } from './held';

const asked = {
  parameter: 'alkalinity' as const,
  band: [8 * DKH, 9 * DKH] as [number, number],
  target: 8.5 * DKH,
  // From 8.5 down to 7.5 in 20 days: on days 0 to 10 of 21 it is at 8 or above.
  levels: [0, 20].map((day) => ({ at: day * DAY_MS, level: (8.5 - day / 20) * DKH })),
};

describe('how well a level was held', () => {
  it('is the share of days in its band and the mean distance from its target, by hand', () => {
    const { answer, values } = held.run(held.input.parse(asked));
    expect(values.inBand).toBeCloseTo(11 / 21, 9);
    // The mean of 0, 0.05 … 1 dKH.
    expect((values.distance ?? 0) / DKH).toBeCloseTo(0.5, 9);
    expect(plainSentence(answer.says, DEFAULT_UNITS)).toBe(
      'Alkalinity was within its band on 52 % of the last 20 days, and 0.5 dKH from its target on average.',
    );
  });

  it('sets what the advice foretold against what came, where it was followed', () => {
    const advice = (followed: boolean, foretold: number) => ({
      at: 0,
      name: 'Soda',
      runs: 20,
      advised: 30,
      set: followed ? 30 : 20,
      followed,
      ...(followed && { foretold: { at: 10 * DAY_MS, level: foretold * DKH } }),
    });
    const { answer, values, working } = held.run(
      held.input.parse({ ...asked, advice: [advice(true, 8.2), advice(false, 0), advice(true, 7.9)] }),
    );
    // It came to 8.0: off by 0.2 and 0.1.
    expect((values.missed ?? 0) / DKH).toBeCloseTo(0.15, 9);
    expect(values.followed).toBe(2);
    expect(plainSentence(answer.because, DEFAULT_UNITS)).toMatch(
      /^The advice of 2 of 3 tests was followed; .*0\.15 dKH/,
    );
    expect(working.filter(({ label }) => label === 'and came')).toHaveLength(2);
  });

  it('says nothing of a few days, nor of a day that lies ahead', () => {
    expect(held.run(held.input.parse({ ...asked, levels: asked.levels.slice(0, 1) })).answer.certainty).toBe(
      'not enough yet',
    );
    const ahead = {
      at: 0,
      name: 'Soda',
      runs: 20,
      advised: 30,
      set: 30,
      followed: true,
      foretold: { at: 40 * DAY_MS, level: 3 },
    };
    expect(held.run(held.input.parse({ ...asked, advice: [ahead] })).values.missed).toBeUndefined();
  });
});
