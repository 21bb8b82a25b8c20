import { describe, expect, it } from 'vitest';
import { plainSentence } from '../calculator/sentence';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { refusalOf } from '../testing/run-calculator';
import { DEFAULT_UNITS } from '@/quantities/quantity';
import { away } from './away';
import { topOffFailure } from './failure';
import { limewaterHeadRoom } from './head-room';
import { judgeSensors } from './sensors';
import { topOffUpkeep } from './upkeep';

const say = (phrases: Parameters<typeof plainSentence>[0]) => plainSentence(phrases, DEFAULT_UNITS);
const now = Date.UTC(2026, 10, 25, 9);

describe('what happens when the top-off fails, told', () => {
  const base = { ...topOffFailure.example };
  const told = (change: Partial<typeof base>) => topOffFailure.run({ ...base, ...change });
  const cautions = (change: Partial<typeof base>) =>
    told(change).cautions.map(({ severity, says }) => `${severity}: ${say(says)}`);

  it('names the worst case, what it spills, and the reservoir that would do', () => {
    // By the closed form: 35 × 310 ÷ 343 × e^(−12 ÷ 343) = 30.55 ppt, and 12 L run over.
    // 310 × (35 ÷ 33 − 1) = 18.8 L.
    expect(say(told({}).answer.says)).toBe(
      'With 45 L the worst case is 30.5 ppt and 12 L on the floor; 18.8 L would keep it above 33 ppt.',
    );
    expect(say(told({}).answer.because)).toMatch(
      /75 min to run in\. With no top-off at all the band is left after 2\.5 days, and 38 ppt reached after 7\.2 days\./,
    );
  });
  it('says so when nothing is wrong with it', () => {
    expect(say(told({ reservoirL: 10 }).answer.says)).toMatch(/the worst case is 33\.9 ppt; it stays above 33 ppt/);
    expect(say(told({ reservoirL: 0 }).answer.says)).toBe('There is no reservoir to run in.');
    expect(say(told({ band: { low: 35, high: 36 } }).answer.says)).toMatch(/at the edge of 35 ppt already/);
    expect(say(told({ spareL: undefined }).answer.because)).toMatch(/Nothing runs over in this/);
  });
  it('one that carries limewater is two accidents: pH besides the flood', () => {
    // Independent evaluation: 10 L in 250 L at 8 dKH, 500 µatm and 25.5 °C make pH 9.37 (±0.03).
    const outcome = topOffFailure.run({
      netVolumeL: 250,
      salinity: 35,
      reservoirL: 10,
      cutOffL: 2,
      sensors: ['optical', 'float'],
      limewater: { gramsPerL: 1.6, water: { alkalinity: '8 dKH', temperatureC: 25.5, pco2Uatm: 500 } },
    });
    expect(Math.abs((outcome.values.worst.limewater?.phNbs ?? 0) - 9.37)).toBeLessThan(0.03);
    expect(Math.abs((outcome.values.limits[1]?.limewater?.phNbs ?? 0) - 8.52)).toBeLessThan(0.03);
    expect(plainSentence(outcome.answer.says, DEFAULT_UNITS)).toMatch(/at pH 9\.3/);
    expect(outcome.cautions.map(({ says }) => plainSentence(says, DEFAULT_UNITS)).join(' ')).toMatch(
      /one accident here/,
    );
  });

  it('limits the accident by a second sensor and by the pump’s time', () => {
    const { limits } = told({ cutOffL: 9, runLimitDays: '10 min' }).values;
    // 36 L/h at that lift for ten minutes is 6 L.
    expect(limits.map(({ by, letsInL }) => [by, Number(letsInL.toFixed(6))])).toEqual([
      ['nothing', 45],
      ['second sensor', 9],
      ['time limit', 6],
    ]);
    expect(limits[1]?.salinity).toBeCloseTo((35 * 310) / 319, 6);
  });
  it('warns of a siphon, of the floor, of a lone sensor and of a pump that lags', () => {
    const heights = { fullCm: 80, bottomCm: 40, outletCm: 50 };
    const warned = cautions({ heights, hose: { boreCm: '6 mm', lengthCm: '2 m' } }).join('\n');
    expect(warned).toMatch(/danger: The hose ends 30 cm below .* 33\.8 L of it, down to 31\.6 ppt/);
    expect(warned).toMatch(/residual-current protection.*licensed electrician/);
    expect(warned).toMatch(/caution: One optical eye alone: fouled, it reads dry, and the pump never stops/);
    expect(cautions({ pump: { litresPerHour: 0.2, greatestLiftCm: 150 } }).join('\n')).toMatch(/hardly keeps pace/);
    expect(cautions({ runsBackL: 40 }).join('\n')).toMatch(/a power cut alone would flood the floor/);
    expect(cautions({ returnReserveL: 4 }).join('\n')).toMatch(/draws air after .*28|draws air after/);
  });
  it('tells nothing of a top-off that stopped while evaporation is unknown, and the worst case all the same', () => {
    const { answer, values } = told({ litresPerDay: undefined });
    expect(values.stopped).toBeUndefined();
    expect(values.worst.salinity).toBeLessThan(35);
    expect(answer.because).toContain(
      'How soon a top-off that stopped is felt is not known, since how much evaporates is not.',
    );
  });
  it('tells when the return draws air', () => {
    // By hand: 4 L ÷ 3.4 L/day = 28.2 hours.
    expect(told({ returnReserveL: 4 }).values.stopped?.hoursToAir).toBeCloseTo((4 / 3.4) * 24, 6);
  });
  it('has the pump lift less from a full reservoir than from an empty one', () => {
    const { flowLPerH = 0, leastFlowLPerH = 0 } = told({ heights: { fullCm: 60, bottomCm: 20, outletCm: 90 } }).values;
    // 60 L/h at no lift, nothing at 150 cm: 30 cm leave 48, 70 cm leave 32.
    expect(flowLPerH).toBeCloseTo(48, 9);
    expect(leastFlowLPerH).toBeCloseTo(32, 9);
  });
});

