import type * as z from 'zod';
import type { HowSure } from '@/calculators/calculator/calculator';
import type { Consumption, ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import { DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { dosingPlan } from '@/calculators/dosing/dosing-plan';
import type { Use } from '@/calculators/dosing/plan-source';
import { netVolumeL, type Snapshot, type Solution, type Tank } from '@/record/schema';
import { demandOf } from './plan-demand';
import { otherInputs, partsFor, sourcesOf } from './plan-sources';
import { memoise } from '../memoise';
import { unsaidSupply, type UnsaidSupply } from '../balance/known-supply';
import { solutionsOfTank } from '../supplies/solutions-of-tank';
import { balanceAt, type Balance } from '../balance/balance';
import { howSureOfLevel } from '../trends/how-it-moves';
import { planLevelsOf, testEveryDays } from './plan-levels';

/** Figures the keeper sets in place of the record's, for a bench only. */
export interface DoseOverrides {
  readonly netVolumeL?: number;
  readonly perDay?: Partial<Record<DosedParameter, number>>;
  /** What each solution is to the plan, in place of what the tank says. */
  readonly mix?: Readonly<Record<string, Use>>;
}

export interface DoseQuestion {
  /** What goes in and comes out, at the net volume it is asked for. */
  readonly balance: Balance;
  /** Of all three together; undefined where readings tell none. */
  readonly consumption: Consumption | undefined;
  readonly estimates: Partial<Record<DosedParameter, ConsumptionEstimate>>;
  readonly parts: Partial<Record<DosedParameter, Solution>>;
  readonly howSure: HowSure;
  readonly volumeL: number;
  /** What has to be said of doses before readings count; undefined where nothing has. */
  readonly unsaid: UnsaidSupply | undefined;
  readonly input: z.output<typeof dosingPlan.input>;
}

/** What the record says of a tank's consumption and of what answers it, ready for the dosing-plan calculator. */
export function doseQuestion(snapshot: Snapshot, tank: Tank, now: number, overrides: DoseOverrides = {}): DoseQuestion {
  const mix = overrides.mix ?? tank.mix ?? {};
  const volumeL = overrides.netVolumeL ?? netVolumeL(tank);
  const judged: Tank = overrides.netVolumeL === undefined ? tank : { ...tank, netVolumeL: volumeL };
  const estimates: Partial<Record<DosedParameter, ConsumptionEstimate>> = {};
  const balance = balanceAt(snapshot, judged, now);
  const { consumption } = balance;
  for (const parameter of DOSED_PARAMETERS) {
    const estimate = consumption?.of[parameter];
    if (estimate && estimate.from !== 'ratio') estimates[parameter] = estimate;
  }
  const own = solutionsOfTank(snapshot, tank);
  const parts = partsFor(tank, own);
  const unsaid = unsaidSupply(snapshot, tank, now);
  const sure: HowSure =
    overrides.perDay?.alkalinity === undefined
      ? howSureOfLevel(snapshot, judged, 'alkalinity', now)
      : { certainty: 'worked out' };
  return {
    balance,
    consumption,
    estimates,
    parts,
    howSure: sure,
    volumeL,
    unsaid,
    input: {
      netVolumeL: volumeL,
      ...sure,
      unsaid: [...(unsaid?.parameters ?? [])],
      demand: demandOf(snapshot, tank, consumption, overrides.perDay ?? {}),
      sources: sourcesOf(snapshot, tank, now, parts, mix, balance),
      others: otherInputs(snapshot, balance),
      levels: planLevelsOf(snapshot, judged, now, balance),
      testEveryDays: testEveryDays(snapshot, tank, now),
      keeps: tank.keeps ?? 'few changes',
      now,
    },
  };
}

/** The same, asked once for dose, correction and reactor. */
export function doseQuestionOnce(snapshot: Snapshot, tank: Tank, now: number): DoseQuestion {
  return memoise(snapshot, tank, `dose question at ${now}`, () => doseQuestion(snapshot, tank, now));
}
