import type * as z from 'zod';
import type { afterChange } from '@/calculators/dosing/after-change';
import { DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { usualErrorOf } from '@/calculators/parameters/parameters';
import { netRate } from '@/chemistry/tank-model/net-rate';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeAt, type Snapshot, type Tank } from '@/record/schema';
import { consumptionOf } from '../balance/consumption';
import { levelsAt } from './outlook';
import { observationsOf } from '../observations/observations';
import { supplyTimeline } from '../supplies/supply-timeline';
import { whatGoesIn, type Input } from '../balance/what-goes-in';

/** A change of dose is looked back at for so long. Chosen: by then two or three tests were taken. */
const LOOKED_AT_DAYS = 21;
/** Set anew by less than this share it is the same dose. */
const SAME_DOSE = 0.03;

/**
 * The last change of a dose or of the reactor, where it is recent enough to ask whether it did what was foretold; undefined where there is
 * none. What was to be read since is foretold by the tank model with all that the record says went in meanwhile.
 */
export function afterChangeQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
): z.input<typeof afterChange.input> | undefined {
  const changes = supplyTimeline(snapshot, tank)
    .filter(({ entry }) => entry.kind === 'standing-dose' || entry.kind === 'reactor')
    .filter(({ from }) => from <= now && from > now - LOOKED_AT_DAYS * DAY_MS)
    .flatMap(({ source, from }) => changeOf(snapshot, tank, source, from) ?? []);
  // Alkalinity tells first: it is tested the finest.
  const last = changes.findLast(({ parameter }) => parameter === 'alkalinity') ?? changes.at(-1);
  if (!last) return undefined;
  const { at, parameter, name, of, before, after, inputs } = last;
  const then = consumptionOf(snapshot, tank, parameter, at);
  if (!then) return undefined;
  const volumeL = netVolumeAt(tank, at);
  const others = inputs.filter(({ source }) => source !== last.source);
  const readings = observationsOf(snapshot, tank.id, parameter)
    .filter((each) => each.at > at && each.at <= now && each.bound === undefined)
    .slice(-50);
  const levels = levelsAt(snapshot, tank, parameter, { at: then.lastAt, level: then.level, perDay: then.perDay }, [
    at,
    ...readings.map((each) => each.at),
  ]);
  return {
    parameter,
    netVolumeL: volumeL,
    now,
    changedAt: at,
    name,
    of,
    suppliedBefore: Math.max(0, before / volumeL),
    suppliedAfter: Math.max(0, after / volumeL),
    consumedNet: -netRate(others, parameter, then.perDay, volumeL),
    consumedSd: then.perDaySd,
    levelThen: Math.max(0, levels[0] ?? then.level),
    levelThenSd: Math.hypot(then.levelSd, (then.perDaySd * (at - then.lastAt)) / DAY_MS),
    readings: readings.map((each, i) => ({
      at: each.at,
      value: each.value,
      sd: each.sd,
      foretold: Math.max(0, levels[i + 1] ?? then.level),
    })),
    readingSd: then.used.at(-1)?.sd ?? usualErrorOf(parameter),
  };
}

/** What a source brought before it was set anew and what it brings since; undefined where that is the same. */
function changeOf(snapshot: Snapshot, tank: Tank, source: string, at: number) {
  const level = (parameter: DosedParameter) => consumptionOf(snapshot, tank, parameter, at)?.level ?? 0;
  const met = { alkalinity: level('alkalinity'), calcium: level('calcium'), magnesium: level('magnesium') };
  const before = whatGoesIn(snapshot, tank, at - 1, met);
  const inputs = whatGoesIn(snapshot, tank, at, met);
  const is = (input: Input) => input.source === source && input.kind !== 'by hand';
  const [own, had] = [inputs.find(is), before.find(is)];
  // A solution is judged by the first that it carries.
  const parameter = DOSED_PARAMETERS.find((each) => ((own ?? had)?.perDay[each] ?? 0) !== 0);
  if (!parameter) return undefined;
  const [was, since] = [had?.perDay[parameter] ?? 0, own?.perDay[parameter] ?? 0];
  if (Math.abs(since - was) <= SAME_DOSE * Math.max(Math.abs(since), Math.abs(was))) return undefined;
  const of: 'pump' | 'reactor' = source === 'reactor' ? 'reactor' : 'pump';
  return { at, source, parameter, name: (own ?? had)?.by ?? source, of, before: was, after: since, inputs };
}
