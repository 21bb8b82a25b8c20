import { DOSED_FACTS } from '@/calculators/dosing/dosed-parameters';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import type { Snapshot, Solution, Tank } from '@/record/schema';
import { strengthOf } from '../balance/known-events';

/** What a milliequivalent of alkalinity and its calcium cost, by the bottles the tank is dosed from; undefined without their prices. */
export function twoPartPerMeq(snapshot: Snapshot, tank: Tank): number | undefined {
  const priced = (id: string | undefined, perMl: (solution: Solution) => number) => {
    const solution = snapshot.solutions.find((each) => each.id === id);
    if (solution?.bottlePrice === undefined || solution.bottleMl === undefined || perMl(solution) <= 0)
      return undefined;
    return solution.bottlePrice / solution.bottleMl / perMl(solution);
  };
  const alkalinity = priced(tank.parts.alkalinity, (each) => DOSED_FACTS.alkalinity.perMl(strengthOf(each)));
  const calcium = priced(tank.parts.calcium, (each) => DOSED_FACTS.calcium.perMl(strengthOf(each)));
  return alkalinity === undefined || calcium === undefined ? undefined : alkalinity + calcium * CALCIUM_MG_PER_MEQ;
}
