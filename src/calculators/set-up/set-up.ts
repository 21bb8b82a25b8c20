import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, moment, share } from '../calculator/calculator-input';
import { defineCalculator } from '../calculator/calculator';
import { TYPICAL_GRAMS_PER_L_AT_35 } from '@/chemistry/mixing/salt-strength';
import { roDiWaterL, saltGIn, saltwaterKg } from '@/chemistry/mixing/saltwater';
import { readingExpectation } from '../parameters/parameters';
import { Refusal } from '@/chemistry/refusal';
import { G_PER_POUND, L_PER_US_GALLON } from '@/quantities/conversion';
import type { Expectation } from '@/quantities/parse-quantity';
import { DEFAULT_UNITS, quantity, showText } from '@/quantities/quantity';
import { litresDisplaced } from './displacement';
import { heatLoss } from '@/chemistry/set-up/heat-loss';
import { setUpCautions, setUpSteps, type Heaters } from './set-up-answer';
import { FIRST_IN, MIXED, orderOfWork, ROCKS } from './order-of-work';

/** A pound of rock and a pound of sand to the US gallon. Common practice. */
const G_PER_L = G_PER_POUND / L_PER_US_GALLON;
/** Float glass, kg/L: 2500 kg/m³ by EN 572-1 (from memory). */
const GLASS_KG_PER_L = 2.5;
/** Bed of aragonite sand as it lies, kg/L. From memory. */
const SAND_BED_KG_PER_L = 1.5;
/** A stand of boards, where its mass is not known, against what it bears. Chosen. */
const STAND_SHARE = 0.08;
/** A heater that runs three quarters of the coldest hour. Chosen. */
const HEATER_MARGIN = 4 / 3;
const HEATER_SIZES_W = [25, 50, 75, 100, 150, 200, 250, 300, 400, 500, 800, 1000];

/** What the measures and masses accept, wherever they are typed. */
export const SET_UP_AMOUNTS = {
  lengthCm: { field: 'length', kind: 'length', low: 10, high: 1000, usual: [30, 300] },
  widthCm: { field: 'width', kind: 'length', low: 10, high: 400, usual: [20, 120] },
  heightCm: { field: 'height', kind: 'length', low: 10, high: 250, usual: [25, 100] },
  freeboardCm: { field: 'rim above the water', kind: 'length', low: 0, high: 40, usual: [0.5, 15] },
  glassCm: { field: 'glass', kind: 'length', low: 0.3, high: 6, usual: [0.5, 2.5] },
  rockG: { field: 'rock', kind: 'mass', low: 0, high: 1e7, usual: [500, 1e6] },
  sandG: { field: 'sand', kind: 'mass', low: 0, high: 1e7, usual: [500, 1e6] },
  standG: { field: 'stand', kind: 'mass', low: 0, high: 1e7, usual: [2000, 5e5] },
} as const satisfies Record<string, Expectation>;

export const MEASURED = ['inside', 'outside'] as const;

