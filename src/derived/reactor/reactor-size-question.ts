import { given } from '@/calculators/calculator/given';
import type * as z from 'zod';
import type { reactorSize } from '@/calculators/reactor/reactor-size';
import { USUAL_CHAMBER_PH } from '@/record/kinds/reactor';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { consumptionTogether } from '../balance/consumption';
import type { DoseQuestion } from '../dosing/dose-question';
import { twoPartPerMeq } from '../dosing/two-part-price';
import { partsBesideReactor, reactorSetting, tankAlkalinityNow, type ReactorTried } from './reactor-setting';
import { waterNow } from '../day/day-of-tank';

/** Its size and its price, ready for the reactor-size calculator; undefined until demand and an effluent are there. */
export function reactorSizeQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried = {},
  prices: Snapshot['settings']['prices'] = snapshot.settings.prices,
): z.input<typeof reactorSize.input> | undefined {
  const demand = question.input.demand.alkalinity;
  const { effluentAlkalinity, chamberPh = USUAL_CHAMBER_PH } = reactorSetting(snapshot, tank, now, tried);
  const tankAlkalinity = tankAlkalinityNow(question, tried);
  if (!demand || effluentAlkalinity === undefined || tankAlkalinity === undefined) return undefined;
  const { calcium, salinity, temperatureC } = waterNow(snapshot, tank, now);
  const others = partsBesideReactor(question);
  const growth = consumptionTogether(snapshot, tank, now)?.growthPerMonth;
  const perMeq = twoPartPerMeq(snapshot, tank);
  const { reactor = {} } = tank;
  return {
    netVolumeL: netVolumeL(tank),
    demandPerDay: Math.min(5, Math.max(0, demand.perDay - others.mmolPerDay / question.volumeL)),
    growthPerMonth: growth && Math.abs(growth.share) > growth.sd ? Math.min(1, Math.max(-0.5, growth.share)) : 0,
    tankAlkalinity,
    water: { calcium, salinity, temperatureC },
    effluentAlkalinity,
    chamberPh,
    ...given({ chamberL: reactor.chamberL, leastMlPerMin: reactor.leastMlPerMin, mostMlPerMin: reactor.mostMlPerMin }),
    prices: { ...pricesOf(prices), ...(perMeq !== undefined && { twoPartPerMeq: perMeq }) },
  };
}

function pricesOf(prices: Snapshot['settings']['prices'] = {}) {
  const { mediaPerKg, co2PerKg, reactorGear, twoPartGear } = prices;
  return {
    ...given({ mediaPerKg, co2PerKg, reactorGear, twoPartGear }),
  };
}
