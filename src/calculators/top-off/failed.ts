import { limewaterAtOnce, type AfterLimewater } from '@/chemistry/limewater/accident';
import { sumOfSalts } from '@/chemistry/reagents/solution';
import {
  freshWaterIn,
  hoursUntil,
  hoursUntilLost,
  largestReservoirL,
  toppedOffNoMore,
  type TopOffTank,
} from '@/chemistry/top-off/accident';
import { pumpGivesLPerH, siphonLPerH } from '@/chemistry/top-off/delivery';
import type { FailureInput } from './failure-input';
import { HARM } from './harm';
import { siphonOf } from '@/chemistry/top-off/siphon';

/** The accidents of one tank, each by the tank model. */
export function failed(input: FailureInput) {
  const { netVolumeL, salinity, band, litresPerDay, reservoirL, spareL, pump, hose, heights } = input;
  const floor = input.floorSalinity ?? band.low;
  // While fresh water runs in, what evaporates meanwhile is little, and without it the accident is told at its worst.
  const tank: TopOffTank = { netVolumeL, salinity, evaporationLPerDay: litresPerDay ?? 0, spareL };
  // Full, the reservoir's own water spares the pump a part of the lift; empty, it does not.
  const flowLPerH = pump && pumpGivesLPerH(pump, heights ? heights.outletCm - heights.fullCm : input.liftCm, hose);
  const leastFlowLPerH =
    pump && pumpGivesLPerH(pump, heights ? heights.outletCm - heights.bottomCm : input.liftCm, hose);
  // What it comes to is told as if it came at once, which is the worst of it; the way there goes as fast as the pump does.
  const worst = freshWaterIn(tank, reservoirL).end;
  const stopped = litresPerDay === undefined ? undefined : toppedOffNoMore(tank);
  const siphon = heights && siphonOf(heights, reservoirL);
  const siphonFlow = siphon?.runs && hose ? siphonLPerH(siphon.headCm, hose) : undefined;
  // A float valve has no pump: its water comes as fast as the hose lets it run down.
  const inLPerH = flowLPerH ?? siphonFlow;
  const stuck = freshWaterIn(tank, reservoirL, inLPerH);
  const largestL = largestReservoirL(tank, floor, Math.max(reservoirL, netVolumeL));
  const limits = limitsOf(tank, input, flowLPerH);
  return {
    worst: {
      salinity: worst.salinity,
      spiltL: worst.spiltL,
      atRim: spareL !== undefined && spareL < reservoirL ? freshWaterIn(tank, spareL).end.salinity : undefined,
      limewater: limewaterIn(input, reservoirL),
      hours: timed(inLPerH, stuck.end.hours),
      hoursToBand: timed(inLPerH, hoursUntil(stuck, band.low)),
      hoursToHarm: timed(inLPerH, hoursUntil(stuck, HARM.low)),
      course: stuck.course,
    },
    stopped: stopped && {
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

/** Without a flow the water is taken to come at once, and no hours can be told. */
function timed(flowLPerH: number | undefined, hours: number | undefined): number | undefined {
  return flowLPerH === undefined ? undefined : hours;
}

export interface Limited {
  readonly by: 'nothing' | 'second sensor' | 'time limit';
  readonly letsInL: number;
  readonly salinity: number;
  readonly spiltL: number;
  /** What it does besides where the top-off carries limewater. */
  readonly limewater: AfterLimewater | undefined;
}

/** What comes in before something stops it: nothing does, a second sensor above the mark, a limit on the pump's time. */
function limitsOf(tank: TopOffTank, input: FailureInput, flowLPerH: number | undefined): Limited[] {
  const { reservoirL, cutOffL, runLimitDays } = input;
  const after = (by: Limited['by'], litres: number): Limited => {
    const letsInL = Math.min(reservoirL, litres);
    const { salinity, spiltL } = freshWaterIn(tank, letsInL).end;
    return { by, letsInL, salinity, spiltL, limewater: limewaterIn(input, letsInL) };
  };
  return [
    after('nothing', reservoirL),
    ...(cutOffL === undefined ? [] : [after('second sensor', cutOffL)]),
    ...(runLimitDays === undefined || flowLPerH === undefined
      ? []
      : [after('time limit', flowLPerH * runLimitDays * 24)]),
  ];
}

/** Limewater that comes in with it, all at once and before anything falls out; undefined where the top-off carries none. */
function limewaterIn(
  { limewater, netVolumeL, salinity, spareL }: FailureInput,
  litres: number,
): AfterLimewater | undefined {
  if (!limewater || litres <= 0) return undefined;
  const { gramsPerL, water } = limewater;
  const strength = sumOfSalts([{ reagent: 'calcium-hydroxide', gramsPerL }]);
  return limewaterAtOnce({ netVolumeL, ...water, salinity, spareL }, strength, litres);
}
