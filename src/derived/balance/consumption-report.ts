import type { MismatchFacts } from '@/calculators/consumption/mismatch-causes';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import type { Consumption } from '@/chemistry/consumption/estimate';
import { bestTest, testValues, type TestValue } from '@/chemistry/consumption/next-test';
import { fitTrend } from '@/chemistry/consumption/trend';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { balanceAt, broughtPerDay } from './balance';
import { changeHabit } from '../saltwater/change-habit';
import { tankEvents } from './known-events';
import { observationsOf } from '../observations/observations';

const tests = new WeakMap<Consumption, TestValue | undefined>();

/** The test that would narrow the rates most, and its day; worked out once for an estimate. */
export function nextTestOf(consumption: Consumption): TestValue | undefined {
  if (!tests.has(consumption)) {
    const told = DOSED_PARAMETERS.flatMap((parameter, i) => (consumption.of[parameter] ? [i] : []));
    tests.set(consumption, bestTest(testValues(consumption.end, told)));
  }
  return tests.get(consumption);
}

/** Nitrate of the last weeks that tests show to be made. */
const NITRATE_DAYS = 42;

/** What the record says that bears on why alkalinity and calcium stand apart. */
export function mismatchFacts(snapshot: Snapshot, tank: Tank, now: number): MismatchFacts {
  const volumeL = netVolumeL(tank);
  const balance = balanceAt(snapshot, tank, now);
  const dosed = (parameter: 'alkalinity' | 'calcium') =>
    broughtPerDay(balance, parameter, ({ mlPerDay }) => mlPerDay !== undefined).amountPerDay / volumeL;
  const { changeL, everyDays, from } = changeHabit(snapshot, tank, now);
  const nitrate = fitTrend({
    species: 'nitrate',
    volumeL,
    observations: observationsOf(snapshot, tank.id, 'nitrate').filter(
      ({ at }) => at <= now && at > now - NITRATE_DAYS * DAY_MS,
    ),
    events: tankEvents(snapshot, tank),
  });
  return {
    dosedAlkalinity: dosed('alkalinity'),
    dosedCalcium: dosed('calcium'),
    changedShare: from === 'usual' ? 0 : changeL / everyDays / volumeL,
    nitratePerDay: nitrate && -nitrate.perDay,
  };
}
