import { z } from 'zod';
import { AMOUNTS } from '../amounts';
import { amount } from '../calculator-input';
import { defineCalculator } from '../calculator';
import { readingExpectation } from '../parameters';
import {
  freshWaterIn,
  hoursUntil,
  hoursUntilLost,
  largestReservoirL,
  toppedOffNoMore,
  type TopOffTank,
} from './accident';
import { pumpGivesLPerH, siphonLPerH } from './delivery';
import { failureCautions } from './failure-cautions';
import { HARM } from './harm';
import { failureAnswer, failureWorking } from './failure-told';
import { judgeSensors, SENSOR_IDS } from './sensors';
import { siphonOf } from './siphon';
import { TOP_OFF_AMOUNTS } from './top-off-amounts';

const SALINITY = { ...readingExpectation('salinity'), low: 5 };

export const failureInput = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  salinity: amount(SALINITY),
  /** The keeper's own band. */
  band: z.strictObject({ low: amount(SALINITY), high: amount(SALINITY) }).default({ low: 34, high: 36 }),
  /** The lowest that is still put up with in an accident; the band's lower edge when left out. */
  floorSalinity: amount({ ...SALINITY, field: 'lowest salinity put up with' }).optional(),
  litresPerDay: amount(TOP_OFF_AMOUNTS.loss),
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
});
export type FailureInput = z.output<typeof failureInput>;

export const topOffFailure = defineCalculator({
  name: 'top-off-failure',
  asks: 'What happens when the top-off fails: stuck on, stopped, or siphoning?',
  input: failureInput,
  example: {
    netVolumeL: '310 L',
    salinity: 35,
    band: { low: 33, high: 36 },
    litresPerDay: 3.4,
    reservoirL: '45 L',
    spareL: '33 L',
    pump: { litresPerHour: '60 L/h', greatestLiftCm: '150 cm' },
    liftCm: '60 cm',
    sensors: ['optical'],
  },
  run: (input) => {
    const values = failed(input);
    return {
      answer: failureAnswer(input, values),
      working: failureWorking(input, values),
      cautions: failureCautions(input, values, judgeSensors(input.sensors)),
      values: { ...values, sensorsSay: judgeSensors(input.sensors).says },
    };
  },
});

/** The accidents of one tank, each by the tank model. */
function failed(input: FailureInput) {
  const { netVolumeL, salinity, band, litresPerDay, reservoirL, spareL, pump, hose, heights } = input;
  const floor = input.floorSalinity ?? band.low;
  const tank: TopOffTank = { netVolumeL, salinity, lossLPerDay: litresPerDay, spareL };
  // Full, the reservoir's own water spares the pump a part of the lift; empty, it does not.
  const flowLPerH = pump && pumpGivesLPerH(pump, heights ? heights.outletCm - heights.fullCm : input.liftCm, hose);
  const leastFlowLPerH =
    pump && pumpGivesLPerH(pump, heights ? heights.outletCm - heights.bottomCm : input.liftCm, hose);
  // What it comes to is told as if it came at once, which is the worst of it; the way there goes as fast as the pump does.
  const worst = freshWaterIn(tank, reservoirL).end;
  const stuck = freshWaterIn(tank, reservoirL, flowLPerH);
  const stopped = toppedOffNoMore(tank);
  const siphon = heights && siphonOf(heights, reservoirL);
  const siphonFlow = siphon?.runs && hose ? siphonLPerH(siphon.headCm, hose) : undefined;
  const largestL = largestReservoirL(tank, floor, Math.max(reservoirL, netVolumeL));
  const limits = limitsOf(tank, input, flowLPerH);
  return {
    worst: {
      salinity: worst.salinity,
      spiltL: worst.spiltL,
      atRim: spareL !== undefined && spareL < reservoirL ? freshWaterIn(tank, spareL).end.salinity : undefined,
      hours: flowLPerH === undefined ? undefined : stuck.end.hours,
      hoursToBand: timed(flowLPerH, hoursUntil(stuck, band.low)),
      hoursToHarm: timed(flowLPerH, hoursUntil(stuck, HARM.low)),
      course: stuck.course,
    },
    stopped: {
      hoursToBand: hoursUntil(stopped, band.high),
      hoursToHarm: hoursUntil(stopped, HARM.high),
      hoursToAir: input.returnReserveL === undefined ? undefined : hoursUntilLost(stopped, input.returnReserveL),
      course: stopped.course,
    },
    flowLPerH,
    leastFlowLPerH,
    siphon: siphon && {
      ...siphon,
      litresPerHour: siphonFlow,
      salinity: freshWaterIn(tank, siphon.litres).end.salinity,
    },
    limits,
    largestL,
    floor,
  };
}

export type FailureValues = ReturnType<typeof failed>;

/** Without a pump's flow the water is taken to come at once, and no hours can be told. */
function timed(flowLPerH: number | undefined, hours: number | undefined): number | undefined {
  return flowLPerH === undefined ? undefined : hours;
}

export interface Limited {
  readonly by: 'nothing' | 'second sensor' | 'time limit';
  readonly letsInL: number;
  readonly salinity: number;
  readonly spiltL: number;
}

/** What comes in before something stops it: nothing does, a second sensor above the mark, a limit on the pump's time. */
function limitsOf(tank: TopOffTank, input: LimitInput, flowLPerH: number | undefined): Limited[] {
  const { reservoirL, cutOffL, runLimitDays } = input;
  const after = (by: Limited['by'], litres: number): Limited => {
    const letsInL = Math.min(reservoirL, litres);
    const { salinity, spiltL } = freshWaterIn(tank, letsInL).end;
    return { by, letsInL, salinity, spiltL };
  };
  return [
    after('nothing', reservoirL),
    ...(cutOffL === undefined ? [] : [after('second sensor', cutOffL)]),
    ...(runLimitDays === undefined || flowLPerH === undefined
      ? []
      : [after('time limit', flowLPerH * runLimitDays * 24)]),
  ];
}

interface LimitInput {
  readonly reservoirL: number;
  readonly cutOffL?: number | undefined;
  readonly runLimitDays?: number | undefined;
}