export const setUpInput = z.strictObject({
  /** Whether its measures are taken inside the glass or outside: of a tank of 10 mm glass that is 9 % of the water. */
  measured: z.enum(MEASURED).default('inside'),
  lengthCm: amount(SET_UP_AMOUNTS.lengthCm),
  widthCm: amount(SET_UP_AMOUNTS.widthCm),
  heightCm: amount(SET_UP_AMOUNTS.heightCm),
  /** From the water to the rim. */
  freeboardCm: amount(SET_UP_AMOUNTS.freeboardCm).default(4),
  glassCm: amount(SET_UP_AMOUNTS.glassCm).default(1),
  sumpL: amount(AMOUNTS.sumpVolume).default(0),
  rockG: amount(SET_UP_AMOUNTS.rockG).optional(),
  sandG: amount(SET_UP_AMOUNTS.sandG).optional(),
  standG: amount(SET_UP_AMOUNTS.standG).optional(),
  salinity: amount(AMOUNTS.batchSalinity).default(35),
  gramsPerLAt35: amount(AMOUNTS.saltPerL).default(TYPICAL_GRAMS_PER_L_AT_35),
  boxG: amount(AMOUNTS.boxMass).optional(),
  /** What the RO/DI unit makes; the hours are left out where it is not known. */
  madePerDay: amount(AMOUNTS.waterMade).optional(),
  targetC: amount(readingExpectation('temperature')).default(25.5),
  /** The coldest the room gets. */
  roomC: amount({ ...AMOUNTS.roomTemperature, field: 'coldest room' }).default(17),
  humidity: share('room humidity').default(0.5),
  open: share('open share of the top').default(1),
  first: z.enum(FIRST_IN).default('rock'),
  rock: z.enum(ROCKS).default('dry'),
  mixed: z.enum(MIXED).default('outside'),
  startAt: moment('start'),
});

/**
 * The inside of a tank by its measures: outside ones less the glass, both sides of length and width and the bottom.
 * @throws Refusal where the glass leaves nothing
 */
function insideOf({ measured, glassCm, lengthCm, widthCm, heightCm }: z.output<typeof setUpInput>) {
  if (measured === 'inside') return { lengthCm, widthCm, heightCm };
  const inside = { lengthCm: lengthCm - 2 * glassCm, widthCm: widthCm - 2 * glassCm, heightCm: heightCm - glassCm };
  if (Math.min(inside.lengthCm, inside.widthCm, inside.heightCm) <= 0)
    throw new Refusal({
      field: 'glass',
      value: showText(quantity('length', glassCm), DEFAULT_UNITS),
      allowed: 'less than half of each outside measure',
      hint: 'Is it millimetres that were meant?',
    });
  return inside;
}