describe('sensors', () => {
  it('are judged by what would take both', () => {
    expect(judgeSensors([]).says).toMatch(/not described yet/);
    expect(judgeSensors(['float']).says).toMatch(/held up by crust, or its contact dead, and nothing comes/);
    expect(judgeSensors(['float', 'float']).says).toMatch(/Two of one kind: the same crust or the same snail/);
    expect(judgeSensors(['optical', 'float'])).toMatchObject({ shared: ['the same crust'] });
    expect(judgeSensors(['optical', 'float']).says).toMatch(/^An optical eye fails in one way and a float in another/);
  });
});

describe('upkeep', () => {
  const run = (input: Partial<Parameters<typeof topOffUpkeep.run>[0]>) =>
    topOffUpkeep.run({ now, items: [], ...input });
  it('is due by kind: the eye every second month, the float monthly', () => {
    // Intervals: common practice.
    const { due } = run({
      items: [
        { item: 'optical', lastAt: now - 10 * DAY_MS },
        { item: 'float', lastAt: now - 10 * DAY_MS },
      ],
    }).values;
    expect(due.map(({ item, dueAt }) => [item, (dueAt - now) / DAY_MS])).toEqual([
      ['float', 20],
      ['optical', 51],
    ]);
  });
  it('takes the keeper’s own interval, and what was never logged for due', () => {
    const { values, answer } = run({
      items: [{ item: 'float', lastAt: now - 10 * DAY_MS, everyDays: 7 }, { item: 'pump' }],
    });
    expect(values.due.map(({ item }) => item)).toEqual(['float', 'pump']);
    expect(values.late).toBe(2);
    expect(say(answer.says)).toMatch(
      /^Clean the float and move it by hand now \(last done 2026-11-15\); one more thing waits/,
    );
  });
  it('asks for a look with each water change, once', () => {
    const items = [{ item: 'look' as const, lastAt: now - 9 * DAY_MS }];
    expect(run({ items, changedAt: now - 2 * DAY_MS }).values.due.map(({ item }) => item)).toEqual(['look']);
    expect(run({ items, changedAt: now - 9 * DAY_MS }).values.due).toEqual([]);
    expect(run({ items }).values.due).toEqual([]);
  });
  it('warns of a sensor long uncleaned, and is quiet where there is none', () => {
    expect(say(run({ items: [{ item: 'optical', lastAt: now - 90 * DAY_MS }] }).cautions[0]?.says ?? [])).toMatch(
      /optical eye was last cleaned 90 days ago/,
    );
    expect(run({}).answer.says).toEqual(['No maintenance is due.']);
    expect(say(run({ items: [{ item: 'optical', lastAt: now - 30 * DAY_MS }] }).answer.says)).toMatch(
      /^Wipe the optical eye by 2026-12-26; until then no maintenance is due/,
    );
  });
});

