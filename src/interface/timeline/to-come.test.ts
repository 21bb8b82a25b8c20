import { describe, expect, it } from 'vitest';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry } from '@/record/schema';
import { marksOf } from './marks';
import { batchBars, marksToCome } from './to-come';

const now = 500 * DAY_MS;
const tank = { ...newTank('t'), name: 'Bay', displayL: 300 };
const change = (days: number): Entry => ({
  id: `c${days}`,
  tankId: 't',
  at: now - days * DAY_MS,
  kind: 'water-change',
  volumeL: 30,
});
const snapshot: Snapshot = { ...emptySnapshot('UTC'), tanks: [tank], entries: [change(15), change(8), change(1)] };
const batch: Entry = {
  id: 'b',
  tankId: null,
  at: now - 0.5 * DAY_MS,
  kind: 'batch',
  saltId: null,
  volumeL: 40,
  saltG: 1540,
  targetSalinity: 35,
};

describe('what the tide line shows ahead', () => {
  it('changes that fall due as the habit goes', () => {
    expect(
      marksToCome(snapshot, tank, now, now + 21 * DAY_MS).map(({ at, text, toCome }) => [
        (at - now) / DAY_MS,
        text,
        toCome,
      ]),
    ).toEqual([
      [6, '30 L to change', true],
      [13, '30 L to change', true],
      [20, '30 L to change', true],
    ]);
  });
  it('refills of the reservoir, each before it could be dry', () => {
    const refill = (days: number): Entry => ({
      id: `r${days}`,
      tankId: 't',
      at: now - days * DAY_MS,
      kind: 'refill',
      volumeL: 21,
    });
    const filled = { ...tank, reservoirL: 40 };
    const with21 = {
      ...snapshot,
      tanks: [filled],
      entries: [refill(22), refill(15), refill(8), refill(1), ...snapshot.entries],
    };
    const ahead = marksToCome(with21, filled, now, now + 21 * DAY_MS).filter(({ kind }) => kind === 'refill');
    // 3 L a day: 37 L are left, which last twelve days and, with a day in hand and the doubt, nearly eleven.
    expect((ahead[0]?.at ?? 0) - now).toBeGreaterThan(8.5 * DAY_MS);
    expect((ahead[0]?.at ?? 0) - now).toBeLessThan(11.3 * DAY_MS);
    expect(ahead[0]?.text).toMatch(/^about 3\d\.\d L to refill$/);
    expect(marksToCome(snapshot, tank, now, now + 21 * DAY_MS).map(({ kind }) => kind)).not.toContain('refill');
  });
  it('a kept water day stands in place of those before it', () => {
    const day = { id: 'd', at: now + 8 * DAY_MS, mixHours: 24, tanks: [{ tankId: 't', litres: 45, salinity: 35 }] };
    expect(
      marksToCome({ ...snapshot, waterDays: [day] }, tank, now, now + 21 * DAY_MS).map(({ at, text }) => [
        (at - now) / DAY_MS,
        text,
      ]),
    ).toEqual([
      [8, '45 L to change'],
      [13, '30 L to change'],
      [20, '30 L to change'],
    ]);
    const other = { ...day, tanks: [{ tankId: 'o', litres: 45, salinity: 35 }] };
    expect(marksToCome({ ...snapshot, waterDays: [other] }, tank, now, now + 7 * DAY_MS)).toHaveLength(1);
  });
  it('a batch of no one tank ages over every tank’s line, ready a day after it was mixed', () => {
    const [bar] = batchBars({ ...snapshot, entries: [...snapshot.entries, batch] }, 't', now);
    expect(bar).toMatchObject({ id: 'b', from: now - 0.5 * DAY_MS, readyAt: now + 0.5 * DAY_MS });
    expect(batchBars({ ...snapshot, entries: [...snapshot.entries, { ...batch, tankId: 'o' }] }, 't', now)).toEqual([]);
  });
  it('what was done to the source line stands on every tank’s line; checks and ticks on none', () => {
    const house: Entry[] = [
      { id: 's', tankId: null, at: now - DAY_MS, kind: 'source-test', sourceId: 'l', tdsSupply: 285 },
      { id: 'k', tankId: 't', at: now - DAY_MS, kind: 'batch-check', batchId: 'b', salinity: 35 },
      { id: 'x', tankId: 't', at: now - DAY_MS, kind: 'step-done', waterDayId: 'd', step: 'off', says: 'Heater off.' },
    ];
    expect(marksOf({ ...snapshot, entries: house }, 't', 0, now).map(({ kind }) => kind)).toEqual(['source-test']);
  });
});
