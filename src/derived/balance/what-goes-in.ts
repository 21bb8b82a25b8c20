import { DOSED_FACTS, DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { isLimewater } from '@/chemistry/limewater/is-limewater';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import type { Bringing } from '@/chemistry/tank-model/net-rate';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Hours } from '@/record/kinds/entry-kind';
import { entriesOf, entriesBetween } from '@/record/entries-of';
import { netVolumeAt, type Snapshot, type Entry, type EntryOf, type Solution, type Tank } from '@/record/schema';
import { changeHabit } from '../saltwater/change-habit';
import { strengthOf } from './known-events';
import { dosedSince, runningWith } from '../supplies/supply-timeline';
import { aimFor } from '../observations/targets';
import { waterOfSalt } from '../saltwater/water-of-salt';

/** What one source brings a day, as it goes on. */
export interface Input extends Bringing {
  /** A solution's identity, "reactor", "water changes". */
  readonly source: string;
  /** In words: a solution's name, "the reactor", "water changes". */
  readonly by: string;
  readonly kind: 'dose' | 'limewater' | 'by hand' | 'reactor' | 'water changes';
  /** Which solution, of what is poured by hand: beside a pump it is a source of its own. */
  readonly solutionId?: string;
  /** Of what is dosed by the millilitre, mL a day. */
  readonly mlPerDay?: number;
  /** Stretches of the day it runs in; round the clock where there is none. */
  readonly hours: readonly Hours[];
  readonly pulses: number;
  /** mmol of alkalinity, mg of calcium and magnesium, a day in the whole tank. */
  readonly perDay: Readonly<Record<DosedParameter, number>>;
}

/** Hand doses make a habit where there were so many of them over so long, the last of them lately. Chosen: a correction is given in fewer days. */
const HABIT_DOSES = 5;
const HABIT_DAYS = 7;
const HABIT_LOOKS_BACK_DAYS = 21;

/** The levels that a reactor and a water change meet, mmol/L and mg/L. */
export type MetLevels = Readonly<Record<DosedParameter, number>>;

/**
 * Everything that goes into a tank's water as it goes on at a moment: each dose that runs, what is given by hand day by day, the reactor,
 * and water changes on average.
 * @param met what the water holds: a reactor and a change bring the less, the more is there
 * @param overlay entries thought of: what they set replaces what runs of the same source
 */
export function whatGoesIn(
  snapshot: Snapshot,
  tank: Tank,
  moment: number,
  met: MetLevels,
  overlay: readonly Entry[] = [],
): readonly Input[] {
  const running = runningWith(snapshot, tank, moment, overlay);
  const standing = running.flatMap(({ entry }): Input[] => {
    if (entry.kind === 'reactor') return [reactorInput(entry, met)];
    const solution = entry.kind === 'standing-dose' && snapshot.solutions.find(({ id }) => id === entry.solutionId);
    return entry.kind === 'standing-dose' && solution ? [doseInput(solution, entry, moment)] : [];
  });
  const set = new Set(standing.map(({ source }) => source));
  return [...standing, ...byHand(snapshot, tank, moment, set), ...byChanges(snapshot, tank, moment, met)];
}

/** How one part is scheduled: the hours it runs in, round the clock where none, and so many doses in them. */
export interface PartSchedule {
  readonly solutionId: string;
  readonly mlPerDay: number;
  readonly windows: readonly Hours[];
  readonly doses: number;
}

/** What is dosed each day as it runs at a moment, with its hours: the one reading of hours and stretches that a dose was set with. */
export function dosesRunning(snapshot: Snapshot, tank: Tank, moment: number): PartSchedule[] {
  return runningWith(snapshot, tank, moment, []).flatMap(({ entry }) =>
    entry.kind === 'standing-dose' ? [scheduleOf(entry)] : [],
  );
}

function scheduleOf({ solutionId, mlPerDay, hours, alsoHours, pulses = 0 }: EntryOf<'standing-dose'>): PartSchedule {
  return {
    solutionId,
    mlPerDay,
    windows: [...(hours ? [hours] : []), ...(alsoHours ? [alsoHours] : [])],
    doses: pulses,
  };
}

