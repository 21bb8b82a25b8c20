import { describe, expect, it } from 'vitest';
import { hiddenOf, priorOf } from '@/chemistry/cycle/prior';
import { hiddenEvents } from '@/chemistry/cycle/cycle-course';
import { CYCLE_SCHOOLS, CYCLE_SCHOOL_IDS } from './cycle-schools';
import { UGLY_PHASES } from './ugly-phases';

describe('the schools', () => {
  it.each(CYCLE_SCHOOL_IDS)('%s says what speaks for it and against it, and how long it takes', (id) => {
    const { says, against, lasts, source, doseMgPerL, prior: known } = CYCLE_SCHOOLS[id];
    expect(says).toMatch(/\.$/);
    expect(against).toMatch(/\.$/);
    expect(lasts[0]).toBeLessThan(lasts[1]);
    expect(doseMgPerL > 0).toBe(source === 'measured');
    expect(known.seeds[0]).toBeGreaterThan(known.seeds[1]);
  });

  it('take longer the less life they begin with', () => {
    const order = [...CYCLE_SCHOOL_IDS].toSorted(
      (a, b) => CYCLE_SCHOOLS[b].prior.seeds[1] - CYCLE_SCHOOLS[a].prior.seeds[1],
    );
    expect(order).toEqual(['ocean-rock', 'hardy-fish', 'starter', 'fishless', 'unaided']);
    const ends = order.map((id) => CYCLE_SCHOOLS[id].lasts[1]);
    expect(ends).toEqual(ends.toSorted((a, b) => a - b));
  });

  it('a dose that belongs to the school and is not logged is taken to be in the water; a logged one is not counted twice', () => {
    const already = (logged: boolean) => hiddenOf(priorOf(CYCLE_SCHOOLS['starter'], logged).mean).already;
    expect(already(false)).toBeCloseTo(2, 9);
    expect(already(true)).toBeLessThan(0.05);
    expect(hiddenOf(priorOf(CYCLE_SCHOOLS['ocean-rock'], false).mean).already).toBeLessThan(0.05);
  });

  it('what dies off gives in all what it is said to give, and then nothing', () => {
    const hidden = { seeds: [1, 1], speed: [1, 1], dieOff: 1.6, food: 0, already: 0 } as const;
    const rates = hiddenEvents({ startedAt: 0, volumeL: 50 }, hidden).filter((event) => event.kind === 'rate');
    const days = (i: number) => ((rates[i + 1]?.at ?? 0) - (rates[i]?.at ?? 0)) / 86_400_000;
    const given = rates.slice(0, -1).reduce((sum, rate, i) => sum + (rate.perDay.ammonia ?? 0) * days(i), 0);
    // All but e^(−22/4), which is 0.4 %.
    expect(given / (1.6 * 50)).toBeCloseTo(1 - Math.exp(-22 / 4), 9);
    expect(rates.at(-1)?.perDay.ammonia).toBe(0);
    expect(hiddenEvents({ startedAt: 0, volumeL: 50 }, { ...hidden, dieOff: 0 }).map(({ kind }) => kind)).toEqual([
      'bacteria',
    ]);
  });
});

describe('the ugly phases', () => {
  it('overlap, so that no age of a young tank is without one', () => {
    for (let day = 0; day < 300; day += 5)
      expect(
        UGLY_PHASES.some(({ fromDay, toDay }) => day >= fromDay - 2 && day < toDay),
        `day ${day}`,
      ).toBe(true);
  });
});

describe('the way a keeper is led', () => {
  it('the schools preferred put no animal through the cycle; the one that does says what it does to the fish', () => {
    const [first] = CYCLE_SCHOOL_IDS;
    expect(CYCLE_SCHOOLS[first].source).toBe('measured');
    expect(CYCLE_SCHOOLS['hardy-fish'].against).toMatch(/Hard on the fish.*fishless or live rock/);
    expect(CYCLE_SCHOOLS.unaided.against).toMatch(/A shrimp or a lump of food/);
  });
  it('a length that is no common practice is marked as chosen', () => {
    expect(CYCLE_SCHOOL_IDS.filter((id) => CYCLE_SCHOOLS[id].lastsFrom === 'assumed')).toEqual([
      'fishless',
      'hardy-fish',
    ]);
  });
});
