import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { DAY_MS } from '../tank-model/simulate';
import { gaussian, seeded } from '@/numerics/seeded';
import { NORRIS } from '@/numerics/testing/norris';
import { atLeastFromDry, evaporationFromGaps, markErrorL } from './from-refills';
import { rateFit } from './rate-fit';
import { poolEvaporationLPerDay } from './pool';
import { atLeast, pooledEvaporation, withInterval } from './pooled';
import { refillAccount } from './refill-account';
import { saltBalance } from './salt-balance';
import { expectedEvaporationLPerDay, FORMULA_LOG_SD, type OpenPlace, type Situation } from './surfaces';

describe('saturation pressure', () => {
  it.each([
    // ASHRAE Handbook—Fundamentals, table of moist air, kPa; from memory. The text gives 3169.2 Pa at 25 °C.
    [0.01, 0.6117],
    [20, 2.3389],
    [25, 3.1692],
    [30, 4.246],
    [40, 7.3835],
  ])('at %d °C is %d kPa', (celsius, kPa) => {
    psychrolib.SetUnitSystem(psychrolib.SI);
    expect(psychrolib.GetSatVapPres(celsius) / 1000 / kPa).toBeCloseTo(1, 3);
  });
});

describe('evaporation by formula', () => {
  const room = { waterC: 25.5, airC: 21, humidity: 0.5, salinity: 35 };
  it('gives 1.15 L/day from 0.61 × 0.61 m', () => {
    // ASHRAE Handbook—HVAC Applications, natatoriums, evaluated independently; keepers see 1.2–1.5 (common practice).
    expect(poolEvaporationLPerDay({ ...room, openSurfaceM2: 0.61 * 0.61 })).toBeCloseTo(1.15, 1);
  });
  it('gives 3.3 L/day from 1.08 m²', () => {
    expect(Math.abs(poolEvaporationLPerDay({ ...room, openSurfaceM2: 1.08 }) - 3.3)).toBeLessThan(0.1);
  });
  it('agrees with the handbook’s short form, 4 × 10⁻⁵ A (p_w − p_a) F_a in kg/s', () => {
    // ASHRAE Handbook—HVAC Applications, natatoriums: the form for water near 27 °C and air at 0.05 to 0.15 m/s. From memory.
    psychrolib.SetUnitSystem(psychrolib.SI);
    const drop = (psychrolib.GetSatVapPres(27) - 0.5 * psychrolib.GetSatVapPres(28)) / 1000;
    const short = 4e-5 * 10 * drop * 0.5 * 86_400;
    const whole = poolEvaporationLPerDay({
      openSurfaceM2: 10,
      waterC: 27,
      airC: 28,
      humidity: 0.5,
      salinity: 0,
      airSpeedMPerS: 0.1,
    });
    expect(Math.abs(whole / short - 1)).toBeLessThan(0.02);
  });
  it('is nought, not negative, in air wetter than the water', () => {
    expect(poolEvaporationLPerDay({ openSurfaceM2: 1, waterC: 10, airC: 30, humidity: 1, salinity: 35 })).toBe(0);
  });
  it('rises with warmth, surface and moved air, and falls with humidity and salt', () => {
    const from = (change: Partial<Parameters<typeof poolEvaporationLPerDay>[0]>) =>
      poolEvaporationLPerDay({ ...room, openSurfaceM2: 1, ...change });
    expect(from({ waterC: 27 })).toBeGreaterThan(from({}));
    expect(from({ openSurfaceM2: 2 })).toBeCloseTo(2 * from({}), 12);
    expect(from({ airSpeedMPerS: 0.5 })).toBeGreaterThan(from({}));
    expect(from({ humidity: 0.7 })).toBeLessThan(from({}));
    expect(from({ salinity: 0 })).toBeGreaterThan(from({}));
  });
});

