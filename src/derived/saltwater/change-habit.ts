import { TZDate } from '@date-fns/tz';
import { addDays, differenceInCalendarDays } from 'date-fns';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { entriesOf } from '@/record/entries-of';
import { netVolumeL, type Snapshot, type EntryOf, type Tank } from '@/record/schema';

/** How a tank's water is changed: set by its keeper, told by the log, or taken from what most keepers do. */
export interface ChangeHabit {
  readonly changeL: number;
  readonly everyDays: number;
  readonly from: 'set' | 'log' | 'usual';
  readonly last: EntryOf<'water-change'> | undefined;
  /** When the next is due; undefined where nothing was ever changed and nothing set. */
  readonly nextAt: number | undefined;
}

/** Where a habit was taken from, beside its figures. */
export const HABIT_FROM: Record<ChangeHabit['from'], string> = {
  set: 'as you set it',
  log: 'as the log shows it',
  usual: 'a tenth weekly, as is common',
};

/** Ten in a hundred, weekly. Common practice. */
const USUAL = { share: 0.1, everyDays: 7 } as const;
/** Changes further back speak of another season. Chosen. */
const LOOKED_BACK_DAYS = 120;
const MOST_LOOKED_AT = 6;

function changesOf(snapshot: Snapshot, tank: Tank, now: number): EntryOf<'water-change'>[] {
  return entriesOf(snapshot, tank.id, 'water-change').filter(({ at }) => at <= now);
}

export function changeHabit(snapshot: Snapshot, tank: Tank, now: number): ChangeHabit {
  const changes = changesOf(snapshot, tank, now);
  const last = changes.at(-1);
  const recent = changes.filter(({ at }) => now - at < LOOKED_BACK_DAYS * DAY_MS).slice(-MOST_LOOKED_AT);
  const habit = tank.routine
    ? { ...tank.routine, from: 'set' as const }
    : recent.length >= 2
      ? {
          changeL: middle(recent.map(({ volumeL }) => volumeL)),
          everyDays: Math.max(1, middle(gaps(recent, snapshot.settings.zone))),
          from: 'log' as const,
        }
      : {
          changeL: Math.round(netVolumeL(tank) * USUAL.share * 10) / 10,
          everyDays: USUAL.everyDays,
          from: 'usual' as const,
        };
  const due =
    last && habit.from !== 'usual'
      ? addDays(new TZDate(last.at, snapshot.settings.zone), Math.round(habit.everyDays)).getTime()
      : undefined;
  return { ...habit, last, nextAt: due };
}

/** Whole days between changes, by the keeper's own calendar. */
function gaps(changes: readonly EntryOf<'water-change'>[], zone: string): number[] {
  return changes
    .slice(1)
    .map(({ at }, i) => differenceInCalendarDays(new TZDate(at, zone), new TZDate(changes[i]?.at ?? at, zone)));
}

function middle(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const half = sorted.length / 2;
  return sorted.length % 2 === 1
    ? (sorted[Math.floor(half)] ?? 0)
    : ((sorted[half - 1] ?? 0) + (sorted[half] ?? 0)) / 2;
}

/** When changes fall from now on, as the habit goes. */
export function changesToCome(habit: ChangeHabit, now: number, until: number, zone: string): number[] {
  const { nextAt, everyDays } = habit;
  if (nextAt === undefined) return [];
  const moments: number[] = [];
  for (
    let day = new TZDate(Math.max(nextAt, now), zone);
    day.getTime() <= until && moments.length < 60;
    day = addDays(day, Math.max(1, Math.round(everyDays)))
  )
    moments.push(day.getTime());
  return moments;
}
