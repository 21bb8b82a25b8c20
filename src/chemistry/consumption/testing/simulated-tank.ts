import { gaussian, seeded } from '@/numerics/seeded';
import type { TankEvent } from '../../tank-model/events';
import { FRESH_WATER } from '../../tank-model/water';
import type { Reading } from '../estimate';

/** What is wrong with a tank's record, as its keeper does not know. */
export interface Wrongs {
  /** True volume over the one that is written down. */
  readonly volume?: number;
  /** Share of the days on which the doser gave nothing, and is logged as having given. */
  readonly dosesMissed?: number;
  /** Added to every reading of the alkalinity kit, dKH. */
  readonly kitBiasDkh?: number;
}

export interface SimulatedTank {
  readonly volumeL: number;
  readonly readings: readonly Reading[];
  readonly events: readonly TankEvent[];
  readonly until: number;
  /** What a day takes by the end, but for its own scatter: what a dose set tonight has to meet. mmol/L and mg/L a day. */
  readonly truth: { readonly alkalinity: number; readonly calcium: number; readonly magnesium: number };
  /** Alkalinity consumption is the same over the last eight weeks but for the days' own scatter. */
  readonly constant: boolean;
}

const DAY = 86_400_000;
const DKH = 0.35665;
const STEP = 1 / 48;

/**
 * A tank and its keeper's log, by arithmetic of its own: half-hour steps of V·dC = what goes in and out, no tank model.
 *
 * What it does otherwise than the estimate assumes: consumption does not walk at random but grows like corals, swings with the
 * season, and now and then steps by up to 40 %; it runs by light, three to five times as fast by day, and each day has its own
 * weather; some alkalinity goes without calcium and some tanks keep another ratio; kits err in proportion as well as by a step of
 * their scale, with long tails, are rounded, and 3 in 100 readings are slips; tests are skipped.
 */
