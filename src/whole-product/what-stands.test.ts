import { describe, expect, it } from 'vitest';
import { demoSnapshot } from '@/demo/scenario';
import { applyRows } from '@/record/apply-rows';
import type { Snapshot, Entry, Tank } from '@/record/schema';
import { consumptionTogether } from '@/derived/balance/consumption';
import { knownEvents, tankEvents } from '@/derived/balance/known-events';
import { memoiseOn } from '@/derived/memoise';
import { observationsOf } from '@/derived/observations/observations';
import { supplyTimeline } from '@/derived/supplies/supply-timeline';
import { todayOf } from '@/derived/today/today';

const NOW = Date.UTC(2026, 10, 24, 18);
const HOUR_MS = 3_600_000;

function demo(): { snapshot: Snapshot; tank: Tank } {
  const snapshot = demoSnapshot(NOW, 'Europe/Lisbon');
  const [tank] = snapshot.tanks;
  if (!tank) throw new Error('the demo has no tank');
  return { snapshot, tank };
}

const filed = (snapshot: Snapshot, ...rows: Entry[]) =>
  applyRows(
    snapshot,
    rows.map((row) => ({ table: 'entries' as const, id: row.id, row })),
  );
const reading = (id: string, values: Record<string, number>): Entry => ({
  id,
  tankId: 'atrium',
  at: NOW + Number.parseInt(id, 36) * 1000,
  kind: 'reading',
  values,
});

describe('what was worked out', () => {
  it('stands while what it rests on is the same, and is worked out anew when that is another', () => {
    let worked = 0;
    const [a, b] = [{}, {}];
    const ask = (rest: object) => memoiseOn('a question of this test', [rest, 3], () => ++worked);
    expect([ask(a), ask(a), ask(b), ask(b), ask(a)]).toEqual([1, 1, 2, 2, 1]);
  });

  it('keeps the last few of a question, and no more', () => {
    let worked = 0;
    const ask = (rest: number) => memoiseOn('another question of this test', [rest], () => ++worked);
    for (const rest of [1, 2, 3, 4]) ask(rest);
    expect(ask(4)).toBe(4);
    expect(ask(1)).toBe(5);
  });

  it('a note leaves doses, levels and consumption standing', () => {
    const { snapshot, tank } = demo();
    const before = [
      supplyTimeline(snapshot, tank),
      tankEvents(snapshot, tank),
      consumptionTogether(snapshot, tank, NOW),
    ];
    const next = filed(snapshot, { id: 'n', tankId: 'atrium', at: NOW, kind: 'note', note: 'wiped' });
    const after = [supplyTimeline(next, tank), tankEvents(next, tank), consumptionTogether(next, tank, NOW)];
    after.forEach((each, i) => expect(each).toBe(before[i]));
  });

  it('a test of pH leaves what is known of alkalinity standing; a test of alkalinity does not', () => {
    const { snapshot, tank } = demo();
    const alkalinity = observationsOf(snapshot, 'atrium', 'alkalinity');
    const consumption = consumptionTogether(snapshot, tank, NOW);
    const ph = filed(snapshot, reading('1', { ph: 8.1 }));
    expect(observationsOf(ph, 'atrium', 'alkalinity')).toBe(alkalinity);
    expect(consumptionTogether(ph, tank, NOW + 1000)).toBe(consumption);
    const alk = filed(ph, reading('2', { alkalinity: 2.6 }));
    expect(observationsOf(alk, 'atrium', 'alkalinity')).toHaveLength(alkalinity.length + 1);
    expect(consumptionTogether(alk, tank, NOW + 3000)).not.toBe(consumption);
  });

  it('a solution made otherwise, a batch, or another salt is another water', () => {
    const { snapshot, tank } = demo();
    const events = knownEvents(snapshot, tank);
    const [solution] = snapshot.solutions;
    const remade: Snapshot = {
      ...snapshot,
      solutions: snapshot.solutions.map((each) => (each === solution ? { ...each, name: 'Other' } : each)),
    };
    expect(knownEvents(remade, tank)).not.toBe(events);
    expect(knownEvents(snapshot, { ...tank, saltId: null })).not.toBe(events);
    const batch = snapshot.entries.find(({ kind }) => kind === 'batch');
    if (!batch) throw new Error('the demo mixes');
    expect(knownEvents(filed(snapshot, { ...batch, id: 'b', at: NOW }), tank)).not.toBe(events);
  });

  it('Today of a book carried along is Today of the same book read', () => {
    const { snapshot, tank } = demo();
    todayOf(snapshot, tank, NOW);
    let carried = snapshot;
    const rows = [
      reading('1', { alkalinity: 2.65, calcium: 418 }),
      reading('2', { ph: 8.05 }),
      reading('3', { alkalinity: 2.6 }),
      { id: 'n', tankId: 'atrium', at: NOW + HOUR_MS / 2, kind: 'note', note: 'wiped' } as Entry,
    ];
    for (const row of rows) {
      carried = filed(carried, row);
      todayOf(carried, tank, NOW + HOUR_MS);
    }
    // Other objects throughout: nothing that was kept fits.
    const read = structuredClone(carried);
    const same = read.tanks.find(({ id }) => id === tank.id);
    if (!same) throw new Error('the tank is there');
    expect(todayOf(carried, tank, NOW + HOUR_MS)).toEqual(todayOf(read, same, NOW + HOUR_MS));
  });
});
