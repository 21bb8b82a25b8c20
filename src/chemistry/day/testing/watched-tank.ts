import { gaussian, seeded } from '@/numerics/seeded';

/** A tank's day by another book: what it is truly like, and what a probe read of it. */
export interface WatchedTank {
  readonly exchangePerDay: number;
  readonly roomUatm: number;
  /** Carbon that light takes, less what is breathed for it, and what is breathed out beyond what light takes, mmol/L a day. */
  readonly lightADay: number;
  readonly netBreathADay: number;
  readonly alkalinity: number;
  readonly readings: readonly {
    readonly day: number;
    readonly minute: number;
    readonly ph: number;
    readonly alkalinity: number;
  }[];
  /** Over all days that were read. */
  readonly meanPh: number;
  /** The last whole day as it truly went, by the hour: NBS pH. */
  readonly truth: readonly number[];
}

/**
 * Check values of Dickson, Sabine and Christian 2007, chapter 5, at 35 and 25 °C: log10 K1 −5.8472, log10 K2 −8.9660, ln KB −19.7964,
 * ln KW −30.434, ln K0 −3.5617; total boron 0.0004157 mol/kg. Density 1.02334 kg/L (UNESCO 1983).
 */
const [K1, K2, KB, KW, K0] = [10 ** -5.8472, 10 ** -8.966, Math.exp(-19.7964), Math.exp(-30.434), Math.exp(-3.5617)];
const BORON = 0.0004157;
const KG_PER_L = 1.02334;
/** NBS pH less total pH at 35 and 25 °C, by Takahashi et al. 1982. */
const NBS_ABOVE_TOTAL = 0.1365;

/** Hydrogen ions, mol/kg, of an alkalinity and a DIC in mol/kg, by halving. */
function hydrogen(alkalinity: number, dic: number): number {
  let [low, high] = [4, 12];
  for (let i = 0; i < 40; i++) {
    const ph = (low + high) / 2;
    const h = 10 ** -ph;
    const carbonate = (dic * (K1 * h + 2 * K1 * K2)) / (h * h + K1 * h + K1 * K2);
    const there = carbonate + (BORON * KB) / (KB + h) + KW / h - h;
    if (there < alkalinity) low = ph;
    else high = ph;
  }
  return 10 ** (-(low + high) / 2);
}

/**
 * Photosynthesis by a saturating curve of a lamp that comes up and goes down (Jassby and Platt 1976), breath that rises a fifth with what was
 * fixed, a room with people by day and another weather each day; six minutes a step. A probe off by the same always, and by noise.
 * @param hours at which the probe is read; every half hour when left out
 * @param others the same tank in a room of so many times its CO2; and another seed for what is weather and noise
 */
export function watchedTank(
  seed: number,
  days: number,
  hours?: readonly number[],
  { roomTimes = 1, weather = seed + 700_000 }: { readonly roomTimes?: number; readonly weather?: number } = {},
): WatchedTank {
  const random = seeded(seed);
  const own = gaussian(random);
  const noise = gaussian(seeded(weather));
  const between = (a: number, b: number) => a + (b - a) * random();
  const exchangePerDay = between(12, 40);
  const roomUatm = between(450, 1500) * roomTimes;
  const lightADay = between(0.25, 0.9);
  const netBreathADay = between(-0.05, 0.25);
  const alkalinity = between(2.5, 3.4);
  const offset = own(0.03);
  const steps = 240;
  const lamp = Array.from({ length: steps }, (_, i) => {
    const hour = (i / steps) * 24;
    if (hour < 10 || hour > 20) return 0;
    return Math.tanh(2.5 * Math.sin((Math.PI * (hour - 10)) / 10));
  });
  const all = lamp.reduce((sum, each) => sum + each, 0) / steps;
  let dic = alkalinity * 0.88;
  const readings: WatchedTank['readings'][number][] = [];
  const truth: number[] = [];
  let [sum, count] = [0, 0];
  for (let day = 0; day < days + 3; day++) {
    const weather = Math.exp(noise(0.06));
    for (let i = 0; i < steps; i++) {
      const minute = (i * 1440) / steps;
      const h = hydrogen(alkalinity / 1000 / KG_PER_L, dic / 1000 / KG_PER_L);
      const co2 = (dic * h * h) / (h * h + K1 * h + K1 * K2);
      const people = minute >= 540 && minute < 1080 ? 1.12 : 0.93;
      const atRest = roomUatm * weather * people * 1e-6 * K0 * 1000 * KG_PER_L;
      const fixed = (lightADay * (lamp[i] ?? 0)) / all;
      const breath = 0.8 * (lightADay + netBreathADay) + 0.2 * (lightADay + netBreathADay) * ((lamp[i] ?? 0) / all);
      const ph = -Math.log10(h) + NBS_ABOVE_TOTAL;
      if (day >= 3) [sum, count] = [sum + ph, count + 1];
      if (day === days + 2 && i % 10 === 0) truth.push(ph);
      const read = hours ? hours.some((hour) => Math.abs(hour * 60 - minute) < 3) : i % 5 === 0;
      if (day >= 3 && read) readings.push({ day, minute, ph: ph + offset + noise(0.012), alkalinity });
      dic += (exchangePerDay * (atRest - co2) + breath - fixed) / steps;
    }
  }
  const forLight = 0.2 * (lightADay + netBreathADay);
  return {
    exchangePerDay,
    roomUatm,
    lightADay: lightADay - forLight,
    netBreathADay,
    alkalinity,
    readings,
    truth,
    meanPh: sum / count,
  };
}
