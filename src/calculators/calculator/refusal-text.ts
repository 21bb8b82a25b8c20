import { valueText, type RefusalDetail } from '@/chemistry/refusal';

/** What a refused field takes: "alkalinity accepts 0 to 25 dKH". The one wording of it. */
export function takenFrom({ field, allowed }: Pick<RefusalDetail, 'field' | 'allowed'>): string {
  return `${field} accepts ${allowed}`;
}

/** What it takes, and what it was given: "alkalinity accepts 0 to 25 dKH; this is 83." */
export function refusedText(refusal: RefusalDetail, given = 'this is'): string {
  return `${takenFrom(refusal)}; ${given} ${valueText(refusal)}.`;
}

/** What it takes, and what was probably meant. */
export function takenFromWithHint(refusal: RefusalDetail): string {
  return `${takenFrom(refusal)}.${refusal.hint ? ` ${refusal.hint}` : ''}`;
}