export function simulatedTank(seed: number, wrongs: Wrongs = {}): SimulatedTank {
  const random = seeded(seed);
  const noise = gaussian(random);
  const between = (low: number, high: number) => low + (high - low) * random();
  const weeks = Math.round(between(10, 26));
  const days = weeks * 7;
  const volumeL = Math.round(between(80, 900));
  const trueL = volumeL * (wrongs.volume ?? 1);

  // Consumption of alkalinity by calcification, mmol/L a day, by day.
  // One in seven is dosed nothing and consumes little; its water changes make up for it.
  const undosed = random() < 0.15;
  const changeEvery = !undosed && random() < 0.3 ? 0 : random() < 0.5 ? 7 : 14;
  const changeShare = between(0.05, 0.2);
  const base =
    (undosed
      ? Math.max(0.03, (changeShare / changeEvery) * between(0.5, 1.5))
      : Math.exp(between(Math.log(0.25), Math.log(2.2)))) * DKH;
  const pattern = random();
  const growth = pattern < 0.4 ? 0 : between(-0.1, 0.5);
  const season = pattern < 0.4 ? 0 : between(0, 0.12);
  const phase = between(0, 6.28);
  const steps =
    pattern < 0.4
      ? []
      : Array.from({ length: Math.floor(between(0, 3)) }, () => ({ day: between(0, days), by: between(-0.3, 0.4) }));
  const weather = between(0.02, 0.1);
  /** What a day takes but for its own weather. */
  const expected = (day: number) => {
    const stepped = steps.reduce((sum, step) => (day >= step.day ? sum * (1 + step.by) : sum), 1);
    const slow = Math.exp((growth * day) / 90) * (1 + season * Math.sin(phase + (2 * Math.PI * day) / 365)) * stepped;
    return base * slow;
  };
  const dayRate = Array.from({ length: days }, (_, day) => expected(day) * (1 + noise(weather)));
  const alone = random() < 0.5 ? 0 : between(0, 0.12);
  const ratio = 20.04 * between(0.96, 1.04);
  const magnesiumRatio = between(1, 3);
  const lightShare = between(0.6, 0.85);
  const lightFrom = between(0.3, 0.5);
  const light = (t: number) => ((t % 1) - lightFrom + 1) % 1 < 10 / 24;

  // The keeper: doses that follow consumption roughly and are reset now and then, a change of water each week or fortnight.
  const fresh = { alkalinity: between(7.5, 11) * DKH, calcium: between(410, 470), magnesium: between(1280, 1420) };
  const testEvery = between(2, 7);
  const coarse = Math.max(7, testEvery * Math.round(between(1, 3)));
  const testHour = between(0.3, 0.9);
  const strengthAlk = 1.5;
  const strengthCa = 30;
  let dose = undosed ? 0 : base * between(0.6, 1.2) * volumeL;
  const events: TankEvent[] = [];
  const readings: Reading[] = [];
  let level = { alkalinity: between(7, 10) * DKH, calcium: between(400, 460), magnesium: between(1250, 1400) };
  let given = 0;
  let gives = true;
  let nextTest = 0;
  let nextCoarse = 0;
  let lastAlk = level.alkalinity;
  let before = { at: 0, alkalinity: lastAlk };
  let tested = false;
  const kit = between(0.75, 1.25);

  const read = (
    species: 'alkalinity' | 'calcium' | 'magnesium',
    at: number,
    sd: number,
    grain: number,
    bias: number,
  ) => {
    const truth = level[species];
    const heavy = random() < 0.1 ? 2 : 0.9;
    let value = truth * (1 + noise(0.006)) + noise(sd * kit * heavy) + bias;
    if (random() < 0.03) value += (random() < 0.5 ? -1 : 1) * between(4, 12) * sd;
    const rounded = Math.max(grain, Math.round(value / grain) * grain);
    readings.push({ species, at, value: rounded, sd: Math.max(sd, grain / Math.sqrt(12)), by: 'kit' });
    return rounded;
  };

  for (let i = 0; i < days / STEP; i++) {
    const t = i * STEP;
    const day = Math.floor(t);
    const at = Math.round(t * DAY);
    if (i % 48 === 0) {
      gives = random() >= (wrongs.dosesMissed ?? 0);
      // A dose is set anew by how the last readings went.
      if (dose > 0 && tested && Math.abs(lastAlk - 8.5 * DKH) > 0.6 * DKH) {
        // So much that the drift since the last reading stops and the level is back in ten days.
        const drift = (lastAlk - before.alkalinity) / Math.max(2, t - before.at);
        dose = Math.min(2 * dose, Math.max(0.4 * dose, dose + (0.6 * -drift + (8.5 * DKH - lastAlk) / 10) * volumeL));
      }
      if (tested) before = { at: t, alkalinity: lastAlk };
      tested = false;
    }
    if (given !== dose) {
      given = dose;
      const caMg = (dose / strengthAlk) * strengthCa * 0.67;
      events.push({ kind: 'rate', at, source: 'parts', perDay: { alkalinity: dose, calcium: caMg } });
    }
    if (t >= nextTest && t % 1 >= testHour) {
      if (random() > 0.12) lastAlk = read('alkalinity', at, 0.12 * DKH, 0.1 * DKH, (wrongs.kitBiasDkh ?? 0) * DKH);
      tested = true;
      nextTest = day + testEvery * between(0.7, 1.3);
      if (t >= nextCoarse) {
        if (random() > 0.12) read('calcium', at, 8, 5, 0);
        if (random() > 0.4) read('magnesium', at, 25, 20, 0);
        nextCoarse = day + coarse;
      }
    }
    if (changeEvery > 0 && day > 0 && i % 48 === 46 && day % changeEvery === 0) {
      const litres = volumeL * changeShare;
      const share = litres / trueL;
      for (const name of ['alkalinity', 'calcium', 'magnesium'] as const)
        level[name] += share * (fresh[name] - level[name]);
      events.push({ kind: 'exchange', at, volumeL: litres, water: { ...FRESH_WATER, ...fresh } });
    }
    const pace = light(t) ? lightShare / (10 / 24) : (1 - lightShare) / (14 / 24);
    const takes = (dayRate[day] ?? base) * pace * STEP;
    const dosed = gives ? (dose / trueL) * STEP : 0;
    level = {
      alkalinity: level.alkalinity + dosed - takes * (1 + alone),
      calcium: level.calcium + dosed * (strengthCa / strengthAlk) * 0.67 - takes * ratio,
      magnesium: level.magnesium - takes * magnesiumRatio,
    };
  }
  const last = expected(days);
  return {
    volumeL,
    readings,
    events,
    until: days * DAY,
    truth: { alkalinity: last * (1 + alone), calcium: last * ratio, magnesium: last * magnesiumRatio },
    constant: pattern < 0.4,
  };
}
