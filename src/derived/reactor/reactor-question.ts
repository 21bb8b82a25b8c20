import { given } from '@/calculators/calculator/given';
import type * as z from 'zod';
import type { reactorOutput } from '@/calculators/reactor/reactor-output';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Snapshot, Tank } from '@/record/schema';
import type { DoseQuestion } from '../dosing/dose-question';
import { lastLevel, observationsOf } from '../observations/observations';
import {
  lastFilled,
  partsBesideReactor,
  reactorRuns,
  reactorSetting,
  tankAlkalinityNow,
  type ReactorTried,
} from './reactor-setting';
import { waterNow } from '../day/day-of-tank';

/** An effluent's tank alkalinity is the one read nearest to it, within so many days. */
const NEAR_DAYS = 4;

/** For a keeper with a calcium reactor, or one thought of: demand, effluent and flow, two of which give the third. */
export function reactorQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried = {},
  find: 'flow' | 'effluent' | 'demand' = 'flow',
): z.input<typeof reactorOutput.input> | undefined {
  const demand = question.input.demand.alkalinity;
  const { effluentAlkalinity, chamberPh, mlPerMin } = reactorSetting(snapshot, tank, now, tried);
  const tankAlkalinity = tankAlkalinityNow(question, tried);
  if (tankAlkalinity === undefined) return undefined;
  if (find !== 'demand' && !demand) return undefined;
  if (find !== 'effluent' && effluentAlkalinity === undefined) return undefined;
  if (find !== 'flow' && mlPerMin === undefined) return undefined;
  const others = partsBesideReactor(question);
  const { calcium, salinity, temperatureC } = waterNow(snapshot, tank, now);
  const tankPh = lastLevel(snapshot, tank.id, 'ph');
  return {
    find,
    netVolumeL: question.volumeL,
    ...(demand && { demandPerDay: demand.perDay, demandSd: demand.sd, demandBasis: demand.basis }),
    carriedMmolPerDay: others.mmolPerDay,
    carriedBy: others.by,
    ...(others.part && { replaces: others.part.name }),
    ...given({ effluentAlkalinity, mlPerMin, chamberPh, tankPh }),
    tankAlkalinity,
    tankAlkalinityOrigin: tried.tankAlkalinity === undefined ? 'log' : 'yours',
    water: { calcium, salinity, temperatureC },
    measured: measuredSince(snapshot, tank, now),
    ...(find === 'flow' && Object.keys(tried).length === 0 && asItRuns(snapshot, tank, now, question)),
    ...(tank.reactor?.mostMlPerMin !== undefined && { mostMlPerMin: tank.reactor.mostMlPerMin }),
    ...question.howSure,
  };
}

/** The flow that runs, with where alkalinity stands and should be: left out where neither is known, or a figure is tried. */
function asItRuns(snapshot: Snapshot, tank: Tank, now: number, { input }: DoseQuestion) {
  const set = reactorRuns(snapshot, tank, now).at(-1);
  const level = input.levels.alkalinity;
  if (!set || set.ended || !level) return {};
  return {
    runs: {
      mlPerMin: set.entry.mlPerMin,
      level: level.level,
      target: level.target,
      testEveryDays: input.testEveryDays,
      keeps: input.keeps,
    },
  };
}

/** Effluents with the flow and chamber pH of their time, since the media were last filled. */
function measuredSince(snapshot: Snapshot, tank: Tank, now: number): z.input<typeof reactorOutput.input>['measured'] {
  const since = lastFilled(snapshot, tank, 'media', now)?.at ?? 0;
  const alkalinities = observationsOf(snapshot, tank.id, 'alkalinity');
  return reactorRuns(snapshot, tank, now).flatMap(({ entry, from, ended }) => {
    if (ended || from < since || entry.mlPerMin <= 0 || entry.chamberPh === undefined) return [];
    const near = alkalinities
      .filter(({ at }) => Math.abs(at - from) < NEAR_DAYS * DAY_MS)
      .toSorted((a, b) => Math.abs(a.at - from) - Math.abs(b.at - from))[0];
    return [
      {
        at: from,
        mlPerMin: entry.mlPerMin,
        effluentAlkalinity: entry.effluentAlkalinity,
        chamberPh: entry.chamberPh,
        ...(near && { tankAlkalinity: Math.max(0.5, near.value) }),
      },
    ];
  });
}
