import { given } from '@/calculators/calculator/given';
import type * as z from 'zod';
import { limewaterStrength } from '@/calculators/limewater/strength';
import type { methodsCompared } from '@/calculators/methods/methods-compared';
import { limewaterHeadRoom } from '@/calculators/top-off/head-room';
import { reactorSize } from '@/calculators/reactor/reactor-size';
import { saltGIn } from '@/chemistry/mixing/saltwater';
import { attempt } from '@/calculators/calculator/attempt';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { changeHabit } from '../saltwater/change-habit';
import { balanceAt } from '../balance/balance';
import { consumptionTogether } from '../balance/consumption';
import { doseQuestion } from '../dosing/dose-question';
import { saltStrength } from '../saltwater/learnt-salt';
import { limewaterMadeOf } from '../limewater/limewater-question';
import { lastLevel } from '../observations/observations';
import { reactorSizeQuestion } from '../reactor/reactor-size-question';
import { suppliesAt } from '../supplies/supply-timeline';
import { aimFor, bandFor } from '../observations/targets';
import { evaporationOf } from '../top-off/top-off-question';
import { twoPartPerMeq } from '../dosing/two-part-price';
import { waterOfSalt } from '../saltwater/water-of-salt';

export type MethodsQuestion = z.input<typeof methodsCompared.input>;

/** What the record knows of a tank's consumption, growth, room and prices, ready for the methods-compared calculator. */
export function methodsQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  prices: Snapshot['settings']['prices'] = snapshot.settings.prices,
): MethodsQuestion | undefined {
  const consumption = consumptionTogether(snapshot, tank, now);
  const alkalinity = consumption?.of['alkalinity'];
  if (!alkalinity) return undefined;
  const { growthPerMonth } = consumption;
  const growth = growthPerMonth && Math.abs(growthPerMonth.share) > growthPerMonth.sd ? growthPerMonth.share : 0;
  const { changeL, everyDays, from } = changeHabit(snapshot, tank, now);
  const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
  const salinity = lastLevel(snapshot, tank.id, 'salinity') ?? aimFor(tank, 'salinity');
  const { outcome: evaporation } = attempt(() => evaporationOf(snapshot, tank, now));
  const { reactor } = suppliesAt(snapshot, tank, now);
  const effluentAlkalinity = reactor?.effluentAlkalinity ?? tank.reactor?.effluentAlkalinity;
  const perMeq = twoPartPerMeq(snapshot, tank);
  const size = reactorSizeQuestion(snapshot, tank, now, doseQuestion(snapshot, tank, now), {}, prices);
  const chamber = size && attempt(() => reactorSize.run(size)).outcome?.values;
  const { outcome: lime } = attempt(() => limewaterStrength(limewaterMadeOf(snapshot, tank, now)));
  // As the routine of changes reckons it: by the salt as its batches taught it, at the salinity aimed at.
  const saltPerL =
    salt?.boxPrice !== undefined && salt.boxG !== undefined
      ? (salt.boxPrice / salt.boxG) * saltGIn(1, aimFor(tank, 'salinity'), saltStrength(snapshot, salt).gramsPerLAt35)
      : undefined;
  return {
    netVolumeL: netVolumeL(tank),
    consumption: Math.min(5, Math.max(0, alkalinity.perDay)),
    ...(size && { leftPerDay: Number(size.demandPerDay) }),
    growthPerMonth: Math.min(1, Math.max(-0.5, growth)),
    salinity,
    ...(from !== 'usual' && {
      waterChange: {
        litresPerDay: changeL / everyDays,
        newWater: waterOfSalt(salt, aimFor(tank, 'salinity')).alkalinity,
        lowest: bandFor(tank, 'alkalinity')[0],
      },
    }),
    limewaterRoomL: evaporation ? Math.max(0, limewaterHeadRoom(evaporation.low, tank.limewater?.keptBack)) : 0,
    ...(lime && lime.alkalinity >= 1 && { limewaterMeqPerL: lime.alkalinity }),
    reactor: {
      ...(chamber && { co2GPerMeq: chamber.co2GPerMeq }),
      tankAlkalinity: Math.max(0, balanceAt(snapshot, tank, now).of.alkalinity.level ?? aimFor(tank, 'alkalinity')),
      ...(effluentAlkalinity !== undefined && { effluentAlkalinity }),
      ...(tank.reactor?.mostMlPerMin !== undefined && { mostMlPerMin: tank.reactor.mostMlPerMin }),
    },
    prices: {
      ...prices,
      ...given({ twoPartPerMeq: perMeq, saltPerL }),
    },
  };
}
