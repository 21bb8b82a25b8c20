import { halfWidth95, isToldFromZero } from '@/numerics/normal-interval';
import type { Consumption, ConsumptionEstimate } from '@/chemistry/consumption/estimate';
import type { TestValue } from '@/chemistry/consumption/next-test';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Moved } from '@/chemistry/readings/movement';
import { quantity, range, type Quantity } from '@/quantities/quantity';
import type { Answer, Caution, Phrase, Step } from '../calculator/calculator';
import { capitalised } from '../calculator/words';
import { howSureOf } from '../calculator/certainty';
import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '../dosing/dosed-parameters';
import { mismatchCauses, tellingTest, type MismatchFacts } from './mismatch-causes';

/** Narrower than this share of consumption no test is owed for the dose's sake. Chosen: half of what a pump is off. */
const NARROW_ENOUGH = 0.03;

/**
 * What the tank consumes, how sure, and whether it changes.
 * @param moved what is known of how each level moves, as every bench tells it; by the estimate alone where it is left out
 */
export function consumptionAnswer(
  { of, pace, growthPerMonth }: Consumption,
  moved: Partial<Record<DosedParameter, Moved | undefined>> = {},
): Answer {
  const told = DOSED_PARAMETERS.flatMap((parameter) => {
    const estimate = of[parameter];
    return estimate && isTold(estimate) ? [{ parameter, estimate }] : [];
  });
  const rising = DOSED_PARAMETERS.filter((parameter) => rises(of[parameter]));
  if (told.length === 0)
    return {
      says:
        rising.length > 0
          ? [`${capitalised(rising[0] ?? '')} rises beyond all that is known to go in: nothing is consumed that shows.`]
          : ['Consumption is less than the tests can show yet.'],
      certainty: 'within test error',
      because: rangesOf(
        DOSED_PARAMETERS.flatMap((parameter) => (of[parameter] ? [{ parameter, estimate: of[parameter] }] : [])),
      ),
    };
  const says: Phrase[] = ['The tank consumes'];
  told.forEach(({ parameter, estimate }, i) => {
    if (i > 0) says.push(i === told.length - 1 ? 'and' : ',');
    says.push(withDoubt(parameter, estimate), `of ${parameter}`);
  });
  if (pace?.changed)
    says.push(
      pace.difference > 0 ? ', more than the' : ', less than the',
      quantity('alkalinityRate', pace.perDayThen),
      'of alkalinity four weeks ago',
    );
  says.push('.');
  const first = told[0];
  return {
    says,
    ...howSureOf(first && { ...factsOf(first.estimate), moved: moved[first.parameter] }),
    because: [...rangesOf(told), ...growthWords(growthPerMonth)],
  };
}

function rises(estimate: ConsumptionEstimate | undefined): boolean {
  return estimate !== undefined && estimate.perDay + halfWidth95(estimate.perDaySd) < 0;
}

function isTold(estimate: ConsumptionEstimate): boolean {
  return estimate.perDay > halfWidth95(estimate.perDaySd);
}

function factsOf(estimate: ConsumptionEstimate) {
  const { perDay, perDaySd, driftPerDay, driftPerDaySd, used, outliers: setAside, lastAt } = estimate;
  return {
    perDay,
    perDaySd,
    driftPerDay,
    driftPerDaySd,
    readingSd: used.at(-1)?.sd ?? 0,
    lastLeftOut: setAside.some(({ at }) => at === lastAt),
  };
}

function withDoubt(parameter: DosedParameter, { perDay, perDaySd }: ConsumptionEstimate): Quantity {
  return { ...quantity(DOSED_FACTS[parameter].rateKind, perDay), halfWidth: halfWidth95(perDaySd) };
}

function rangesOf(
  told: readonly { readonly parameter: DosedParameter; readonly estimate: ConsumptionEstimate }[],
): Phrase[] {
  return told.flatMap(({ parameter, estimate: { perDay, perDaySd } }, i): Phrase[] => {
    const { rateKind } = DOSED_FACTS[parameter];
    return [
      `${i > 0 ? '; ' : ''}${i === 0 ? capitalised(parameter) : parameter}`,
      range(rateKind, perDay - halfWidth95(perDaySd), perDay + halfWidth95(perDaySd)),
      ...(i === told.length - 1 ? ['(95 % range).'] : []),
    ];
  });
}

function growthWords(growth: Consumption['growthPerMonth']): Phrase[] {
  if (!growth) return [];
  const { share, sd } = growth;
  if (!isToldFromZero(share, sd)) return ['Growth or decline is less than the tests can show.'];
  return [
    share > 0 ? 'It grows by' : 'It declines by',
    { ...quantity('percent', Math.abs(share) * 100), halfWidth: 196 * sd },
    'a month, between',
    range('percent', Math.abs(share) * 100 - 196 * sd, Math.abs(share) * 100 + 196 * sd),
    '.',
  ];
}

/** Whether a test is worth asking for: it would narrow the dose by more than a pump is off. */
export function worthTesting(best: TestValue | undefined): best is TestValue {
  return best !== undefined && best.gain >= NARROW_ENOUGH;
}

