import { isZone } from './rows/fields';
import { isGroup, type Fields } from './merge';

/** A file's rows before they are checked against their schemas. */
export type PlainSnapshot = Readonly<Record<'tanks' | 'entries' | 'waterDays', readonly unknown[]>> & {
  readonly settings: unknown;
};

interface Fitted {
  readonly plain: PlainSnapshot;
  /** What was changed, in words for the keeper. */
  readonly remarks: string[];
}

/** What an address takes as it is. */
const ADDRESS = /^[\w-]{1,64}$/;
/** Screens that stand where a tank would. */
const TAKEN = new Set(['new', 'record', 'water-day']);

/** Gives a file's zone and its tanks' identities a form that every screen can bear, where theirs has none. */
export function madeToFit(plain: PlainSnapshot, zone: string): Fitted {
  const remarks: string[] = [];
  const { settings } = plain;
  const unknownZone = isGroup(settings) && typeof settings.zone === 'string' && !isZone(settings.zone);
  if (unknownZone)
    remarks.push(`This browser does not know the time zone “${String(settings.zone)}”: days begin in ${zone} instead.`);
  const renamed = newIds(plain.tanks);
  for (const [old, id] of renamed) remarks.push(`The tank known as “${old}” is known as “${id}” from now on.`);
  const rename = (row: unknown): unknown => (renamed.size > 0 && isGroup(row) ? withNewIds(row, renamed) : row);
  return {
    plain: {
      ...plain,
      settings: unknownZone ? { ...settings, zone } : settings,
      tanks: plain.tanks.map((row) => (isGroup(row) ? { ...row, id: newId(row.id, renamed) } : row)),
      entries: plain.entries.map(rename),
      waterDays: plain.waterDays.map(rename),
    },
    remarks,
  };
}

function newIds(tanks: readonly unknown[]): ReadonlyMap<string, string> {
  const ids = tanks.flatMap((row) => (isGroup(row) && typeof row.id === 'string' ? [row.id] : []));
  const used = new Set(ids);
  const renamed = new Map<string, string>();
  for (const id of ids) {
    if ((ADDRESS.test(id) && !TAKEN.has(id)) || renamed.has(id)) continue;
    let n = 1;
    while (used.has(`tank-${n}`)) n += 1;
    used.add(`tank-${n}`);
    renamed.set(id, `tank-${n}`);
  }
  return renamed;
}

function newId(id: unknown, renamed: ReadonlyMap<string, string>): unknown {
  return typeof id === 'string' ? (renamed.get(id) ?? id) : id;
}

/** An entry or a water day under its tank's new identity, which stands in the names of its steps too. */
function withNewIds(row: Fields, renamed: ReadonlyMap<string, string>): Fields {
  const fitted: Record<string, unknown> = { ...row };
  if ('tankId' in row) fitted.tankId = newId(row.tankId, renamed);
  if (Array.isArray(row.tanks))
    fitted.tanks = row.tanks.map((each: unknown) =>
      isGroup(each) ? { ...each, tankId: newId(each.tankId, renamed) } : each,
    );
  if (typeof row.step === 'string')
    for (const [old, id] of renamed)
      if (row.step.startsWith(`${old}: `)) fitted.step = `${id}${row.step.slice(old.length)}`;
  return fitted;
}
