import { isToldFromZero } from '@/numerics/normal-interval';
import type * as z from 'zod';
import type { DemandBasis } from '@/calculators/dosing/demand-basis';
import type { Consumption, ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import { DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { entriesOf } from '@/record/entries-of';
import { type Snapshot, type Tank } from '@/record/schema';

type Input = z.output<typeof dosingPlan.input>;

/**
 * What the tank consumes of each, as the plan takes it: the keeper's own figure before the record's. A parameter of which neither tells is left out.
 * @param own figures a day set by the keeper, mmol/L or mg/L
 */
export function demandOf(
  snapshot: Snapshot,
  tank: Tank,
  consumption: Consumption | undefined,
  own: Partial<Record<DosedParameter, number>>,
): Input['demand'] {
  const demand: Input['demand'] = {};
  for (const parameter of DOSED_PARAMETERS) {
    const figure = own[parameter];
    const estimate = consumption?.of[parameter];
    if (figure !== undefined) {
      demand[parameter] = {
        perDay: figure,
        sd: 0,
        basis: { by: 'yours', readings: 0, leftOut: 0 },
        mismatch: false,
        withinTestError: false,
      };
      continue;
    }
    if (!estimate) continue;
    demand[parameter] = {
      perDay: estimate.perDay,
      sd: estimate.perDaySd,
      mismatch: parameter === 'calcium' && consumption?.mismatch?.found === true,
      basis: basisOf(snapshot, tank, estimate),
      withinTestError: !isToldFromZero(estimate.perDay, estimate.perDaySd),
    };
  }
  return demand;
}

function basisOf(snapshot: Snapshot, tank: Tank, estimate: ConsumptionEstimate): DemandBasis {
  const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
  return {
    by: estimate.from,
    readings: estimate.used.length,
    leftOut: estimate.outliers.length,
    ...(changedBetween(snapshot, tank, estimate) && { newWater: salt?.profile ? { salt: salt.name } : {} }),
  };
}

function changedBetween(snapshot: Snapshot, tank: Tank, estimate: ConsumptionEstimate): boolean {
  const from = estimate.used[0]?.at ?? Infinity;
  return entriesOf(snapshot, tank.id, 'water-change').some(({ at }) => at >= from && at < estimate.lastAt);
}