describe('leaving', () => {
  const base = { ...away.example, leavesAt: now };
  const told = (change: Partial<typeof base> & Record<string, unknown>) => away.run({ ...base, ...change });
  it('says what runs out first, and when a helper must come', () => {
    // 25 L at 3.7 a day at the most last 6.76 days; a day in hand, so the helper comes within 5.76.
    expect(say(told({}).answer.says)).toBe(
      'The reservoir is the first to run out, after 6.8 days of 12 days; a helper must fill it by 2026-12-01.',
    );
    expect(told({}).values.supplies.map(({ what }) => what)).toEqual(['The reservoir', 'The feeder', 'Carbonate part']);
  });
  it('refills often enough that it is never dry', () => {
    const { refills, supplies } = told({ days: 40 }).values;
    const water = supplies.find(({ kind }) => kind === 'volume');
    let level = 25;
    let at = now;
    for (const { by, litres } of refills) {
      level -= (3.7 * (by - at)) / DAY_MS;
      expect(level).toBeGreaterThan(0);
      level = Math.min(25, level + litres);
      at = by;
    }
    expect(level - (3.7 * (now + 40 * DAY_MS - at)) / DAY_MS).toBeGreaterThanOrEqual(0);
    expect(water?.lasts).toBe(false);
  });
  it('needs nobody where everything lasts', () => {
    const { answer, values } = told({ days: 5 });
    expect(say(answer.says)).toMatch(
      /can be left for 5 days with the reservoir full: the reservoir is the first to run out, after 6\.8 days/,
    );
    expect(values.refills).toEqual([]);
    expect(say(values.helper[0] ?? [])).toMatch(/Leave the reservoir alone/);
  });
  it('answers no number of days while evaporation is unknown', () => {
    const unknown = { drawnLPerDay: undefined, drawnAtMostLPerDay: undefined, evaporationLPerDay: undefined };
    for (const reservoirL of [25, 0]) {
      const { answer, values } = told({ ...unknown, reservoirL });
      expect(answer.certainty).toBe('not enough yet');
      expect(say(answer.says)).toMatch(/^How long it can be left is not known/);
      expect(say(answer.says)).not.toMatch(/can be left for/);
      expect(values.supplies.map(({ what }) => what)).not.toContain('The reservoir');
      expect(values.outOfBandAt).toBeUndefined();
      expect(values.helper).toHaveLength(3);
    }
  });
  it('asks for hands or a reservoir where there is none', () => {
    // 3.7 L a day at the most, for twelve days: 44.4 L.
    const { answer, cautions, values } = told({ reservoirL: 0 });
    expect(say(answer.says)).toBe(
      'Nothing tops it off: somebody must pour in 3.7 L a day, or a reservoir of 44.4 L must last the 12 days.',
    );
    expect(say(cautions[0]?.says ?? [])).toMatch(/^If nobody pours in, salinity is above the band by 2026-11-27/);
    expect(values.supplies.map(({ what }) => what)).not.toContain('The reservoir');
  });
  it('asks three lines of a helper, and no more', () => {
    for (const days of [3, 12, 40]) expect(told({ days }).values.helper).toHaveLength(3);
    expect(say(told({}).values.helper[1] ?? [])).toMatch(/pull the top-off’s plug and call/);
    expect(say(told({ feeder: undefined, reservoirL: 0 }).values.helper[0] ?? [])).toMatch(/up to the tape/);
  });
  it('says what to fill: a bottle that ends, one nobody has looked at, the feeder', () => {
    const bottles = [
      { name: 'Carbonate part', mlPerDay: 60, holdsMl: 500 },
      { name: 'Calcium part', mlPerDay: 28 },
      { name: 'Magnesium part', mlPerDay: 2, holdsMl: 900 },
    ];
    const lines = told({ bottles, upkeep: ['Clean the float'], changeAt: now + 3 * DAY_MS }).values.beforeLeaving.map(
      say,
    );
    expect(lines.join('\n')).toMatch(/Carbonate part: it needs 864 mL, and holds 500 mL/);
    expect(lines.join('\n')).toMatch(/Calcium part: it needs 403 mL, and what it holds is not logged/);
    expect(lines.join('\n')).not.toMatch(/Magnesium/);
    expect(lines.join('\n')).toMatch(/Fill the feeder with 24/);
    expect(lines[0]).toMatch(/Change water before you leave: a change falls due 2026-11-28/);
  });
  it('tells when salinity leaves the band if nobody comes', () => {
    // By hand: dry after 25 ÷ 3.7 = 6.757 days; then 310 × (1 − 35 ÷ 36) ÷ 3.4 = 2.533 more.
    const { outOfBandAt = 0 } = told({}).values;
    expect((outOfBandAt - now) / DAY_MS).toBeCloseTo(25 / 3.7 + (310 * (1 - 35 / 36)) / 3.4, 4);
    expect(told({ days: 8 }).values.outOfBandAt).toBeUndefined();
  });
});

describe('head-room for limewater', () => {
  it('is what keepers drip where 3.5 to 4 L evaporate', () => {
    // 3.2 L a day where 3.5 to 4 evaporate: common practice.
    expect(limewaterHeadRoom(3.5)).toBeCloseTo(3.15, 10);
    expect(limewaterHeadRoom(0)).toBe(0);
  });
});

describe('figures no top-off has', () => {
  it.each([
    ['reservoirL', -5, 'reservoir'],
    ['litresPerDay', 'much', 'evaporation'],
    ['pump', { litresPerHour: '60 furlongs', greatestLiftCm: 100 }, 'pump'],
  ])('%s of %s is refused', (key, value, field) => {
    expect(refusalOf('top-off-failure', { ...topOffFailure.example, [key]: value })?.field).toBe(field);
  });
});
