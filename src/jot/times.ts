import { TZDate } from '@date-fns/tz';
import { subDays } from 'date-fns';
import { AHEAD_MS, EARLIEST } from '@/record/rows/fields';
import type { Line } from './line';
import { momentOf, readTimeWords, type TimeWords } from './when';

/** A moment the line names, and where. */
export interface TimeTold {
  readonly from: number;
  readonly to: number;
  readonly at: number;
}

/** The moments of a line: those that stand together ("yesterday evening", "11/20 9am") are one. */
export class Times {
  readonly told: readonly TimeTold[];
  readonly #now: number;

  constructor(told: readonly TimeTold[], now: number) {
    this.told = told;
    this.#now = now;
  }

  /** The line's own moment: the one it names, else now. */
  get main(): number {
    return this.told[0]?.at ?? this.#now;
  }

  /**
   * The moment of what stands at a token. Of several, the one that was told before it, where the line tells moments first; else the next
   * after it.
   * @param first the first token of the line that is no time
   */
  of(token: number, first: number): number {
    const [one] = this.told;
    if (!one || this.told.length === 1) return this.main;
    if (one.from < first) return (this.told.findLast(({ from }) => from < token) ?? one).at;
    return (this.told.find(({ from }) => from > token) ?? this.told.at(-1) ?? one).at;
  }
}

interface Found extends TimeWords {
  readonly from: number;
  readonly to: number;
}

/** Finds all words of time that are free, uses them, and asks about those that name no moment. */
export function readTimes(line: Line): Times {
  const { now: nowMs, zone, monthFirst } = line.context;
  const now = new TZDate(nowMs, zone);
  const found: Found[] = [];
  for (let i = 0; i < line.tokens.length; i++) {
    const token = line.tokens[i];
    if (
      !token ||
      !line.free(i) ||
      line.hours.has(i) ||
      token.kind === 'mark' ||
      (token.glued && line.tokens[i - 1]?.kind === 'number')
    )
      continue;
    const words = readTimeWords(line.text.slice(token.from), now, { monthFirst, atStart: i === 0 });
    if (!words) continue;
    const end = token.from + words.length;
    let to = i;
    while (to < line.tokens.length && (line.tokens[to]?.from ?? 0) < end) to++;
    line.use(i, to);
    found.push({ ...words, from: i, to });
    i = to - 1;
  }
  const groups = joined(line, found);
  const told = groups.flatMap((group): TimeTold[] => {
    const [first, last] = [group[0]?.from ?? 0, group.at(-1)?.to ?? 0];
    const fault = group.find(({ impossible, ask }) => impossible ?? ask);
    if (fault) {
      line.ask(first, last, fault.ask?.message ?? 'There is no such date or time.', fault.ask?.suggestion);
      return [];
    }
    const moment = group.find((each) => each.moment)?.moment;
    const day = group.find((each) => each.day)?.day ?? dayBefore(groups, group);
    const at = moment?.getTime() ?? momentOf(day, group.find((each) => each.clock)?.clock, now);
    if (!Number.isFinite(at) || at < EARLIEST) line.ask(first, last, 'That is before 1990; a year may have slipped.');
    else if (at > nowMs + AHEAD_MS && !line.tokens.some(({ kind }) => kind === 'number')) line.release(first, last);
    else if (at > nowMs + AHEAD_MS)
      line.ask(first, last, 'That lies ahead of now; the record holds what has happened.');
    else return [{ from: first, to: last, at }];
    return [];
  });
  return new Times(inOrder(told, groups, now), nowMs);
}

/** "8.02 morning, 8.31 evening", said at ten: the evening was yesterday's, and the morning before it with it. */
function inOrder(told: readonly TimeTold[], groups: readonly (readonly Found[])[], now: TZDate): TimeTold[] {
  const dayless = (at: TimeTold) =>
    groups.some((group) => group[0]?.from === at.from && group.every(({ day, moment }) => !day && !moment));
  const made = [...told];
  for (let i = made.length - 2; i >= 0; i--) {
    const [each, next] = [made[i], made[i + 1]];
    if (each && next && each.at > next.at && dayless(each) && dayless(next))
      made[i] = { ...each, at: subDays(new TZDate(each.at, now.timeZone), 1).getTime() };
  }
  return made;
}

/** "Yesterday 7am …, 8pm …": the second clock is of the day that was told before it. */
function dayBefore(groups: readonly (readonly Found[])[], group: readonly Found[]): TimeWords['day'] {
  const before = groups.slice(0, groups.indexOf(group)).flat();
  return before.findLast(({ day }) => day)?.day;
}

/** Words of time with nothing but fillers between them, that together name one moment. */
function joined(line: Line, found: readonly Found[]): Found[][] {
  const groups: Found[][] = [];
  for (const each of found) {
    const group = groups.at(-1);
    const before = group?.at(-1);
    const adds =
      group &&
      !(each.day && group.some(({ day }) => day)) &&
      !(each.clock && group.some(({ clock }) => clock)) &&
      !each.moment;
    const together =
      before && adds && !group.some(({ moment }) => moment) && nothingBetween(line, before.to, each.from);
    if (together) {
      line.use(before.to, each.from);
      group.push(each);
    } else groups.push([each]);
  }
  // Joined words of time take the "at", "on" and colon about them along.
  for (const group of groups) {
    const [first, last] = [group[0]?.from ?? 0, group.at(-1)?.to ?? 0];
    if (/^(?:at|on)$/.test(line.word(first - 1)) && line.free(first - 1)) line.use(first - 1);
    if (line.word(last) === ':') line.use(last);
  }
  return groups;
}

function nothingBetween(line: Line, from: number, to: number): boolean {
  for (let i = from; i < to; i++) if (!/^(?:at|on|in|the|,|,)$/.test(line.word(i))) return false;
  return true;
}
