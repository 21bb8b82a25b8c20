import { Refusal, within } from '../refusal';
import type { TankEvent, TankState } from './events';
import { SPECIES, eachSpecies, type Amounts, type Species, type Water } from './water';

export const DAY_MS = 86_400_000;

interface Loop {
  readonly litresPerDay: number;
  readonly returns: Partial<Water>;
}

/** The account while it runs: amounts, not concentrations, so that mass is what is conserved. */
interface Account {
  at: number;
  volumeL: number;
  amounts: Record<Species, number>;
  levelLPerDay: number;
  readonly rates: Map<string, Amounts>;
  readonly loops: Map<string, Loop>;
}

/**
 * The one model of a tank's water: well mixed, run forward over events, exact between them.
 *
 * V dC/dt = Σ inputs − consumption, with jumps C⁺ = C(1 − f) + C_s f at water changes. Between two events every rate is
 * constant, so each species follows a closed form (see `amountAfter`) and no step size enters.
 * A consumption that would take a species below nought takes all there is and no more.
 *
 * @param start volume above nought, concentrations at or above nought
 * @param events in any order; those before the start are taken to have happened at it if they set a rate, else ignored
 * @param sampleAt moments at which the state is wanted, in any order. A sample at the moment of an event is the water
 * before it: keepers test, then change.
 * @returns a state for each sample, in the order asked
 * Source: mass balance of a well-mixed vessel; no approximation beyond the constant density of reef water.
 */
export function simulate(start: TankState, events: readonly TankEvent[], sampleAt: readonly number[]): TankState[] {
  within('net volume', start.volumeL, 0.1, 1e7, 'L');
  const account: Account = {
    at: start.at,
    volumeL: start.volumeL,
    amounts: eachSpecies((species) => within(species, start.water[species], 0, 1e6, '') * start.volumeL),
    levelLPerDay: 0,
    rates: new Map(),
    loops: new Map(),
  };
  const pending = events
    .filter((event) => event.at >= start.at || event.kind === 'rate' || event.kind === 'loop' || event.kind === 'level')
    .toSorted((a, b) => a.at - b.at);
  const samples = sampleAt.map((at, index) => ({ at: Math.max(at, start.at), index })).toSorted((a, b) => a.at - b.at);
  const states = new Array<TankState>(samples.length);

  let next = 0;
  for (const { at, index } of samples) {
    for (let event = pending[next]; event && event.at < at; event = pending[++next]) {
      advance(account, Math.max(event.at, account.at));
      apply(account, event);
    }
    advance(account, at);
    states[index] = stateOf(account);
  }
  return states;
}

function stateOf({ at, volumeL, amounts }: Account): TankState {
  return { at, volumeL, water: eachSpecies((species) => amounts[species] / volumeL) };
}

function advance(account: Account, to: number): void {
  const days = (to - account.at) / DAY_MS;
  account.at = to;
  if (days <= 0) return;
  const endVolumeL = account.volumeL + account.levelLPerDay * days;
  if (endVolumeL <= 0)
    throw new Refusal({
      field: 'tank level',
      value: endVolumeL,
      allowed: 'above 0 L',
      hint: 'The evaporation entered would empty the tank.',
    });
  for (const species of SPECIES) {
    let inPerDay = 0;
    for (const rate of account.rates.values()) inPerDay += rate[species] ?? 0;
    let loopLPerDay = 0;
    for (const { litresPerDay, returns } of account.loops.values()) {
      const returned = returns[species];
      if (returned === undefined) continue;
      loopLPerDay += litresPerDay;
      inPerDay += litresPerDay * returned;
    }
    const after = amountAfter(
      account.amounts[species],
      inPerDay,
      loopLPerDay,
      account.volumeL,
      account.levelLPerDay,
      days,
    );
    // Rates are constant within the step, so the amount moves one way only: once at nought it stays there.
    account.amounts[species] = Math.max(0, after);
  }
  account.volumeL = endVolumeL;
}

/**
 * Amount M after `days`, from dM/dt = r − q·M/V with V = V0 + w·t.
 *
 * In s = ∫ dt/V, which is ln(V/V0)/w, the equation is linear with constant coefficients, and one form serves a closed
 * tank, a loop, a falling level and all of them at once: M = M0·e^(−qs) + r·V0·(e^(ws) − e^(−qs))/(w + q). Written so
 * that nothing is divided by nought or by almost nought when q, w or their sum vanish.
 */
function amountAfter(m0: number, r: number, q: number, v0: number, w: number, days: number): number {
  const growth = Math.log1p((w * days) / v0);
  const s = Math.abs(growth) > 1e-12 ? growth / w : days / v0;
  const kept = Math.exp(-q * s);
  const y = (w + q) * s;
  const gathered = Math.abs(y) < 1 ? kept * s * expm1Over(y) : (s * (Math.exp(w * s) - kept)) / y;
  return m0 * kept + r * v0 * gathered;
}

/** (e^y − 1) / y, which is 1 at nought. */
function expm1Over(y: number): number {
  return y === 0 ? 1 : Math.expm1(y) / y;
}

function apply(account: Account, event: TankEvent): void {
  switch (event.kind) {
    case 'addition':
      for (const species of SPECIES) {
        account.amounts[species] = Math.max(0, account.amounts[species] + (event.amounts[species] ?? 0));
      }
      return;
    case 'exchange': {
      const share = Math.min(1, event.volumeL / account.volumeL);
      const taken = share * account.volumeL;
      for (const species of SPECIES) {
        account.amounts[species] += event.water[species] * taken - account.amounts[species] * share;
      }
      return;
    }
    case 'fresh-water':
      account.volumeL = Math.max(0.1, account.volumeL + event.volumeL);
      return;
    case 'rate':
      account.rates.set(event.source, event.perDay);
      return;
    case 'loop':
      account.loops.set(event.source, { litresPerDay: event.litresPerDay, returns: event.returns });
      return;
    case 'level':
      account.levelLPerDay = event.litresPerDay;
  }
}
