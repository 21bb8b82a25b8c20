import { within } from '../refusal';
import { dailyTurns, turn, type DailyTurns, type Rate } from './daily-turns';
import type { TankEvent } from './events';
import { openTo } from './gas-exchange';
import { DIC, inOrder, keepAccountOf, named, SALINITY, type RunningTank } from './running-tank';
import { timesAmounts } from './water';
import { DAY_MS } from './time';

/**
 * What an event does, at the moment the tank stands at; its own moment is not looked at.
 * @throws Refusal for a figure that no tank has
 * Source: conservation of mass: C⁺ = (C V + n)/(V + v) of an addition, C⁺ = C(1 − f) + C_s f of an exchange.
 */
export function applyEvent(tank: RunningTank, event: TankEvent): void {
  const { amounts, level, names } = tank;
  switch (event.kind) {
    case 'addition':
      keepAccountOf(tank, event.amounts);
      inOrder(names, event.amounts).forEach((amount, i) => (amounts[i] = Math.max(0, (amounts[i] ?? 0) + amount)));
      pour(tank, event.litres ?? 0);
      return;
    case 'exchange': {
      keepAccountOf(tank, event.water);
      const share = Math.min(1, event.volumeL / level.volumeL);
      const taken = share * level.volumeL;
      inOrder(names, event.water).forEach((c, i) => (amounts[i] = (amounts[i] ?? 0) * (1 - share) + c * taken));
      return;
    }
    case 'fresh-water':
      pour(tank, event.volumeL);
      return;
    case 'rate': {
      keepAccountOf(tank, event.perDay);
      const turns = dailyTurns(event, tank.at);
      if (turns) tank.daily.set(event.source, turns);
      else tank.daily.delete(event.source);
      setRate(tank, event, turns ? shareRunning(turns) : 1);
      return;
    }
    case 'loop':
      keepAccountOf(tank, event.returns);
      if (event.perAlkalinity) keepAccountOf(tank, event.perAlkalinity);
      tank.loops.set(event.source, {
        litresPerDay: within(`flow of ${event.source}`, event.litresPerDay, 0, 1e7, 'L/day'),
        returns: names.map((name, i) => named(name, i, event.returns)),
        perAlkalinity: event.perAlkalinity && inOrder(names, event.perAlkalinity),
      });
      tank.sumsAreStale = true;
      return;
    case 'evaporation':
      level.evaporationLPerDay = within('evaporation', event.litresPerDay, 0, 1e6, 'L/day');
      return;
    case 'top-off':
      level.holdsL = event.holdsL === null ? null : within('top-off mark', event.holdsL, 0.1, 1e7, 'L');
      if (event.reservoirL !== undefined) level.reservoirL = within('reservoir', event.reservoirL, 0, 1e7, 'L');
      return;
    case 'temperature':
      tank.temperatureC = within('temperature', event.temperatureC, 2, 40, '°C');
      return;
    case 'air':
      tank.air = openTo(
        within('CO2 of the air', event.co2Uatm, 1, 400_000, 'µatm'),
        within('gas exchange', event.exchangePerDay, 0, 500, 'times a day'),
        (amounts[SALINITY] ?? 0) / level.volumeL,
        tank.temperatureC,
        tank.air,
      );
      return;
    case 'bacteria':
      tank.bacteria[0] += within('bacteria on ammonia', event.ammoniaPerDay, 0, 1e7, 'mg/day');
      tank.bacteria[1] += within('bacteria on nitrite', event.nitritePerDay, 0, 1e7, 'mg/day');
  }
}

/** The next of the rates that run by the hour to turn. */
export function nextTurn({ daily }: RunningTank): DailyTurns | undefined {
  let next: DailyTurns | undefined;
  for (const turns of daily.values()) if (!next || turns.nextAt < next.nextAt) next = turns;
  return next;
}

/** A rate that opens or shuts, or a pulse of it. */
export function applyTurn(tank: RunningTank, turns: DailyTurns): void {
  const { rate } = turns;
  turn(turns);
  if (rate.pulses === undefined) {
    setRate(tank, rate, shareRunning(turns));
    return;
  }
  applyEvent(tank, {
    kind: 'addition',
    at: tank.at,
    amounts: timesAmounts(rate.perDay, 1 / rate.pulses),
    litres: (rate.litresPerDay ?? 0) / rate.pulses,
  });
}

/** How many times its mean of the day a rate runs at now. */
function shareRunning({ open, hours }: DailyTurns): number {
  return open ? DAY_MS / hours.forMs : 0;
}

function setRate(tank: RunningTank, { source, perDay, litresPerDay = 0 }: Rate, times: number): void {
  within(`litres a day of ${source}`, litresPerDay, -1e6, 1e6, 'L/day');
  tank.rates.set(source, {
    perDay: inOrder(tank.names, perDay).map((amount) => amount * times),
    litresPerDay: litresPerDay * times,
  });
  tank.sumsAreStale = true;
}

/** Water into the tank (or, negative, out of it, leaving what is dissolved). What the brim does not hold runs over, mixed. */
function pour({ amounts, level }: RunningTank, litres: number): void {
  if (litres === 0) return;
  const full = level.volumeL + litres;
  level.volumeL = Math.max(0.1, Math.min(full, level.brimL));
  const over = full - level.brimL;
  if (!(over > 0)) return;
  // While it runs over, as much leaves as comes in: S·exp(−over/V) in a well-mixed tank.
  const kept = Math.exp(-over / level.volumeL);
  for (let i = 0; i < amounts.length; i++) amounts[i] = (amounts[i] ?? 0) * kept;
  level.spiltL += over;
}

/** The sums over all rates and loops, after some of them were set. */
export function addUp(tank: RunningTank): void {
  tank.sumsAreStale = false;
  const { names, rates, loops } = tank;
  tank.inPerDay.fill(0);
  tank.loopLPerDay.fill(0);
  tank.inflowLPerDay = 0;
  for (const { perDay, litresPerDay } of rates.values()) {
    tank.inflowLPerDay += litresPerDay;
    for (let i = 0; i < names.length; i++) tank.inPerDay[i] = (tank.inPerDay[i] ?? 0) + (perDay[i] ?? 0);
  }
  const byMedia = new Set<number>();
  for (const { litresPerDay, returns, perAlkalinity } of loops.values())
    for (let i = 0; i < names.length; i++) {
      if (perAlkalinity?.[i] && litresPerDay > 0) byMedia.add(i);
      const returned = returns[i];
      if (returned === undefined) continue;
      tank.loopLPerDay[i] = (tank.loopLPerDay[i] ?? 0) + litresPerDay;
      tank.inPerDay[i] = (tank.inPerDay[i] ?? 0) + litresPerDay * returned;
    }
  const moving: number[] = [];
  for (let i = 0; i < names.length; i++)
    if (i !== DIC && (tank.inPerDay[i] !== 0 || tank.loopLPerDay[i] !== 0 || byMedia.has(i))) moving.push(i);
  tank.moving = moving;
}