describe('what keepers see', () => {
  const at = (places: OpenPlace[], change: Partial<Situation> = {}): readonly [number, number] => {
    const found = expectedEvaporationLPerDay({
      places,
      moved: 'rippled',
      waterC: 25.5,
      airC: 21,
      humidity: 0.45,
      salinity: 35,
      airMPerS: 0,
      ...change,
    });
    const factor = Math.exp(1.96 * FORMULA_LOG_SD);
    return [found / factor, found * factor];
  };
  const open = (areaM2: number): OpenPlace => ({ place: 'display', areaM2, cover: 'open' });
  // Losses of tanks seen by keepers, litres a day: common practice. Rooms and surfaces are plausible for such tanks.
  it.each<readonly [string, readonly [number, number], readonly [number, number]]>([
    ['an open tank of 150 L, 0.6 × 0.6 m', [1.2, 1.5], at([open(0.36)])],
    ['a lidded nano of 50 L', [0.25, 0.25], at([{ place: 'display', areaM2: 0.14, cover: 'lid' }])],
    ['a reef of 380 L with sump', [3.5, 4], at([open(0.72), { place: 'sump', areaM2: 0.36, cover: 'open' }])],
    [
      '470 L under a closed canopy, the sump in its stand, water broken by overflow and warm under its lamps',
      [4, 11],
      at(
        [
          { place: 'display', areaM2: 0.8, cover: 'canopy' },
          { place: 'sump', areaM2: 0.4, cover: 'canopy' },
        ],
        {
          moved: 'broken',
          waterC: 26.5,
          humidity: 0.4,
        },
      ),
    ],
    [
      '760 L wholly open in a dry room',
      [11, 19],
      at([open(1.15), { place: 'sump', areaM2: 0.55, cover: 'open' }], {
        moved: 'broken',
        waterC: 26,
        humidity: 0.35,
      }),
    ],
  ])('%s: inside what is expected', (_, [low, high], [from, to]) => {
    expect(low).toBeGreaterThan(from);
    expect(high).toBeLessThan(to);
  });
});

describe('the line through what had gone', () => {
  it('is NIST StRD Norris, by the same routine that reads refills', () => {
    const { x, y, slope, slopeSd, residualSd } = NORRIS;
    const line = rateFit(x.map((days, i) => ({ days, litres: y[i] ?? Number.NaN })));
    expect(line?.litresPerDay).toBeCloseTo(slope, 13);
    expect(line?.litresPerDaySd).toBeCloseTo(slopeSd, 13);
    expect(line?.residualSd).toBeCloseTo(residualSd, 11);
  });
});

const day = (n: number) => n * DAY_MS;
const of = (reservoirL: number) => ({ reservoirL, netVolumeL: 400 });
const weekly = (litres: readonly number[]) => litres.map((each, i) => ({ at: day(7 * i), litres: each }));

