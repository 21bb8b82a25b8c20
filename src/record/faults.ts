import type * as z from 'zod';

/** Where a fault stands: "entries[12].values.alkalinity". */
function placeOf(path: readonly PropertyKey[], whole = 'file'): string {
  return (
    path.reduce<string>(
      (place, key) => (typeof key === 'number' ? `${place}[${key}]` : place ? `${place}.${String(key)}` : String(key)),
      '',
    ) || whole
  );
}

/** A fault of a row in words, with its place. */
export function faultText(issue: z.core.$ZodIssue, whole?: string): string {
  return `${placeOf(issue.path, whole)}: ${wordsOf(issue)}`;
}

function wordsOf(issue: z.core.$ZodIssue): string {
  if (issue.code === 'too_big' && issue.origin === 'number') return `too big: at most ${short(issue.maximum)} is taken`;
  if (issue.code === 'too_small' && issue.origin === 'number')
    return `too small: ${issue.inclusive ? 'at least' : 'more than'} ${short(issue.minimum)} is taken`;
  if (issue.code === 'unrecognized_keys')
    return `not known here: ${issue.keys.map((key) => key.slice(0, 40)).join(', ')}`;
  return issue.message;
}

/** A bound as it is read; some come of a conversion and have more figures than mean anything. */
function short(bound: number | bigint): string {
  return String(Number(Number(bound).toPrecision(5)));
}
