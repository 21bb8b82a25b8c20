import { isToldFromZero } from '@/numerics/normal-interval';
import { fitTrend } from '@/chemistry/consumption/trend';
import { DOSED_PARAMETERS, DOSED_FACTS, isDosedParameter } from '@/calculators/dosing/dosed-parameters';
import type { Caution } from '@/calculators/calculator/calculator';
import { quantity } from '@/quantities/quantity';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { FOLLOWED, type Followed, type Levels } from '@/chemistry/water-change/followed';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { balanceAt, broughtPerDay } from '../balance/balance';
import { tankEvents } from '../balance/known-events';
import { lastLevel, observationsOf } from '../observations/observations';
import { memoise } from '../memoise';

/** Nutrients are tested coarsely and move by the month. Chosen. */
const NUTRIENT_WINDOW_DAYS = 60;

/** Where a tank's water stands: what the readings together tell where they tell a rate, else the last of them. */
export function levelsNow(snapshot: Snapshot, tank: Tank, now: number): Levels {
  return Object.fromEntries(
    FOLLOWED.flatMap((id) => {
      const level = isDosedParameter(id)
        ? balanceAt(snapshot, tank, now).of[id].level
        : lastLevel(snapshot, tank.id, id);
      return level === undefined ? [] : [[id, Math.max(0, level)]];
    }),
  );
}

/**
 * What a tank consumes of each a day and a litre that nothing but its water changes replaces; negative is what it makes, as nitrate from
 * food. Where parts or a reactor are dosed they are taken to be set so that they hold it, as a routine of months asks: `movingCautions`
 * says how the level moves as they run now. What readings cannot tell from zero is zero here.
 */
export function consumptionPerDay(snapshot: Snapshot, tank: Tank, now: number): Levels {
  return memoise(snapshot, tank, `what changes alone replace at ${now}`, () =>
    Object.fromEntries(
      FOLLOWED.flatMap((id) => {
        const rate = isDosedParameter(id) && tank.supplies.length > 0 ? 0 : rateOf(snapshot, tank, id, now);
        return rate === undefined ? [] : [[id, rate]];
      }),
    ),
  );
}

function rateOf(snapshot: Snapshot, tank: Tank, id: Followed, now: number): number | undefined {
  if (id === 'salinity') return undefined;
  if (isDosedParameter(id)) {
    const balance = balanceAt(snapshot, tank, now);
    const { consumption } = balance.of[id];
    if (!consumption || consumption.from === 'ratio') return undefined;
    const others = broughtPerDay(balance, id, ({ kind }) => kind !== 'water changes').amountPerDay / balance.volumeL;
    const unreplaced = consumption.perDay - others;
    return isToldFromZero(unreplaced, consumption.perDaySd) ? unreplaced : 0;
  }
  const observations = observationsOf(snapshot, tank.id, id).filter(
    ({ at }) => at <= now && at > now - NUTRIENT_WINDOW_DAYS * DAY_MS,
  );
  const estimate = fitTrend({
    species: id,
    volumeL: netVolumeL(tank),
    observations,
    events: tankEvents(snapshot, tank),
  });
  return estimate && isToldFromZero(estimate.perDay, estimate.perDaySd) ? estimate.perDay : 0;
}

/** Levels that move as doses and changes go on now, told beside an answer about changes: what is done about it is Dosing's to say. */
export function movingCautions(snapshot: Snapshot, tank: Tank, now: number): Caution[] {
  if (tank.supplies.length === 0) return [];
  const { of } = balanceAt(snapshot, tank, now);
  return DOSED_PARAMETERS.flatMap((parameter): Caution[] => {
    const { slope } = of[parameter];
    if (!slope || !isToldFromZero(slope.perDay, slope.sd)) return [];
    return [
      {
        severity: 'note',
        says: [
          `As doses and changes go on now, ${parameter} ${slope.perDay < 0 ? 'falls' : 'rises'} by`,
          quantity(DOSED_FACTS[parameter].rateKind, Math.abs(slope.perDay)),
          '; here doses are assumed to be set so that they hold it, which Consumption and doses works out.',
        ],
      },
    ];
  });
}
