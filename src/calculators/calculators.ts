import type * as z from 'zod';
import type { Calculator } from './calculator/calculator';
import { carbonate } from './carbonate/carbonate-calculator';
import { ammoniaChallenge } from './cycle/challenge';
import { cyclePlan } from './cycle/cycle-plan';
import { cycleReading } from './cycle/cycle-reading';
import { stocking } from './cycle/stocking';
import { consumption } from './consumption/consumption';
import { additions } from './dosing/additions';
import { afterChange } from './dosing/after-change';
import { afterGap } from './dosing/after-gap';
import { bottles } from './dosing/bottles';
import { doseSchedule } from './dosing/dose-schedule';
import { held } from './dosing/held';
import { methodsCompared } from './methods/methods-compared';
import { correction } from './dosing/correction';
import { dosingPlan } from './dosing/dosing-plan';
import { beforeAfter } from './readings/before-after';
import { instrumentCheck } from './readings/instrument-check';
import { algae } from './nutrients/algae';
import { carbonSource } from './nutrients/carbon-source';
import { nutrientBalance } from './nutrients/nutrient-balance';
import { nutrientLevels } from './nutrients/nutrient-levels';
import { nutrientLevers } from './nutrients/nutrient-levers';
import { raiseNutrient } from './nutrients/raise-nutrient';
import { parameterTrend } from './readings/parameter-trend';
import { whenSeen } from './readings/when-seen';
import { recordConfidence } from './readings/record-confidence';
import { danger } from './levels/danger';
import { livestockAsks } from './livestock/livestock-asks';
import { levels } from './levels/levels';
import { today } from './today/today';
import { systemVolume } from './set-up/system-volume';
import { limewater } from './limewater/limewater';
import { aerationCheck } from './ph/aeration-check';
import { phDay } from './ph/ph-day';
import { phOff } from './ph/ph-off';
import { probeCheck } from './ph/probe-check';
import { limewaterHours } from './limewater/limewater-hours';
import { limewaterStuck } from './limewater/limewater-stuck';
import { limewaterRoom } from './top-off/limewater-room';
import { changeDue } from './water-change/change-due';
import { topOff } from './top-off/top-off';
import { forecast } from './forecast/forecast';
import { batchCorrection } from './mixing/batch-correction';
import { batchMatch } from './mixing/batch-match';
import { batchReadiness } from './mixing/batch-readiness';
import { dilution } from './mixing/dilution';
import { fromStock } from './mixing/from-stock';
import { mixBatch } from './mixing/mix-batch';
import { reactorDialIn } from './reactor/reactor-dial-in';
import { reactorSize } from './reactor/reactor-size';
import { reactorUse } from './reactor/reactor-use';
import { reactorOutput } from './reactor/reactor-output';
import { away } from './top-off/away';
import { topOffFailure } from './top-off/failure';
import { topOffUpkeep } from './top-off/upkeep';
import { zeroNutrients } from './nutrients/zero-nutrients';
import { recipe } from './reagents/recipe-calculator';
import { solution } from './reagents/solution-calculator';
import { freeAmmonia } from './nitrogen/free-ammonia-calculator';
import { salinity } from './seawater/salinity-calculator';
import { fillFromTank } from './set-up/fill-from-tank';
import { netVolume } from './set-up/net-volume';
import { setUp } from './set-up/set-up';
import { disinfectant } from './source-water/disinfectant';
import { roDiWater } from './source-water/ro-di-water';
import { purifier } from './source-water/purifier';
import { changeRoutine } from './water-change/change-routine';
import { saltsCompared } from './water-change/salts-compared';
import { waterChange } from './water-change/water-change';
import { waterDay } from './water-change/water-day';

/** Everything the product can work out, for the doors that take a calculator by name. */
export const CALCULATORS = [
  salinity,
  carbonate,
  purifier,
  disinfectant,
  roDiWater,
  mixBatch,
  batchCorrection,
  fromStock,
  batchMatch,
  batchReadiness,
  dilution,
  waterChange,
  changeDue,
  changeRoutine,
  saltsCompared,
  waterDay,
  topOff,
  topOffFailure,
  topOffUpkeep,
  limewaterRoom,
  limewater,
  limewaterHours,
  limewaterStuck,
  phDay,
  phOff,
  aerationCheck,
  probeCheck,
  away,
  setUp,
  systemVolume,
  netVolume,
  fillFromTank,
  freeAmmonia,
  cyclePlan,
  cycleReading,
  ammoniaChallenge,
  stocking,
  solution,
  recipe,
  additions,
  consumption,
  dosingPlan,
  held,
  doseSchedule,
  bottles,
  methodsCompared,
  afterChange,
  afterGap,
  correction,
  reactorOutput,
  reactorUse,
  reactorDialIn,
  reactorSize,
  livestockAsks,
  parameterTrend,
  instrumentCheck,
  beforeAfter,
  whenSeen,
  recordConfidence,
  zeroNutrients,
  nutrientLevels,
  nutrientBalance,
  nutrientLevers,
  raiseNutrient,
  carbonSource,
  algae,
  danger,
  levels,
  today,
  forecast,
] as const satisfies readonly { readonly name: string }[];

/** A calculator whose input comes from outside and is not known yet to be one. */
export type AnyCalculator = Pick<Calculator<z.ZodType, unknown>, 'name' | 'asks' | 'input' | 'example' | 'run'>;

export function calculatorNamed(name: string): AnyCalculator | undefined {
  return (CALCULATORS as readonly AnyCalculator[]).find((calculator) => calculator.name === name);
}
