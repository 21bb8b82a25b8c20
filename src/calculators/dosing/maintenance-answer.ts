import type { Answer, Certainty, Phrase } from '../calculator/calculator';
import { quantity } from '@/chemistry/units/quantity';
import { listed } from '../calculator/words';
import { LEAST_ML_PER_DAY, type Need, type PartDose } from './bottle-dose';
import type { DosedParameter } from './dosed-parameters';

export const TEST_TWICE: Answer = {
  says: ['Test alkalinity twice, a few days apart, and log what you dose: then the dose can be worked out.'],
  certainty: 'not enough yet',
  because: ['Consumption is what is missing from the second reading once doses and water changes are accounted for.'],
};

export const UNSAID: Answer = {
  says: ['Say what was dosed while these readings were taken: then the dose can be worked out.'],
  certainty: 'not enough yet',
  because: ['A dose that is not logged is unknown; it is not taken as zero.'],
};

/** Tested, and what is taken is too little to tell: nothing has to be changed, and no further test is owed today. */
export function withinTestError(parameters: readonly DosedParameter[]): Answer {
  return {
    says: [`Keep what you dose: what the tank takes of ${listed(parameters)} is less than the tests can show yet.`],
    certainty: 'within test error',
    because: ['Two readings further apart in time tell a smaller consumption.'],
  };
}

export function answerOf(
  doses: readonly PartDose[],
  certainty: Certainty,
  needs: readonly Need[],
  running: Partial<Record<DosedParameter, number>>,
): Answer {
  const worth = doses.filter((dose) => dose.mlPerDay > LEAST_ML_PER_DAY);
  if (worth.length === 0) {
    const rising = needs.filter(({ rises }) => rises).map(({ parameter }) => parameter);
    return {
      says: [
        rising.length > 0
          ? `Dose nothing now: ${listed(rising)} rise${rising.length > 1 ? '' : 's'} beyond all that is known to go in.`
          : 'Dose nothing now: the tank takes no more than it is already given.',
      ],
      certainty,
      because: rangeOf(doses),
    };
  }
  // Set already, as finely as a pump is set: nothing is to be done.
  const runs = doses.every(
    ({ parameter, mlPerDay }) => Math.abs((running[parameter] ?? 0) - mlPerDay) <= LEAST_ML_PER_DAY,
  );
  const says: Phrase[] = [runs ? 'Leave the doses as they are:' : 'Dose'];
  worth.forEach((dose, i) => {
    if (i > 0) says.push(i === worth.length - 1 ? 'and' : ',');
    says.push(quantity('doseRate', dose.mlPerDay), `of ${dose.part}`);
  });
  says.push('.');
  return { says, certainty, because: rangeOf(worth) };
}

function rangeOf(doses: readonly PartDose[]): Phrase[] {
  if (doses.every(({ lowMlPerDay, highMlPerDay }) => lowMlPerDay === highMlPerDay))
    return ['As good as the figures given.'];
  return doses
    .flatMap((dose, i): Phrase[] => [
      `${i > 0 ? '; ' : ''}${dose.part} between`,
      quantity('doseRate', dose.lowMlPerDay),
      'and',
      quantity('doseRate', dose.highMlPerDay),
    ])
    .concat('(95 in 100).');
}
