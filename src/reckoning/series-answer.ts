import type { Answer, Certainty, Phrase } from '@/calculators/calculator/calculator';
import { DOSED_PARAMETERS, DOSED_FACTS } from '@/calculators/dosing/dosed-parameters';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { quantity } from '@/chemistry/units/quantity';
import { capitalised } from '@/calculators/calculator/words';
import { jotExamples } from '@/record/line/example';
import type { Book, Tank } from '@/record/schema';
import { certaintyOf, driftOf } from './consumption';
import { observationsOf } from './observations';
import { nutrientsAtZero, waterStatus } from './water-status';

/** One sentence over all the curves: what drifts, what stands outside its band, and what should be read again. */
export function seriesAnswer(book: Book, tank: Tank, now: number): Answer {
  if (
    observationsOf(book, tank.id, 'alkalinity').length + waterStatus(book, tank, now).length === 0 &&
    !book.entries.some((entry) => entry.tankId === tank.id && entry.kind === 'reading')
  ) {
    const { alkalinity, salinity, temperature } = jotExamples(book.settings.units);
    return {
      says: [
        `Nothing is measured yet. Jot a first line, such as “${alkalinity} ${salinity} ${temperature}”, and the curves begin.`,
      ],
      certainty: 'not enough yet',
      because: [],
    };
  }
  const outside = new Map(
    waterStatus(book, tank, now)
      .filter(({ place }) => place === 'low' || place === 'high')
      .map((standing) => [standing.parameter as string, standing]),
  );
  const clauses: Phrase[][] = [];
  const { warns, zeroForDays = 0 } = nutrientsAtZero(book, tank, now).values;
  if (warns) {
    clauses.push([
      'nitrate and phosphate have both read zero for',
      quantity('days', Math.round(zeroForDays)),
      '(feed more)',
    ]);
    outside.delete('nitrate');
    outside.delete('phosphate');
  }
  let certainty: Certainty = warns || outside.size > 0 ? 'worked out' : 'steady';
  for (const element of DOSED_PARAMETERS) {
    const estimate = driftOf(book, tank, element, now);
    if (!estimate || certaintyOf(estimate) !== 'drifting') continue;
    certainty = 'drifting';
    const standing = outside.get(element);
    clauses.push([
      `${element} is ${estimate.driftPerDay < 0 ? 'falling' : 'rising'}`,
      quantity(DOSED_FACTS[element].rateKind, Math.abs(estimate.driftPerDay)),
      ...(standing ? [`and stands ${standing.place} at`, quantity(element, standing.last.value)] : []),
    ]);
    outside.delete(element);
  }
  for (const { parameter, last, place } of outside.values())
    clauses.push([
      `${PARAMETERS[parameter].name} stands ${place} at`,
      quantity(PARAMETERS[parameter].kind, last.value),
    ]);
  const says: Phrase[] = clauses.flatMap((clause, i) => [...(i > 0 ? [';'] : []), ...clause]).concat('.');
  if (clauses.length === 0) says.unshift('Everything measured stands in its band and holds');
  if (typeof says[0] === 'string') says[0] = capitalised(says[0]);
  const aside = DOSED_PARAMETERS.flatMap((element) =>
    (driftOf(book, tank, element, now)?.setAside ?? []).map(({ value }) => ({ element, value })),
  );
  const because: Phrase[] = aside.flatMap(({ element, value }): Phrase[] => [
    `One ${element} reading (`,
    quantity(element, value),
    ') stands apart from the rest and is set aside; retest before acting on such a one.',
  ]);
  return { says, certainty, because: because.length > 0 ? because : ['As far as the last weeks’ readings tell.'] };
}