function doseInput(solution: Solution, entry: EntryOf<'standing-dose'>, moment: number): Input {
  const { mlPerDay, windows, doses } = scheduleOf(entry);
  return {
    source: solution.id,
    by: solution.name,
    kind: isLimewater(strengthOf(solution, moment)) ? 'limewater' : 'dose',
    mlPerDay,
    hours: windows,
    pulses: doses,
    perDay: broughtBy(solution, mlPerDay, moment),
  };
}

/** What so many millilitres of a solution bring, as it was made at a moment: mmol of alkalinity, mg of calcium and magnesium. */
export function broughtBy(solution: Solution, ml: number, moment = Infinity): Input['perDay'] {
  const strength = strengthOf(solution, moment);
  return each((parameter) => ml * DOSED_FACTS[parameter].perMl(strength));
}

function reactorInput(entry: Pick<EntryOf<'reactor'>, 'mlPerMin' | 'effluentAlkalinity'>, met: MetLevels): Input {
  const alkalinity = reactorGain(entry, met.alkalinity);
  return {
    source: 'reactor',
    by: 'the reactor',
    kind: 'reactor',
    hours: [],
    pulses: 0,
    // Calcium is not read at the effluent: the media give it in proportion.
    perDay: { alkalinity, calcium: alkalinity * CALCIUM_MG_PER_MEQ, magnesium: 0 },
  };
}

/** Alkalinity a reactor brings to water of some alkalinity, mmol a day: flow × (effluent − tank). Below 0 where its effluent is the weaker. */
export function reactorGain(
  { mlPerMin, effluentAlkalinity }: Pick<EntryOf<'reactor'>, 'mlPerMin' | 'effluentAlkalinity'>,
  tankAlkalinity: number,
): number {
  return ((mlPerMin * 1440) / 1000) * (effluentAlkalinity - tankAlkalinity);
}

/**
 * What is poured in by hand day after day goes on too; a correction, given once or for some days, does not. A pump that was set to a solution
 * takes the place of what was poured of it before; what is poured beside the pump goes on beside it, as a source of its own.
 * @param set the solutions that are dosed as they were set to be
 */
function byHand(snapshot: Snapshot, tank: Tank, moment: number, set: ReadonlySet<string>): Input[] {
  const lately = entriesBetween(entriesOf(snapshot, tank.id, 'dose'), moment - HABIT_LOOKS_BACK_DAYS * DAY_MS, moment);
  return snapshot.solutions.flatMap((solution): Input[] => {
    const pumped = set.has(solution.id);
    const after = pumped ? (dosedSince(snapshot, tank, solution.id, moment) ?? Infinity) : -Infinity;
    const doses = lately.filter(
      (entry) => entry.solutionId === solution.id && entry.correction === undefined && entry.at > after,
    );
    const [first, last] = [doses[0], doses.at(-1)];
    if (!first || !last || doses.length < HABIT_DOSES) return [];
    const days = (last.at - first.at) / DAY_MS;
    const every = days / (doses.length - 1);
    if (days < HABIT_DAYS || moment - last.at > (2 * every + 1) * DAY_MS) return [];
    const mlPerDay = doses.slice(1).reduce((sum, { volumeMl }) => sum + volumeMl, 0) / days;
    return [
      {
        source: pumped ? `${solution.id}, by hand` : solution.id,
        by: `${solution.name} by hand`,
        kind: 'by hand',
        solutionId: solution.id,
        mlPerDay,
        hours: [],
        pulses: 0,
        perDay: broughtBy(solution, mlPerDay, moment),
      },
    ];
  });
}

/** Water changes as they go on, where the record shows a habit: what the new water holds beyond what it replaces. */
function byChanges(snapshot: Snapshot, tank: Tank, moment: number, met: MetLevels): Input[] {
  const { changeL, everyDays, from } = changeHabit(snapshot, tank, moment);
  if (from === 'usual') return [];
  const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
  const fresh = waterOfSalt(salt, aimFor(tank, 'salinity'));
  const litresPerDay = Math.min(netVolumeAt(tank, moment), changeL) / everyDays;
  return [
    {
      source: 'water changes',
      by: 'water changes',
      kind: 'water changes',
      hours: [],
      pulses: 0,
      perDay: each((parameter) => litresPerDay * (fresh[parameter] - met[parameter])),
    },
  ];
}

function each(value: (parameter: DosedParameter) => number): Record<DosedParameter, number> {
  return Object.fromEntries(DOSED_PARAMETERS.map((parameter) => [parameter, value(parameter)])) as Record<
    DosedParameter,
    number
  >;
}