describe('the account of a reservoir', () => {
  it('tells what went between refills to the mark', () => {
    // By hand: 11.5 + 12.5 L over 7 days; the first refill only starts the count.
    const { gaps } = refillAccount(
      [
        { at: 0, litres: 30 },
        { at: day(3), litres: 11.5 },
        { at: day(7), litres: 12.5 },
      ],
      [],
      of(40),
    );
    expect(gaps.map(({ days, litres }) => [days, litres])).toEqual([
      [3, 11.5],
      [4, 12.5],
    ]);
    expect(evaporationFromGaps(gaps, 0.3)?.litresPerDay).toBeCloseTo(3.42, 1);
  });
  it('joins looks at the level and refills that leave it below the mark', () => {
    // By hand: full at 40; 28 left on day 3; 5 poured in on day 5 to stand at 25; so 12 went, then 8.
    const { gaps, last } = refillAccount(
      [
        { at: 0, litres: 10 },
        { at: day(5), litres: 5, leavesL: 25 },
      ],
      [{ at: day(3), litres: 28 }],
      of(40),
    );
    expect(gaps.map(({ litres }) => litres)).toEqual([12, 8]);
    expect(last).toEqual({ at: day(5), litres: 25 });
  });
  it('does not care in which order refills were entered', () => {
    const refills = weekly([20, 21, 22, 20, 23]);
    fc.assert(
      fc.property(fc.shuffledSubarray(refills, { minLength: refills.length }), (shuffled) => {
        expect(refillAccount(shuffled, [], of(40))).toEqual(refillAccount(refills, [], of(40)));
      }),
    );
  });
  it('never tells more to have gone than was put in and stood there', () => {
    const refill = fc.record({
      at: fc.integer({ min: 0, max: 100 }).map(day),
      litres: fc.double({ min: 0.1, max: 39, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(refill, { maxLength: 12 }), (refills) => {
        const { gaps, last } = refillAccount(refills, [], of(40));
        const put = refills.reduce((sum, { litres }) => sum + litres, 0);
        expect(gaps.reduce((sum, { litres }) => sum + litres, 0)).toBeLessThanOrEqual(put + 1e-9);
        expect(last?.litres ?? 0).toBeLessThanOrEqual(42);
        for (const gap of gaps) expect(gap.litres).toBeGreaterThanOrEqual(0);
      }),
    );
  });
  it('sets a refill larger than the reservoir aside, and begins anew after it', () => {
    const { gaps, doubts } = refillAccount(
      [
        { at: 0, litres: 12 },
        { at: day(4), litres: 140 },
        { at: day(8), litres: 14 },
      ],
      [],
      of(40),
    );
    expect(doubts).toEqual([{ what: 'more than it holds', at: day(4), litres: 140 }]);
    expect(gaps.map(({ litres }) => litres)).toEqual([14]);
  });
  it('counts a refill logged twice once, and says so', () => {
    const { gaps, doubts } = refillAccount(
      [
        { at: 0, litres: 12 },
        { at: day(4), litres: 14 },
        { at: day(4) + 60_000, litres: 14 },
      ],
      [],
      of(40),
    );
    expect(doubts.map(({ what }) => what)).toEqual(['logged twice']);
    expect(gaps.map(({ litres }) => litres)).toEqual([14]);
  });
  it('knows a reservoir that was found empty for one that lost at least so much', () => {
    const { gaps } = refillAccount(
      [
        { at: 0, litres: 12 },
        { at: day(12), litres: 40 },
        { at: day(16), litres: 14 },
      ],
      [],
      of(40),
    );
    expect(gaps.map(({ ranDry }) => ranDry)).toEqual([true, false]);
    expect(evaporationFromGaps(gaps, 0.5)?.litresPerDay).toBeCloseTo(3.5, 10);
  });
  it('knows what evaporates at the least where it is filled with all it holds every third day', () => {
    // 12 L each third day: at least 4 L a day, less the mark's error over five gaps.
    const refills = [0, 3, 6, 9, 12, 15].map((at) => ({ at: day(at), litres: 12 }));
    const { gaps } = refillAccount(refills, [], of(12));
    expect(gaps.every(({ ranDry }) => ranDry)).toBe(true);
    expect(evaporationFromGaps(gaps, markErrorL(12))).toBeUndefined();
    const least = atLeastFromDry(gaps, markErrorL(12)) ?? NaN;
    expect(least).toBeCloseTo((60 - 1.96 * markErrorL(12)) / 15, 9);
    const prior = withInterval(3, 0.3);
    const known = atLeast(prior, least);
    expect(known.low).toBeGreaterThan(least);
    expect(known.litresPerDay).toBeGreaterThan(least);
    // The median of a lognormal beyond a bound, by counting 200 000 draws of it.
    const draw = gaussian(seeded(7));
    const beyond = Array.from({ length: 200_000 }, () => 3 * Math.exp(draw(0.3)))
      .filter((loss) => loss >= least)
      .toSorted((a, b) => a - b);
    const share = (of: number) => beyond[Math.floor(of * beyond.length)] ?? NaN;
    expect(known.litresPerDay / share(0.5)).toBeCloseTo(1, 1);
    expect(known.high / share(0.975)).toBeCloseTo(1, 1);
    // A bound far beyond all that was expected is nearly all there is to know; one far below changes nothing.
    expect(atLeast(prior, 30).litresPerDay).toBeCloseTo(33, 0);
    expect(atLeast(prior, 0.5).litresPerDay).toBeCloseTo(3, 2);
  });
  it('asks after a level that rose with nothing put in', () => {
    const { doubts } = refillAccount(
      [{ at: 0, litres: 12 }],
      [
        { at: day(2), litres: 30 },
        { at: day(4), litres: 36 },
      ],
      of(40),
    );
    expect(doubts).toEqual([{ what: 'rose unfilled', at: day(4), litres: 6 }]);
  });
  it('keeps what a larger reservoir took before, and no level that was read off it', () => {
    // 44 L a fortnight from one of 50 L; since day 30 it is one of 30 L.
    const { gaps, doubts, last } = refillAccount(
      [
        { at: 0, litres: 40 },
        { at: day(14), litres: 44 },
        { at: day(28), litres: 46 },
        { at: day(35), litres: 23 },
        { at: day(42), litres: 22 },
      ],
      [{ at: day(20), litres: 32 }],
      { ...of(30), markedAt: day(30) },
    );
    expect(doubts).toEqual([]);
    expect(gaps.map(({ litres, ranDry }) => [litres, ranDry])).toEqual([
      [44, false],
      [46, false],
      [22, false],
    ]);
    expect(last).toEqual({ at: day(42), litres: 30 });
  });
  it('goes on from what stood there when nothing was logged since the mark was set', () => {
    const { last } = refillAccount([{ at: 0, litres: 40 }], [], { ...of(30), markedAt: day(5) });
    expect(last).toEqual({ at: 0, litres: 30 });
  });
  it('takes a tank topped up by hand to its own mark', () => {
    const { gaps } = refillAccount(weekly([3, 3.5, 3.6]), [], of(0));
    expect(gaps.map(({ litres, ranDry }) => [litres, ranDry])).toEqual([
      [3.5, false],
      [3.6, false],
    ]);
  });
});

describe('odd gaps', () => {
  const gapsOf = (litres: readonly number[]) => refillAccount(weekly(litres), [], of(60)).gaps;
  it('points at one that took far more, and leaves it out', () => {
    const found = evaporationFromGaps(gapsOf([20, 24.5, 24, 25, 45, 24.2, 24.8]), markErrorL(60));
    expect(found?.odd.map(({ way, litres }) => [way, litres])).toEqual([['more', 45]]);
    expect(found?.litresPerDay).toBeCloseTo(24.5 / 7, 1);
  });
  it('points at one with a refill missing', () => {
    const refills = weekly([20, 24.5, 24, 25, 24.3, 24.8, 24.1]).filter(({ at }) => at !== day(28));
    const found = evaporationFromGaps(refillAccount(refills, [], of(60)).gaps, markErrorL(60));
    expect(found?.odd.map(({ way, days }) => [way, days])).toEqual([['less', 14]]);
    expect(found?.litresPerDay).toBeCloseTo(24.5 / 7, 1);
  });
  it('finds nothing odd in a tank that swings as tanks do', () => {
    expect(evaporationFromGaps(gapsOf([20, 22, 27, 25, 21, 26, 23]), markErrorL(60))?.odd).toEqual([]);
  });
  it('cannot call one of three the odd one', () => {
    expect(evaporationFromGaps(gapsOf([20, 24, 48]), 0.5)?.odd).toEqual([]);
    expect(evaporationFromGaps([], 0.5)).toBeUndefined();
  });
  it('covers the truth nineteen times in twenty', () => {
    // Tanks of a known loss that swings by a fifth from day to day, filled weekly to a mark read to half a litre.
    let inside = 0;
    const tanks = 400;
    const random = seeded(1);
    const normal = gaussian(random);
    for (let tank = 0; tank < tanks; tank++) {
      const truth = 2 + 6 * random();
      let mark = 0;
      const refills = [{ at: 0, litres: 10 }];
      for (let week = 1; week <= 6; week++) {
        let gone = 0;
        for (let d = 0; d < 7; d++) gone += truth * (1 + 0.2 * normal(1));
        const next = 0.5 * normal(1);
        refills.push({ at: day(7 * week), litres: gone + next - mark });
        mark = next;
      }
      const found = evaporationFromGaps(refillAccount(refills, [], of(80)).gaps, 0.5);
      if (found && Math.abs(found.litresPerDay - truth) < 1.96 * found.sd) inside++;
    }
    expect(inside / tanks).toBeGreaterThan(0.93);
    expect(inside / tanks).toBeLessThan(0.995);
  });
});

describe('what salinity says', () => {
  it('tells saltwater that leaves from water that evaporates', () => {
    // By hand: 620 L at 35; 0.05 ppt a day down is 0.05 × 620 ÷ 35 = 0.886 L of saltwater a day.
    const falls = saltBalance({ fallsPerDay: 0.05, sd: 0.01 }, 620, 35);
    expect(falls.tells).toBe('saltwater leaves');
    expect(falls.litresPerDay).toBeCloseTo(0.886, 3);
    expect(saltBalance({ fallsPerDay: -0.05, sd: 0.01 }, 620, 35).tells).toBe('not all put back');
  });
  it('says nothing within its error, or of what tests and spray take', () => {
    expect(saltBalance({ fallsPerDay: 0.02, sd: 0.01 }, 620, 35).tells).toBe('nothing');
    expect(saltBalance({ fallsPerDay: 0.004, sd: 0.0005 }, 620, 35).tells).toBe('nothing');
  });
});

describe('several ways of knowing, together', () => {
  it('lie nearest the surest', () => {
    // By hand: ln 4 at 0.05 and ln 2 at 0.35 weigh 400 to 8.163; e^((400 ln 4 + 8.163 ln 2) / 408.163) = 3.945.
    const found = pooledEvaporation([
      { litresPerDay: 4, logSd: 0.05 },
      { litresPerDay: 2, logSd: 0.35 },
    ]);
    expect(found?.litresPerDay).toBeCloseTo(3.945, 3);
    expect(found?.logSd).toBeCloseTo(1 / Math.sqrt(1 / 0.05 ** 2 + 1 / 0.35 ** 2), 12);
  });
  it('never leave the span of what they say, and are surer than each', () => {
    const source = fc.record({
      litresPerDay: fc.double({ min: 0.01, max: 100, noNaN: true }),
      logSd: fc.double({ min: 0.01, max: 1, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(source, { minLength: 1, maxLength: 5 }), (sources) => {
        const found = pooledEvaporation(sources);
        const rates = sources.map(({ litresPerDay }) => litresPerDay);
        expect(found?.litresPerDay).toBeGreaterThanOrEqual(Math.min(...rates) * 0.999999);
        expect(found?.litresPerDay).toBeLessThanOrEqual(Math.max(...rates) * 1.000001);
        expect(found?.logSd).toBeLessThanOrEqual(Math.min(...sources.map(({ logSd }) => logSd)) + 1e-12);
      }),
    );
    expect(pooledEvaporation([])).toBeUndefined();
  });
});
