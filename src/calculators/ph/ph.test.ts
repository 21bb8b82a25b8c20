import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { rawAttempt } from '@/testing/refusal-of';
import { attempt } from '../calculator/attempt';
import { carbonate } from '../carbonate/carbonate-calculator';
import { aerationCheck } from './aeration-check';
import { phDay } from './ph-day';
import { probeCheck } from './probe-check';

type Input = Parameters<typeof phDay.run>[0];

const readings = (morning: number, evening: number, dkh = 8.5): Input['readings'] =>
  [0, 1, 2, 3].flatMap((day) => [
    { day, minute: 560, ph: morning, alkalinity: dkh * DKH },
    { day, minute: 1170, ph: evening, alkalinity: dkh * DKH },
  ]);
const tank = (morning: number, evening: number, over: Partial<Input> = {}): Input => ({
  netVolumeL: 400,
  lights: { fromMinute: 600, forMinutes: 600 },
  water: { alkalinity: 8.5 * DKH, temperatureC: 25.5 },
  readings: readings(morning, evening),
  ...over,
});
const says = (input: Input) =>
  phDay
    .run(input)
    .answer.says.filter((each) => typeof each === 'string')
    .join(' ');

describe('what pH tells of the air', () => {
  // Independent evaluation of the published equations, 35 ppt, 25.5 °C, NBS; CO2 within 3 %.
  it.each([
    [9, 7.95, 1029],
    [8.5, 7.85, 1260],
    [7.5, 7.7, 1623],
  ])('%f dKH at pH %f is at rest with %d µatm', (dkh, phNbs, uatm) => {
    const { pco2Uatm } = carbonate.run({ alkalinity: dkh * DKH, phNbs, salinity: 35, temperatureC: 25.5 }).values;
    expect(Math.abs(pco2Uatm / uatm - 1)).toBeLessThan(0.03);
  });

  it('sees that CO2 in the readings of a day, and what outdoor air would give', () => {
    const { waterUatm, phOutdoors } = phDay.run(tank(7.82, 7.88)).values;
    expect(waterUatm.low).toBeLessThan(1260);
    expect(waterUatm.high).toBeGreaterThan(1260);
    expect(phOutdoors).toBeCloseTo(8.25, 1);
  });

  it('leaves pH alone within 7.8 to 8.3, and below it names what to do first', () => {
    expect(says(tank(7.95, 8.2))).toMatch(/^Leave pH alone/);
    expect(says(tank(7.62, 7.72))).toMatch(/^pH is low: open the windows/);
    expect(says(tank(7.45, 7.5))).toMatch(/skeletons dissolve/);
    expect(says(tank(8.42, 8.6))).toMatch(/runs high.*too much limewater/);
  });

  it('has no remedy for a tank that is at rest with outdoor air and a room as fresh', () => {
    const room = { uatm: 430, sd: 20 };
    const { measures } = phDay.run(tank(8.22, 8.28, { room })).values;
    const windows = measures.find(({ measure }) => measure === 'windows');
    expect(windows?.rise.value).toBeLessThan(0.02);
  });

  it('lifts by outdoor air no further than outdoor air does, and two together by less than their sum', () => {
    const room = { uatm: 1300, sd: 60 };
    const input = tank(7.78, 7.86, {
      room,
      together: ['windows', 'outside air', 'scrubber'],
      measures: { openRoomUatm: 450 },
    });
    const { measures, together, mean, phOutdoors } = phDay.run(input).values;
    const rise = (name: string) => measures.find(({ measure }) => measure === name)?.rise.value ?? Number.NaN;
    expect(mean.value + rise('windows')).toBeLessThan(phOutdoors + 0.06);
    expect(rise('outside air')).toBeGreaterThan(0.05);
    expect(rise('outside air')).toBeLessThan(rise('windows'));
    expect(together?.rise.value).toBeGreaterThan(rise('windows'));
    expect(together?.rise.value).toBeLessThan(rise('windows') + rise('outside air') + rise('scrubber'));
    // A tube of ten metres and four millimetres takes most of it away.
    const thin = phDay.run({
      ...input,
      measures: { openRoomUatm: 450, tubeCm: 1000, boreCm: 0.4, skimmerAirLPerH: 600 },
    }).values;
    expect(thin.measures.find(({ measure }) => measure === 'outside air')?.rise.value).toBeLessThan(
      0.75 * rise('outside air'),
    );
  });

  it('offers carbonate in place of bicarbonate, and limewater in place of either, only where they are dosed', () => {
    const part = (reagent: 'sodium-bicarbonate' | 'sodium-carbonate') => ({
      source: { name: 'Part', holds: { parts: [{ reagent, gramsPerL: 80 }] } },
      mlPerDay: 120,
      doses: 0,
    });
    const limewater = { litresPerDay: 2, gramsPerL: 1.4 };
    const named = (over: Partial<Input>) =>
      phDay.run(tank(7.8, 7.9, { consumption: 0.2, measures: { limewater }, ...over })).values.measures;
    expect(named({}).map(({ measure }) => measure)).not.toContain('limewater');
    const soda = named({ parts: [part('sodium-bicarbonate')] });
    expect(soda.map(({ measure }) => measure)).toEqual(expect.arrayContaining(['limewater', 'carbonate']));
    // Limewater takes twice the carbon out that carbonate does for the same alkalinity.
    const rise = (name: string) => soda.find(({ measure }) => measure === name)?.rise.value ?? Number.NaN;
    expect(rise('carbonate')).toBeGreaterThan(0.01);
    expect(named({ parts: [part('sodium-carbonate')] }).map(({ measure }) => measure)).not.toContain('carbonate');
  });

  it('warns of measures that together take pH too far', () => {
    const cautions = (together: Input['together']) =>
      phDay
        .run(tank(8.05, 8.25, { room: { uatm: 800, sd: 40 }, together }))
        .cautions.flatMap(({ says: words }) => words)
        .join(' ');
    expect(cautions(['windows', 'scrubber'])).toMatch(/Together they take pH to .*One of them will do/);
    expect(cautions(['windows', 'surface'])).not.toMatch(/Together they take/);
  });

  it('counts the media by the air they pass and what the room holds', () => {
    const { measures } = phDay.run(
      tank(7.9, 8, { room: { uatm: 900, sd: 1 }, measures: { mediaG: 500, skimmerAirLPerH: 300, mediaPerKg: 10 } }),
    ).values;
    const scrubber = measures.find(({ measure }) => measure === 'scrubber');
    // 206 h by hand at 900 ppm; a month of 730.6 h spends 1.77 kg.
    expect(scrubber?.mediaHours).toBeCloseTo(206, -1);
    expect(scrubber?.costAMonth).toBeCloseTo(17.7, 0);
  });

  it('tells what a change did, or that nothing is to be seen of it', () => {
    const before = (morning: number, evening: number) => ({
      what: 'the windows were shut',
      at: 0,
      readings: readings(morning, evening),
    });
    const fell = phDay.run(tank(7.9, 8, { before: before(8.08, 8.2) })).values.since;
    expect(fell?.mean.high).toBeLessThan(0);
    expect(fell?.mean.low).toBeLessThan(-0.18);
    expect(fell?.mean.high).toBeGreaterThan(-0.25);
    expect(says(tank(7.95, 8.05, { before: before(7.95, 8.06) }))).toMatch(
      /Since the windows were shut.*no difference/,
    );
  });

  it('names a stuck probe, one hour only, and what a buffer would do', () => {
    const cautions = (input: Input) =>
      phDay
        .run(input)
        .cautions.flatMap(({ says: words }) => words)
        .join(' ');
    const stuck = Array.from({ length: 20 }, (_, i) => ({ day: i, minute: (i * 300) % 1440, ph: 8.1, alkalinity: 3 }));
    expect(cautions(tank(8, 8.1, { readings: stuck }))).toMatch(/stuck or dry probe/);
    const noon = [0, 1, 2].map((day) => ({ day, minute: 720, ph: 8, alkalinity: 3 }));
    // A swing nobody read is no danger.
    expect(says(tank(8, 8.1, { readings: noon.map((each) => ({ ...each, ph: 7.82 })) }))).not.toMatch(/skeletons/);
    const one = phDay.run(tank(8, 8.1, { readings: noon }));
    expect(one.answer.certainty).toBe('rough');
    expect(one.answer.because.join(' ')).toMatch(/one hour only/);
    expect(cautions(tank(8, 8.1))).toMatch(/No pH buffer/);
  });

  it('takes lights that never go out, or never come on for long', () => {
    for (const forMinutes of [1440, 1]) {
      const { mean } = phDay.run(tank(7.9, 8, { lights: { fromMinute: 0, forMinutes } })).values;
      expect(mean.value).toBeGreaterThan(7.8);
    }
  });

  it.each([
    [{ readings: [{ day: 0, minute: 600, ph: 83, alkalinity: 3 }] }, /pH/],
    [{ room: { uatm: 4.2, sd: 50 } }, /CO2 of the room/],
    [{ room: { uatm: 42_000, sd: 50 } }, /CO2 of the room/],
    [{ readings: [] }, /readings/],
  ] satisfies readonly (readonly [Partial<Input>, RegExp])[])('refuses %o', (over, field) => {
    expect(attempt(() => phDay.run(tank(8, 8.1, over))).refusal?.field).toMatch(field);
  });
});

