import type * as z from 'zod';
import { DOSED_FACTS } from '@/calculators/dosing/dosed-parameters';
import type { methodsCompared } from '@/calculators/methods/methods-compared';
import { limewaterHeadRoom } from '@/calculators/top-off/head-room';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { attempt } from '@/chemistry/refusal';
import { netVolumeL, type Book, type Solution, type Tank } from '@/record/schema';
import { changeHabit } from './change-habit';
import { consumptionTogether } from './consumption';
import { strengthOf } from './known-events';
import { lastLevel } from './observations';
import { suppliesAt } from './supply-timeline';
import { aimFor, bandFor } from './targets';
import { evaporationOf } from './top-off-question';
import { waterOfSalt } from './water-of-salt';

export type MethodsQuestion = z.input<typeof methodsCompared.input>;

/** What the record knows of a tank's consumption, growth, room and prices, ready for the methods-compared calculator. */
export function methodsQuestion(book: Book, tank: Tank, now: number): MethodsQuestion | undefined {
  const consumption = consumptionTogether(book, tank, now);
  const alkalinity = consumption?.of['alkalinity'];
  if (!alkalinity) return undefined;
  const { growthPerMonth } = consumption;
  const growth = growthPerMonth && Math.abs(growthPerMonth.share) > growthPerMonth.sd ? growthPerMonth.share : 0;
  const { changeL, everyDays, from } = changeHabit(book, tank, now);
  const salt = book.salts.find(({ id }) => id === tank.saltId);
  const salinity = lastLevel(book, tank.id, 'salinity') ?? aimFor(tank, 'salinity');
  const { outcome: evaporation } = attempt(() => evaporationOf(book, tank, now));
  const { reactor } = suppliesAt(book, tank, now);
  const effluentAlkalinity = reactor?.effluentAlkalinity ?? tank.reactor?.effluentAlkalinity;
  const perMeq = twoPartPerMeq(book, tank);
  const saltPerL =
    salt?.boxPrice !== undefined && salt.boxG !== undefined && salt.gramsPerLAt35 !== null
      ? (salt.boxPrice / salt.boxG) * salt.gramsPerLAt35
      : undefined;
  return {
    netVolumeL: netVolumeL(tank),
    consumption: Math.min(5, Math.max(0, alkalinity.perDay)),
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
    reactor: {
      tankAlkalinity: aimFor(tank, 'alkalinity'),
      ...(effluentAlkalinity !== undefined && { effluentAlkalinity }),
      ...(tank.reactor?.mostMlPerMin !== undefined && { mostMlPerMin: tank.reactor.mostMlPerMin }),
    },
    prices: {
      ...book.settings.prices,
      ...(perMeq !== undefined && { twoPartPerMeq: perMeq }),
      ...(saltPerL !== undefined && { saltPerL }),
    },
  };
}

/** What a milliequivalent of alkalinity and its calcium cost, by the bottles the tank is dosed from; undefined without their prices. */
export function twoPartPerMeq(book: Book, tank: Tank): number | undefined {
  const priced = (id: string | undefined, perMl: (solution: Solution) => number) => {
    const solution = book.solutions.find((each) => each.id === id);
    if (solution?.bottlePrice === undefined || solution.bottleMl === undefined || perMl(solution) <= 0)
      return undefined;
    return solution.bottlePrice / solution.bottleMl / perMl(solution);
  };
  const alkalinity = priced(tank.parts.alkalinity, (each) => DOSED_FACTS.alkalinity.perMl(strengthOf(each)));
  const calcium = priced(tank.parts.calcium, (each) => DOSED_FACTS.calcium.perMl(strengthOf(each)));
  return alkalinity === undefined || calcium === undefined ? undefined : alkalinity + calcium * CALCIUM_MG_PER_MEQ;
}
