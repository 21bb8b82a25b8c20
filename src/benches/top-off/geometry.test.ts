import { describe, expect, it } from 'vitest';
import { newTank } from '@/record/defaults';
import { geometryOf } from './geometry';

const tank = { ...newTank('bay'), displayL: 200, sumpL: 60, reservoirL: 27 };

describe('reservoir and sump, drawn to one scale', () => {
  it('hold what they are said to hold: width × depth × water is the volume', () => {
    const { reservoir, rises, told } = geometryOf(tank);
    expect(told).toEqual({ reservoir: false, rises: false });
    // 45 cm deep and 26 high in use: 60 000 cm³ are 51.3 cm wide; a cube of 27 L has edges of 30 cm.
    expect(rises.widthCm).toBeCloseTo(60_000 / (45 * 26), 9);
    expect(reservoir.waterCm).toBeCloseTo(30, 9);
    expect(reservoir.widthCm * 30 * 30).toBeCloseTo(27_000, 6);
    expect(reservoir.heightCm).toBeGreaterThan(reservoir.waterCm);
  });

  it('are as they were measured, where they were; the display rises where there is no sump', () => {
    const rises = { lengthCm: 70, widthCm: 40, heightCm: 45, levelCm: 24, standsCm: 5 };
    const measured = geometryOf({ ...tank, topOff: { ...tank.topOff, rises, outletCm: 60 } });
    expect(measured.rises).toEqual({ widthCm: 70, heightCm: 45, waterCm: 24, standsCm: 5 });
    expect(measured).toMatchObject({ outletCm: 60, told: { rises: true } });
    expect(geometryOf({ ...tank, sumpL: 0 }).rises.waterCm).toBe(46);
  });

  it('tells the height of a cut-off where there are two sensors alone', () => {
    const one = geometryOf({ ...tank, topOff: { ...tank.topOff, cutOffCm: 30, sensors: ['float'] } });
    expect(one.cutOffCm).toBeUndefined();
  });
});
