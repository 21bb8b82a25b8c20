import type * as z from 'zod';
import type { reactorDialIn } from '@/calculators/reactor/reactor-dial-in';
import { entriesOf } from '@/record/entries-of';
import type { Snapshot, Tank } from '@/record/schema';
import type { DoseQuestion } from '../dosing/dose-question';
import { observationsOf } from '../observations/observations';
import { mediaLeft, partsBesideReactor, tankAlkalinityNow, testsOf, type ReactorTried } from './reactor-setting';
import { waterNow } from '../day/day-of-tank';

/** How it was set and tested, ready for the reactor-dial-in calculator; undefined until the demand is known. */
export function dialInQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried = {},
): z.input<typeof reactorDialIn.input> | undefined {
  const demand = question.input.demand.alkalinity;
  const tankAlkalinity = tankAlkalinityNow(question, tried);
  if (!demand || tankAlkalinity === undefined) return undefined;
  const settings = entriesOf(snapshot, tank.id, 'reactor').filter(({ at }) => at <= now);
  const since = settings.at(-1)?.at ?? now;
  const media = mediaLeft(snapshot, tank, now);
  const others = partsBesideReactor(question);
  const { calcium, salinity, temperatureC } = waterNow(snapshot, tank, now);
  return {
    now,
    netVolumeL: question.volumeL,
    tankAlkalinity,
    water: { calcium, salinity, temperatureC },
    // What a part that still runs supplies is not asked of the reactor while it is dialled in.
    demandPerDay: demand.perDay - (others.mmolPerDay + others.partMmolPerDay) / question.volumeL,
    demandSd: demand.sd,
    settings: settings
      .slice(-20)
      .map(({ at, mlPerMin, chamberPh, effluentAlkalinity }) => ({ at, mlPerMin, chamberPh, effluentAlkalinity })),
    tests: testsOf(snapshot, tank, now)
      .slice(-60)
      .map(({ at, effluentAlkalinity, chamberPh, mlPerMin, bubblesPerMin }) => ({
        at,
        effluentAlkalinity,
        chamberPh,
        mlPerMin,
        bubblesPerMin,
      })),
    tank: observationsOf(snapshot, tank.id, 'alkalinity')
      .filter(({ at, bound }) => at >= since && at <= now && bound === undefined)
      .slice(-60)
      .map(({ at, value, sd }) => ({ at, alkalinity: value, sd })),
    ...(media && { mediaFilledAt: media.filledAt, mediaLeftShare: media.leftG / media.grams }),
    ...(tank.reactor?.chamberL !== undefined && { chamberL: tank.reactor.chamberL }),
    ...(tank.reactor?.mostMlPerMin !== undefined && { mostMlPerMin: tank.reactor.mostMlPerMin }),
  };
}
