import { describe, expect, it } from 'vitest';
import { answered, valuesOf } from '../testing/run-calculator';

describe('room for limewater', () => {
  it('is the least that evaporates less a tenth: 3.2 L where 3.5 to 4 evaporate (common practice)', () => {
    const asked = { limewaterLPerDay: '3.2 L', evaporationAtLeastLPerDay: '3.6 L' };
    expect(valuesOf('limewater-room', asked)).toMatchObject({ tooMuch: false });
    expect(valuesOf('limewater-room', asked).upToL).toBeCloseTo(3.24, 9);
    expect(answered('limewater-room', asked).cautions).toEqual([]);
    const over = answered('limewater-room', { ...asked, limewaterLPerDay: 3.5 });
    expect(over.cautions[0]?.severity).toBe('danger');
  });
});
