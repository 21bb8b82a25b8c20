import { describe, expect, it } from 'vitest';
import { gaussian, seeded } from '@/numerics/seeded';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Entry, Snapshot, Solution, Tank } from '@/record/schema';
import { changeWith } from './trends/before-after';

const NOW = Date.UTC(2026, 10, 20, 12);
const VOLUME_L = 200;
const tank: Tank = { ...newTank('t'), name: 'Bay', displayL: VOLUME_L, supplies: ['parts'] };
const soda: Solution = {
  id: 'soda',
  name: 'Carbonate part',
  parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }],
} as Solution;
/** mmol a millilitre: 80 g/L ÷ 105.988 × 2 (CIAAW 2021). */
const PER_ML = (80 / 105.988) * 2;
const EVENT_DAY = -28;

/**
 * An alkalinity by plain bookkeeping, no tank model: what is consumed evenly, what is dosed day by day, a test every fourth day. Media are replaced
 * on day −28, which does nothing; the dose is raised three days later.
 */
function record(seed: number, raisedMl: number): Snapshot {
  const noise = gaussian(seeded(seed));
  const entries: object[] = [
    { kind: 'standing-dose', day: -70, solutionId: 'soda', mlPerDay: 20 },
    { kind: 'replaced', day: EVENT_DAY, what: 'carbon' },
    { kind: 'standing-dose', day: EVENT_DAY + 3, solutionId: 'soda', mlPerDay: 20 + raisedMl },
  ];
  let level = 8 * DKH;
  for (let day = -70; day <= 0; day++) {
    if (day % 4 === 0) entries.push({ kind: 'reading', day, values: { alkalinity: level + noise(0.1 * DKH) } });
    level += ((day >= EVENT_DAY + 3 ? 20 + raisedMl : 20) * PER_ML - 20 * PER_ML) / VOLUME_L;
  }
  return {
    ...emptySnapshot('UTC'),
    tanks: [tank],
    solutions: [soda],
    entries: entries
      .map((entry, i) => {
        const { day, ...rest } = entry as { readonly day: number };
        return { id: `e${i}`, tankId: 't', at: NOW + day * DAY_MS, ...rest } as unknown as Entry;
      })
      .toSorted((a, b) => a.at - b.at),
  };
}

const asked = (snapshot: Snapshot, kind: Entry['kind']) => {
  const event = snapshot.entries.findLast((entry) => entry.kind === kind);
  if (!event) throw new Error('no event');
  return changeWith(snapshot, tank, event, NOW, VOLUME_L, { parameter: 'alkalinity' });
};

describe('what changed, with what was dosed meanwhile taken out', () => {
  it('does not put a raised dose to the account of what else was done in those days', () => {
    const verdicts = Array.from({ length: 40 }, (_, i) => asked(record(900 + i, 6), 'replaced').values.told?.verdict);
    // One in twenty may be told by chance; without it nearly all were.
    expect(verdicts.filter((verdict) => verdict === 'changed').length).toBeLessThanOrEqual(4);
  });

  it('leaves the dose that is asked about in: what it did is what is asked', () => {
    const told = Array.from({ length: 12 }, (_, i) => asked(record(950 + i, 8), 'standing-dose').values.told?.verdict);
    expect(told.filter((verdict) => verdict === 'changed').length).toBeGreaterThanOrEqual(8);
  });

  it('says how much was taken out, and draws where the level would have gone with it', () => {
    const { working, values } = asked(record(977, 6), 'replaced');
    const step = working.find(({ label }) => label.startsWith('Moved by what was dosed'));
    // Six millilitres over twenty-five days into 200 L, by hand.
    expect(step?.value.amount).toBeCloseTo((6 * PER_ML * 25) / VOLUME_L, 1);
    const end = values.wouldBe?.ahead.at(-1)?.value ?? 0;
    expect(Math.abs(end - (8 * DKH + (6 * PER_ML * 25) / VOLUME_L))).toBeLessThan(0.5);
    expect(asked(record(977, 0), 'replaced').working.some(({ label }) => label.startsWith('Moved by'))).toBe(false);
  });
});
