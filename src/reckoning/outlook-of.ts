import { isElement } from '@/chemistry/dosing/elements';
import type { ParameterId } from '@/chemistry/parameters';
import type { Book, Tank } from '@/record/schema';
import { cycleOutlook } from './cycle';
import { outlook, type OutlookPoint } from './outlook';
import { phOutlook } from './ph-outlook';

/** What is expected of a parameter as things stand; nothing for those that no model carries forward yet. */
export function outlookOf(book: Book, tank: Tank, parameter: ParameterId, now: number, until: number): OutlookPoint[] {
  if (isElement(parameter)) return outlook(book, tank, parameter, now, until);
  if (parameter === 'ammonia' || parameter === 'nitrite') return cycleOutlook(book, tank, parameter, now, until);
  return parameter === 'ph' ? phOutlook(book, tank, now, until) : [];
}
