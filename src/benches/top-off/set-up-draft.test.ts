import { describe, expect, it } from 'vitest';
import { without } from '@/interface/parts/without';
import { newTank } from '@/record/defaults';
import { tankSchema, type TopOffRow } from '@/record/schema';
import { geometryOf } from './geometry';
import { draftOf, rowOf } from './set-up-draft';

const whole: TopOffRow = {
  places: [
    { place: 'display', areaM2: 0.8, cover: 'open' },
    { place: 'refugium', areaM2: 0.1, cover: 'net' },
  ],
  moved: 'rippled',
  airMPerS: 0.4,
  rises: { lengthCm: 90, widthCm: 50, heightCm: 45, levelCm: 38, standsCm: 10 },
  reservoir: { heightCm: 40, standsCm: 12 },
  outletCm: 58,
  siphonBroken: true,
  pump: { litresPerHour: 60, greatestLiftCm: 120 },
  hose: { boreCm: 0.6, lengthCm: 150 },
  sensors: ['float', 'optical'],
  cutOffCm: 2,
  runLimitDays: 10 / 1440,
  runsBackL: 24,
  returnReserveL: 7,
  floorSalinity: 33,
  fromReservoir: ['lime'],
  everyDays: { float: 20 },
  markedAt: 7,
};

describe('how a top-off stands, while it is told', () => {
  it('comes back from its draft as it was', () => {
    expect(rowOf(draftOf(whole), whole)).toEqual(whole);
    expect(rowOf(draftOf(undefined), undefined)).toEqual({});
  });
  it('leaves out what is told by half, and keeps the rest', () => {
    const rest = without(without(whole, 'rises'), 'pump');
    expect(rowOf({ ...draftOf(whole), widthCm: null, greatestLiftCm: null }, whole)).toEqual(rest);
  });
  it('makes rows that the record takes, or that it refuses with a word', () => {
    const tank = { ...newTank('t'), name: 'Bay', displayL: 100 };
    const read = (draft: ReturnType<typeof draftOf>) =>
      tankSchema.safeParse({ ...tank, topOff: rowOf(draft, undefined) });
    expect(read(draftOf(whole)).success).toBe(true);
    expect(read({ ...draftOf(whole), levelCm: 60 }).error?.issues[0]?.message).toBe('the water stands above the rim');
  });
});

describe('the picture', () => {
  const tank = { ...newTank('t'), name: 'Bay', displayL: 480, sumpL: 172, reservoirL: 45 };
  it('draws what was measured as it was measured', () => {
    const { reservoir, rises, outletCm, told } = geometryOf({ ...tank, topOff: whole });
    expect(rises).toEqual({ widthCm: 90, heightCm: 45, waterCm: 38, standsCm: 10 });
    // 45 L, 40 cm high, as deep from front to back as it is wide: 33.5 cm.
    expect(reservoir.widthCm).toBeCloseTo(Math.sqrt(45_000 / 40), 9);
    expect(outletCm).toBe(58);
    expect(told).toEqual({ reservoir: true, rises: true });
  });
  it('draws the rest as usual, with as much water as there is, and says so', () => {
    const { reservoir, rises, told } = geometryOf(tank);
    expect((rises.widthCm * 45 * rises.waterCm) / 1000).toBeCloseTo(172, 6);
    expect(reservoir.waterCm ** 3 / 1000).toBeCloseTo(45, 6);
    expect(told).toEqual({ reservoir: false, rises: false });
    expect(geometryOf({ ...tank, sumpL: 0 }).rises.waterCm).toBe(46);
  });
});