describe('the aeration check', () => {
  const cup = (over: Partial<Parameters<typeof aerationCheck.run>[0]>) =>
    aerationCheck.run({ alkalinity: 8.5 * DKH, temperatureC: 25.5, phBefore: 7.85, ...over }).values;

  it('foretells what outdoor air brings: 8.5 dKH at 7.85 comes to 8.25', () => {
    expect(cup({}).expected).toBeCloseTo(8.25, 1);
    expect(cup({}).finding).toBe('to be read');
  });

  it.each([
    [{ phAfter: 8.22 }, 'the room'],
    [{ phAfter: 8.0 }, 'partly the room'],
    [{ phAfter: 7.88 }, 'probe low or alkalinity high'],
    [{ phAfter: 7.88, minutes: 10 }, 'too soon'],
    [{ phBefore: 8.22, phAfter: 8.24 }, 'nothing to gain'],
    [{ phBefore: 8.45 }, 'probe high or alkalinity low'],
    [{ phAfter: 8.45 }, 'probe high or alkalinity low'],
  ])('of %o says: %s', (over, finding) => {
    expect(cup(over).finding).toBe(finding);
  });
});

describe('a probe in two buffers', () => {
  const run = (a: number, b: number, second: 'ten' | 'seven' | 'phthalate' = 'ten') =>
    probeCheck.run({ first: { buffer: 'seven', reads: a }, second: { buffer: second, reads: b }, temperatureC: 25 });

  it('is right, to be calibrated, or worn', () => {
    const words = (a: number, b: number) => String(run(a, b).answer.says[0]);
    expect(words(7.01, 10.0)).toMatch(/is right/);
    expect(words(7.2, 10.1)).toMatch(/Calibrate/);
    expect(words(7.1, 9.4)).toMatch(/Replace/);
    const { factor, correction } = run(7.2, 10.1).values;
    expect(7.2 * factor + correction).toBeCloseTo(7, 6);
    expect(10.1 * factor + correction).toBeCloseTo(10.01, 6);
  });

  it('tells how its slope has fallen, and when that ends its use', () => {
    const check = (slope: number, daysAgo: number) =>
      probeCheck
        .run({
          first: { buffer: 'seven', reads: 7 },
          second: { buffer: 'ten', reads: 7 + 3.01 * 0.95 },
          temperatureC: 25,
          before: { slope, daysAgo },
        })
        .cautions.flatMap(({ says: words }) => words)
        .find((each) => typeof each !== 'string' && 'kind' in each && each.kind === 'days');
    // 99 to 95 % in a hundred days: 0.04 % a day, 10 % left to 85: 250 days.
    expect(check(0.99, 100)).toMatchObject({ amount: 250 });
    expect(check(0.955, 100)).toBeUndefined();
  });

  it('refuses buffers that are swapped, the same, or not answered to', () => {
    const hint = (work: () => unknown) => rawAttempt(work).refusal?.hint;
    expect(hint(() => run(9.98, 7.03))).toMatch(/swapped/);
    expect(hint(() => run(7, 7.1, 'seven'))).toMatch(/no slope/);
    expect(hint(() => run(7.4, 7.5))).toMatch(/broken, dry/);
  });
});
