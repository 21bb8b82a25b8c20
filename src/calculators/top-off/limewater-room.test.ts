import { describe, expect, it } from 'vitest';
import { answered, valuesOf } from '../testing/run-calculator';

describe('room for limewater', () => {
  it('is the least that evaporates less a tenth: 3.2 L where 3.5 to 4 evaporate (common practice)', () => {
    const asked = { limewaterLPerDay: '3.2 L', evaporationAtLeastLPerDay: '3.6 L' };
    expect(valuesOf('limewater-room', asked)).toMatchObject({ tooMuch: false });
    expect(valuesOf('limewater-room', asked).upToL).toBeCloseTo(3.24, 9);
    expect(answered('limewater-room', asked).cautions).toEqual([]);
    // 3.2 L where 3.5 L evaporate at the least are within it, and touch the reserve: a note and no alarm (common practice).
    const reserve = answered('limewater-room', { ...asked, evaporationAtLeastLPerDay: 3.5 });
    expect(reserve.cautions.map(({ severity }) => severity)).toEqual(['note']);
    expect(answered('limewater-room', { ...asked, limewaterLPerDay: 3.7 }).cautions[0]?.severity).toBe('danger');
  });
});
