import { given } from '@/calculators/calculator/given';
import type * as z from 'zod';
import { reactorUse } from '@/calculators/reactor/reactor-use';
import { USUAL_CHAMBER_PH } from '@/record/kinds/reactor';
import type { Snapshot, Tank } from '@/record/schema';
import { broughtPerDay } from '../balance/balance';
import type { DoseQuestion } from '../dosing/dose-question';
import { limewaterRoomMmol } from '../limewater/limewater-question';
import { lastLevel } from '../observations/observations';
import {
  lastFilled,
  mediaLeft,
  reactorSetting,
  tankAlkalinityNow,
  testsOf,
  type ReactorTried,
} from './reactor-setting';
import { waterNow } from '../day/day-of-tank';

/** What gas and media it uses, ready for the reactor-use calculator; undefined until flow, effluent and chamber pH are there. */
export function reactorUseQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried,
  flow?: number,
): z.input<typeof reactorUse.input> | undefined {
  const { effluentAlkalinity, chamberPh = USUAL_CHAMBER_PH, running } = reactorSetting(snapshot, tank, now, tried);
  const mlPerMin = flow ?? running?.mlPerMin;
  const tankAlkalinity = tankAlkalinityNow(question, tried);
  if (effluentAlkalinity === undefined || mlPerMin === undefined || tankAlkalinity === undefined) return undefined;
  const { reactor = {} } = tank;
  const limewater = broughtPerDay(question.balance, 'alkalinity', ({ kind }) => kind === 'limewater').amountPerDay;
  const { calcium, salinity, temperatureC, pco2Uatm } = waterNow(snapshot, tank, now);
  const magnesium = question.input.demand.magnesium;
  const media = mediaLeft(snapshot, tank, now);
  const cylinder = lastFilled(snapshot, tank, 'CO2', now);
  const bubbles = testsOf(snapshot, tank, now).findLast(
    ({ bubblesPerMin }) => bubblesPerMin !== undefined,
  )?.bubblesPerMin;
  const tankPh = lastLevel(snapshot, tank.id, 'ph');
  const cylinderG = cylinder?.grams ?? reactor.cylinderG;
  return {
    now,
    netVolumeL: question.volumeL,
    tankAlkalinity,
    ...(tankPh !== undefined && { tankPh }),
    water: { calcium, salinity, temperatureC },
    pco2Uatm,
    runs: running !== undefined,
    effluentAlkalinity,
    chamberPh,
    mlPerMin,
    ...(media
      ? { media: { grams: media.grams, leftG: media.leftG } }
      : reactor.mediaG === undefined
        ? {}
        : { media: { grams: reactor.mediaG } }),
    ...(cylinderG !== undefined && { cylinder: { grams: cylinderG, ...(cylinder && { filledAt: cylinder.at }) } }),
    ...(reactor.bubbles && { bubbles: reactor.bubbles }),
    ...(bubbles !== undefined && reactor.bubbles && { bubblesPerMin: bubbles }),
    roomC: tank.room.airC,
    ...given({ magnesiumPercent: reactor.magnesiumPercent, strontiumPercent: reactor.strontiumPercent }),
    ...(magnesium && magnesium.perDay > 0 && { magnesiumMgPerDay: magnesium.perDay * question.volumeL }),
    limewaterMmolPerDay: Math.max(0, limewaterRoomMmol(snapshot, tank, now) - limewater),
    ...(reactor.pressureKPa !== undefined && { pressureKPa: reactor.pressureKPa }),
  };
}

/** What gas and media the reactor uses as it runs; undefined where none runs. */
export function reactorUseNow(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  question: DoseQuestion,
  tried: ReactorTried = {},
  flow?: number,
) {
  const asked = reactorUseQuestion(snapshot, tank, now, question, tried, flow);
  return asked && reactorUse.run(asked);
}
