import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure } from '../calculator/calculator-input';
import { dayWater } from '../dosing/day-water';
import { readingExpectation } from '../parameters/parameters';
import { SENSOR_IDS } from './sensors';
import { TOP_OFF_AMOUNTS } from './top-off-amounts';

const SALINITY = { ...readingExpectation('salinity'), low: 5 };

export const failureInput = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  salinity: amount(SALINITY),
  /** The keeper's own band. */
  band: z.strictObject({ low: amount(SALINITY), high: amount(SALINITY) }).default({ low: 34, high: 36 }),
  /** The lowest that is still put up with in an accident; the band's lower edge when left out. */
  floorSalinity: amount({ ...SALINITY, field: 'lowest salinity put up with' }).optional(),
  /** What evaporates; unknown where left out, and then nothing is told of a top-off that stopped. */
  litresPerDay: amount(TOP_OFF_AMOUNTS.evaporation).optional(),
  reservoirL: amount(AMOUNTS.reservoir),
  /** What the system can rise by before it runs over; nothing runs over when left out. */
  spareL: amount(TOP_OFF_AMOUNTS.spare).optional(),
  /** What runs back into the sump when the return pump stops. */
  runsBackL: amount(TOP_OFF_AMOUNTS.runsBack).optional(),
  /** What may go from the pump's section before the return pump draws air. */
  returnReserveL: amount(TOP_OFF_AMOUNTS.returnReserve).optional(),
  pump: z
    .strictObject({
      litresPerHour: amount(TOP_OFF_AMOUNTS.pump),
      greatestLiftCm: amount(TOP_OFF_AMOUNTS.greatestLift),
    })
    .optional(),
  /** From the reservoir's water to the hose's end; the heights tell it where they are given. */
  liftCm: amount(TOP_OFF_AMOUNTS.lift).default(0),
  hose: z
    .strictObject({ boreCm: amount(TOP_OFF_AMOUNTS.bore), lengthCm: amount(TOP_OFF_AMOUNTS.hoseLength) })
    .optional(),
  heights: z
    .strictObject({
      fullCm: amount(TOP_OFF_AMOUNTS.height),
      bottomCm: amount(TOP_OFF_AMOUNTS.height),
      outletCm: amount(TOP_OFF_AMOUNTS.height),
      sumpWaterCm: amount(TOP_OFF_AMOUNTS.height).optional(),
      broken: z.boolean().default(false),
    })
    .optional(),
  sensors: z.array(z.enum(SENSOR_IDS)).max(2).default([]),
  /** What a second sensor lets in before it cuts the pump. */
  cutOffL: amount(TOP_OFF_AMOUNTS.cutOff).optional(),
  /** The longest the pump may run at once. */
  runLimitDays: amount(TOP_OFF_AMOUNTS.runLimit).optional(),
  /** Limewater that the top-off carries: grams of calcium hydroxide in a litre of it, and the water it runs into. */
  limewater: z
    .strictObject({ gramsPerL: figure('strength of the limewater', 0.01, 2.2, 'g/L'), water: dayWater })
    .optional(),
});
export type FailureInput = z.output<typeof failureInput>;
