import { quantity, type Quantity } from '@/quantities/quantity';
import type { Step } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { basisOrigin, basisWords } from './demand-basis';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from './dosed-parameters';
import type { PlanDemand } from './plan-demand';
import type { PlanFacts } from './plan-facts';

/** The plan line by line: what is consumed, what is supplied already, what is left for each part. */
export function planWorking(demand: PlanDemand, { netVolumeL, needs, sources, doses, balance }: PlanFacts): Step[] {
  const steps: Step[] = [
    { label: 'Net volume', value: quantity('volume', netVolumeL), origin: 'setting', from: 'the tank’s own settings' },
  ];
  for (const parameter of DOSED_PARAMETERS) {
    const told = demand[parameter];
    if (!told) continue;
    steps.push({
      label: `${capitalised(parameter)} consumption`,
      value: quantity(DOSED_FACTS[parameter].rateKind, told.perDay),
      origin: basisOrigin(told.basis),
      from: basisWords(told.basis),
    });
    const need = needs.find((each) => each.parameter === parameter);
    if (!need) continue;
    steps.push({
      label: 'In the whole tank',
      value: wholeTank(parameter, need.amountPerDay),
      origin: 'equation',
      from: 'consumption × net volume, a day',
    });
    for (const { by, amount } of need.others)
      steps.push({
        label: `Supplied by ${by}`,
        value: wholeTank(parameter, amount),
        origin: 'log',
        from: 'as they go on, a day',
      });
    for (const source of sources) {
      if (source.use !== 'fixed' || !(source.perMl[parameter] > 0)) continue;
      const dose = doses.find(({ id }) => id === source.id);
      steps.push({
        label: `Supplied by ${source.name}`,
        value: wholeTank(parameter, (dose?.mlPerDay ?? 0) * source.perMl[parameter]),
        origin: 'log',
        from: 'its dose × its strength, a day',
      });
    }
  }
  for (const dose of doses) {
    const source = sources.find(({ id }) => id === dose.id);
    if (!source || source.use !== 'solved') continue;
    for (const parameter of dose.carries)
      steps.push({
        label: `${capitalised(parameter)} in ${source.name}`,
        value: strengthQuantity(parameter, source.perMl[parameter]),
        origin: 'setting',
        from: source.describedAs,
      });
    steps.push({
      label: `Dose of ${source.name}`,
      value: quantity('doseRate', dose.solvedMlPerDay),
      origin: 'equation',
      from:
        dose.carries.length > 1 ||
        doses.filter(({ carries }) => carries.some((each) => dose.carries.includes(each))).length > 2
          ? 'all that is left to supply, solved for every part together (least squares, none below zero)'
          : 'what is left to supply ÷ strength',
    });
  }
  for (const { parameter, overPerDay, doubt } of balance)
    if (Math.abs(overPerDay) > doubt)
      steps.push({
        label: `${capitalised(parameter)} left ${overPerDay > 0 ? 'over' : 'short'}`,
        value: quantity(DOSED_FACTS[parameter].rateKind, Math.abs(overPerDay) / netVolumeL),
        origin: 'equation',
        from: 'all that is supplied less consumption, a day',
      });
  return steps;
}

/** Alkalinity in milliequivalents has no everyday unit, so the whole tank's amount is told a day. */
function wholeTank(parameter: DosedParameter, amount: number): Quantity {
  return parameter === 'alkalinity' ? quantity('charge', amount) : quantity('mass', amount / 1000);
}

function strengthQuantity(parameter: DosedParameter, perMl: number): Quantity {
  return parameter === 'alkalinity' ? quantity('equivalents', perMl) : quantity('strength', perMl);
}
