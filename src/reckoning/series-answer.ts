import type { Answer, Certainty, Phrase } from '@/chemistry/calculator';
import { ELEMENTS, ELEMENT_FACTS } from '@/chemistry/dosing/elements';
import { PARAMETERS } from '@/chemistry/parameters';
import { quantity } from '@/chemistry/units/quantity';
import type { Book, Tank } from '@/record/schema';
import { certaintyOf, consumptionOf } from './consumption';
import { readingsOf } from './readings';
import { standingOfWater } from './standing-of-water';

/** One sentence over all the curves: what drifts, what stands outside its band, and what should be read again. */
export function seriesAnswer(book: Book, tank: Tank, now: number): Answer {
  if (readingsOf(book, tank.id, 'alkalinity').length + standingOfWater(book, tank).length === 0 && !book.entries.some((entry) => entry.tankId === tank.id && entry.kind === 'reading')) {
    return { says: ['Nothing is measured yet. Jot a first line, such as “alk 8.3 sal 35 temp 25.4”, and the curves begin.'], certainty: 'not enough yet', because: [] };
  }
  const says: Phrase[] = [];
  let certainty: Certainty = 'steady';
  for (const element of ELEMENTS) {
    const estimate = consumptionOf(book, tank, element, now);
    if (!estimate || certaintyOf(estimate, element) !== 'drifting') continue;
    certainty = 'drifting';
    says.push(says.length === 0 ? capital(element) : `and ${element}`, estimate.driftPerDay < 0 ? 'is falling' : 'is rising', quantity(ELEMENT_FACTS[element].rateKind, Math.abs(estimate.driftPerDay)));
  }
  const outside = standingOfWater(book, tank).filter(({ place }) => place === 'low' || place === 'high');
  const drifting = says.length > 0;
  outside.forEach(({ parameter, last, place }, i) => {
    const { name, kind } = PARAMETERS[parameter];
    says.push(i === 0 ? (drifting ? `; ${name}` : capital(name)) : `, ${name}`, `stands ${place} at`, quantity(kind, last.value));
  });
  if (says.length === 0) says.push('Everything measured stands in its band and holds');
  says.push('.');
  const aside = ELEMENTS.flatMap((element) => (consumptionOf(book, tank, element, now)?.setAside ?? []).map(({ value }) => ({ element, value })));
  const because: Phrase[] = aside.flatMap(({ element, value }): Phrase[] => [`One ${element} reading`, `(`, quantity(element, value), ') stands apart from the rest and is set aside; retest before acting on such a one.']);
  return { says, certainty, because: because.length > 0 ? because : ['As far as the last weeks’ readings tell.'] };
}

function capital(word: string): string {
  return word === 'pH' ? word : word.charAt(0).toUpperCase() + word.slice(1);
}