export const setUp = defineCalculator({
  name: 'set-up',
  asks: 'What does a new tank take: water, salt, rock, sand, heat, floor and days?',
  input: setUpInput,
  example: {
    lengthCm: '90 cm',
    widthCm: '45 cm',
    heightCm: '50 cm',
    freeboardCm: '4 cm',
    glassCm: '10 mm',
    sumpL: '40 L',
    boxG: '20 kg',
    madePerDay: '190 L/day',
    roomC: '16 °C',
    startAt: 1_795_600_000_000,
  },
  run: (asked) => {
    const { freeboardCm, sumpL, salinity, targetC, roomC, glassCm } = asked;
    const { lengthCm, widthCm, heightCm } = insideOf(asked);
    if (freeboardCm >= heightCm)
      throw new Refusal({
        field: 'rim above the water',
        value: showText(quantity('length', freeboardCm), DEFAULT_UNITS),
        allowed: `less than the height, ${showText(quantity('length', heightCm), DEFAULT_UNITS)}`,
        hint: 'Have the two changed places?',
      });
    const waterCm = heightCm - freeboardCm;
    const displayL = (lengthCm * widthCm * waterCm) / 1000;
    const rockG = asked.rockG ?? displayL * G_PER_L;
    const sandG = asked.sandG ?? displayL * G_PER_L;
    const rockL = litresDisplaced('rock', rockG);
    const sandL = litresDisplaced('sand', sandG);
    const netL = displayL + sumpL - rockL - sandL;
    if (netL <= 0)
      throw new Refusal({
        field: 'rock and sand',
        value: showText(quantity('mass', rockG + sandG), DEFAULT_UNITS),
        allowed: 'less than the vessels hold',
        hint: 'They displace more water than there is. Is it grams that were meant?',
      });
    const saltG = saltGIn(netL, salinity, asked.gramsPerLAt35);
    const waterKg = saltwaterKg(netL, salinity);
    const waterL = roDiWaterL(waterKg - saltG / 1000);
    const waterHours = asked.madePerDay === undefined ? undefined : (waterL / asked.madePerDay) * 24;
    const panesCm2 = lengthCm * widthCm + 2 * (lengthCm + widthCm) * heightCm;
    const glassKg = (panesCm2 * glassCm * GLASS_KG_PER_L) / 1000;
    const filledKg = waterKg + glassKg + (rockG + sandG) / 1000;
    const standKg = asked.standG === undefined ? filledKg * STAND_SHARE : asked.standG / 1000;
    const massKg = filledKg + standKg;
    const floorLoad = massKg / ((lengthCm * widthCm) / 1e4);
    const loss = heatLoss({
      lengthCm,
      widthCm,
      waterHeightCm: waterCm,
      glassMm: glassCm * 10,
      waterC: targetC,
      airC: roomC,
      humidity: asked.humidity,
      salinity,
      open: asked.open,
    });
    // A sump is taken as losing what the display does for each litre.
    const lossW = loss.allW * (1 + sumpL / displayL);
    const heater = heaterFor(lossW * HEATER_MARGIN);
    const order = orderOfWork(asked, {
      startAt: asked.startAt,
      waterL,
      waterHours,
      saltG,
      rockG,
      sandG,
      heaterW: heater.each * heater.count,
      targetC,
    });
    const boxes = asked.boxG === undefined ? undefined : saltG / asked.boxG;
    const begin = order.at(-1)?.at ?? asked.startAt;
    return {
      answer: {
        says: [
          'It will hold',
          quantity('volume', netL),
          'and stand on the floor with',
          quantity('mass', massKg * 1000),
          ': buy',
          quantity('mass', saltG),
          'of salt',
          ...(boxes === undefined ? [] : ['(', quantity('boxes', boxes), ')']),
          ', and the cycle can begin',
          { moment: begin, day: true as const },
          '.',
        ],
        certainty: 'rough' as const,
        because: [
          'Rock and sand displace',
          quantity('volume', rockL + sandL),
          'by common figures, good for about a tenth of themselves; measure the net volume by dilution once it is full.',
        ],
      },
      working: setUpSteps({
        displayL,
        sumpL,
        rockG,
        sandG,
        rockL,
        sandL,
        netL,
        saltG,
        boxes,
        waterL,
        waterHours,
        waterKg,
        glassKg,
        standKg,
        standKnown: asked.standG !== undefined,
        massKg,
        floorLoad,
        sandCm: sandG / 1000 / SAND_BED_KG_PER_L / ((lengthCm * widthCm) / 1e3),
        loss,
        lossW,
        heater,
        ownRock: asked.rockG !== undefined,
        ownSand: asked.sandG !== undefined,
      }),
      cautions: setUpCautions(massKg, floorLoad),
      values: {
        displayL,
        netL,
        rockG,
        sandG,
        rockL,
        sandL,
        saltG,
        ...(boxes !== undefined && { boxes }),
        waterL,
        ...(waterHours !== undefined && { waterHours }),
        standG: standKg * 1000,
        massKg,
        floorLoadKgPerM2: floorLoad,
        heatLossW: lossW,
        heaterW: heater.each * heater.count,
        heaters: heater.count,
        sandCm: sandG / 1000 / SAND_BED_KG_PER_L / ((lengthCm * widthCm) / 1e3),
        waterCm,
        beginAt: begin,
        order,
      },
    };
  },
});

/** Two of half the size where one would be large: one that sticks on then warms slowly, one that fails leaves the other. Common practice. */
function heaterFor(needW: number): Heaters {
  const fits = (w: number) => HEATER_SIZES_W.find((size) => size >= w);
  if (needW <= 75) return { each: fits(needW) ?? 75, count: 1 };
  const half = fits(needW / 2);
  if (half !== undefined) return { each: half, count: 2 };
  const largest = HEATER_SIZES_W.at(-1) ?? 1000;
  return { each: largest, count: Math.ceil(needW / largest) };
}