/** The test that narrows the dose most, and when it does. */
export function nextTestAnswer(consumption: Consumption, best: TestValue | undefined): Answer {
  const { end } = consumption;
  const channel = best && end.layout.channels[best.channel];
  const parameter = DOSED_PARAMETERS.find((each) => each === channel?.species);
  if (!best || !channel || !parameter)
    return { says: ['Test alkalinity twice, a few days apart.'], certainty: 'not enough yet', because: [] };
  const at = end.at + best.inDays * DAY_MS;
  if (!worthTesting(best))
    return {
      says: ['Test as usual, once a week: no single test would narrow the dose by much.'],
      certainty: 'worked out',
      because: ['Consumption is known about as well as the tests and its own wandering allow.'],
    };
  const { rateKind } = DOSED_FACTS[parameter];
  const width = (sd: number | undefined) => quantity(rateKind, halfWidth95(sd ?? 0));
  const doubt = best.with[best.channel] ?? 0;
  const today = best.inDays === 0;
  return {
    says: today
      ? [`Test ${parameter} today: of all tests it narrows the dose most.`]
      : [`Test ${parameter} next on`, { moment: at, day: true }, ': of all tests it narrows the dose most.'],
    certainty: 'worked out',
    because: ['Its 95 % range would be ±', width(doubt), 'then; it is ±', width(best.now[best.channel]), 'now.'],
  };
}

/** What is a finding: a level that rises, a slip, alkalinity and calcium apart. */
export function consumptionCautions(consumption: Consumption, facts: MismatchFacts): Caution[] {
  const cautions: Caution[] = [];
  for (const parameter of DOSED_PARAMETERS) {
    const estimate = consumption.of[parameter];
    if (!estimate) continue;
    const { rateKind } = DOSED_FACTS[parameter];
    if (rises(estimate))
      cautions.push({
        severity: 'caution',
        says: [
          `${capitalised(parameter)} rises by`,
          quantity(rateKind, -estimate.perDay),
          'beyond all that is known to go in. Look for a source that is not logged, a solution stronger than said, a pump that gives more, the salt of water changes, or the kit.',
        ],
      });
    const last = estimate.outliers.at(-1);
    if (last)
      cautions.push({
        severity: 'note',
        says:
          estimate.outliers.length === 1
            ? [
                `The ${parameter} reading of`,
                quantity(parameter, last.value),
                'on',
                { moment: last.at, day: true },
                'is left out as an outlier.',
              ]
            : [
                `${estimate.outliers.length} ${parameter} readings are left out as outliers, the last of`,
                quantity(parameter, last.value),
                'on',
                { moment: last.at, day: true },
                '.',
              ],
      });
  }
  const { mismatch } = consumption;
  if (mismatch?.found) {
    const causes = mismatchCauses(mismatch, facts);
    const test = tellingTest(causes);
    cautions.push({
      severity: 'caution',
      says: [
        'Alkalinity is consumed',
        quantity('alkalinityRate', Math.abs(mismatch.perDay)),
        mismatch.perDay > 0 ? 'faster than calcium accounts for.' : 'slower than calcium accounts for.',
        ...causes
          .slice(0, 3)
          .flatMap((cause, i): Phrase[] => [i === 0 ? 'Likeliest:' : i === 1 ? 'Then:' : 'Or:', ...cause.says, '.']),
        ...(test === undefined ? [] : [`To find out: ${test}.`]),
      ],
    });
  }
  return cautions;
}

/** Each rate with what it rests on. */
export function consumptionWorking({ of, mismatch, magnesiumPerMeq }: Consumption): Step[] {
  const steps: Step[] = DOSED_PARAMETERS.flatMap((parameter): Step[] => {
    const estimate = of[parameter];
    if (!estimate) return [];
    const { rateKind } = DOSED_FACTS[parameter];
    const count = estimate.used.length;
    return [
      {
        label: `${capitalised(parameter)} consumption`,
        value: quantity(rateKind, estimate.perDay),
        origin: estimate.from === 'ratio' ? 'equation' : 'log',
        from:
          estimate.from === 'ratio'
            ? 'from alkalinity, in the proportion that skeletons use (20.04 mg per meq)'
            : `Kalman filter over ${count} readings, net of what was dosed and changed between them`,
      },
      {
        label: 'half of its 95 % range',
        value: quantity(rateKind, halfWidth95(estimate.perDaySd)),
        origin: 'equation',
        from: 'averaged over how much tanks wander and kits err',
      },
    ];
  });
  if (mismatch)
    steps.push({
      label: 'Alkalinity apart from calcification',
      value: quantity('alkalinityRate', mismatch.perDay),
      origin: 'log',
      from: `what calcium does not explain, ± ${halfWidth95(mismatch.perDaySd).toFixed(4)} mmol/L a day`,
    });
  if (magnesiumPerMeq)
    steps.push({
      label: 'Magnesium with each meq/L of alkalinity',
      value: quantity('magnesium', magnesiumPerMeq.mg),
      origin: 'log',
      from: `fitted, ± ${halfWidth95(magnesiumPerMeq.sd).toFixed(1)} mg/L; about a tenth of the calcium by mass is common practice`,
    });
  return steps;
}
