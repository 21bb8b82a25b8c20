import { describe, expect, it } from 'vitest';
import { LAST_STEP, type DayPhase } from '@/calculators/water-change/checklist';
import { emptySnapshot } from '@/record/defaults';
import type { Snapshot, Entry, WaterDay } from '@/record/schema';
import { isDone, progressOf } from './progress';

const day: WaterDay = { id: 'day', at: 1e12, mixHours: 24, tanks: [], vesselIds: [] };
const phases = [
  { title: 'The day before', steps: [{ key: 'mix', says: ['Mix 60 L.'] }] },
  { title: 'Afterwards', steps: [{ key: LAST_STEP, says: ['Heater on.'] }] },
] as unknown as DayPhase[];
const ticked = (...steps: string[]): Snapshot => ({
  ...emptySnapshot('UTC'),
  entries: steps.map(
    (step, i) =>
      ({ id: `t${i}`, at: 1e12 + i, kind: 'step-done', tankId: null, waterDayId: 'day', step }) as unknown as Entry,
  ),
});

describe('how far a water-change day is', () => {
  it('is no answer before the first tick; then the next step is, under its phase', () => {
    expect(progressOf(ticked(), day, phases)).toBeUndefined();
    expect(progressOf(ticked('mix'), day, phases)).toMatchObject({
      says: ['Afterwards:', 'Heater on.'],
      because: ['1 of 2 steps are done.'],
    });
  });

  it('is done with its last step, and not before; a tick of another day counts for nothing', () => {
    expect(isDone(ticked('mix'), day)).toBe(false);
    expect(isDone(ticked('mix', LAST_STEP), day)).toBe(true);
    expect(progressOf(ticked('mix', LAST_STEP), day, phases)?.says).toEqual(['The water-change day is done.']);
    expect(isDone(ticked(LAST_STEP), { ...day, id: 'other' })).toBe(false);
  });
});
