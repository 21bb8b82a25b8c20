import { fitTrend } from '@/chemistry/consumption/trend';
import { DOSED_PARAMETERS, DOSED_FACTS, isDosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { Caution } from '@/calculators/calculator/calculator';
import { quantity } from '@/chemistry/units/quantity';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { FOLLOWED, type Followed, type Levels } from '@/chemistry/water-change/followed';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { consumptionOf, driftOf } from './consumption';
import { tankEvents } from './known-events';
import { lastLevel, observationsOf } from './observations';
import { memoise } from './memoise';
import { suppliedPerDay } from './supply';

/** Nutrients are tested coarsely and move by the month. Chosen. */
const NUTRIENT_WINDOW_DAYS = 60;

/** Where a tank's water stands: what the readings together tell where they tell a rate, else the last of them. */
export function levelsNow(book: Book, tank: Tank, now: number): Levels {
  return Object.fromEntries(
    FOLLOWED.flatMap((id) => {
      const level =
        (isDosedParameter(id) ? driftOf(book, tank, id, now)?.level : undefined) ?? lastLevel(book, tank.id, id);
      return level === undefined ? [] : [[id, Math.max(0, level)]];
    }),
  );
}

/**
 * What a tank takes of each a day and a litre that only its water changes replace; negative is what it makes, as nitrate
 * from food. Where parts or a reactor are dosed they are taken to hold what is taken: `fallsShort` says where they do not.
 * What readings cannot tell from nothing is taken as nothing.
 */
export function consumptionPerDay(book: Book, tank: Tank, now: number): Levels {
  return memoise(book, tank, `what changes alone replace at ${now}`, () =>
    Object.fromEntries(
      FOLLOWED.flatMap((id) => {
        const rate = isDosedParameter(id) && tank.supplies.length > 0 ? 0 : rateOf(book, tank, id, now);
        return rate === undefined ? [] : [[id, rate]];
      }),
    ),
  );
}

/** Elements whose standing doses fall short of what the tank takes (or run ahead of it, negative), a day and a litre. */
export function fallsShort(book: Book, tank: Tank, now: number): Levels {
  if (tank.supplies.length === 0) return {};
  return Object.fromEntries(
    DOSED_PARAMETERS.flatMap((id) => {
      const rate = rateOf(book, tank, id, now);
      return rate === undefined || rate === 0 ? [] : [[id, rate]];
    }),
  );
}

function rateOf(book: Book, tank: Tank, id: Followed, now: number): number | undefined {
  if (id === 'salinity') return undefined;
  const volumeL = netVolumeL(tank);
  if (isDosedParameter(id)) {
    const estimate = consumptionOf(book, tank, id, now);
    if (!estimate) return undefined;
    const unreplaced = estimate.perDay - suppliedPerDay(book, tank, id, now).amountPerDay / volumeL;
    return Math.abs(unreplaced) > 1.96 * estimate.perDaySd ? unreplaced : 0;
  }
  const observations = observationsOf(book, tank.id, id).filter(
    ({ at }) => at <= now && at > now - NUTRIENT_WINDOW_DAYS * DAY_MS,
  );
  const estimate = fitTrend({ species: id, volumeL, observations, events: tankEvents(book, tank) });
  return estimate && Math.abs(estimate.perDay) > 1.96 * estimate.perDaySd ? estimate.perDay : 0;
}

/** Where doses fall short, told beside an answer that takes them to hold. */
export function shortfallCautions(book: Book, tank: Tank, now: number): Caution[] {
  const shortfall = fallsShort(book, tank, now);
  return DOSED_PARAMETERS.flatMap((parameter): Caution[] => {
    const short = shortfall[parameter];
    if (short === undefined) return [];
    const { rateKind } = DOSED_FACTS[parameter];
    return [
      {
        severity: 'note',
        says: [
          short > 0
            ? `The doses that run now are short of ${parameter} by`
            : `The doses that run now supply more ${parameter} than is consumed, by`,
          quantity(rateKind, Math.abs(short)),
          '; here they are assumed to hold it. Consumption and doses sets that right.',
        ],
      },
    ];
  });
}
