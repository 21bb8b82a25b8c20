import { describe, expect, it } from 'vitest';
import type { Answer } from '@/calculators/calculator/calculator';
import { CERTAINTY_MEANS } from '@/calculators/calculator/calculator';
import { correction } from '@/calculators/dosing/correction';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { topOff } from '@/calculators/top-off/top-off';
import { mixBatch } from '@/calculators/mixing/mix-batch';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS, quantity, type UnitPreferences } from '@/quantities/quantity';
import { plainSentence } from '@/calculators/calculator/sentence';

const GALLONS: UnitPreferences = { volume: 'US gal', temperature: '°F', alkalinity: 'meq/L', salinity: 'sg' };
const aloud = ({ says, because }: Answer, units = DEFAULT_UNITS) => [
  plainSentence(says, units),
  plainSentence(because, units),
];

/** Every answer must read as a sentence: a capital, a full stop, no double gaps, no gap before a comma. */
function expectSentence(text: string): void {
  expect(text).toMatch(/^[A-Z].*[.:]$/s);
  // A minus is written as one; a hyphen before a figure is only found in dates.
  expect(text.replace(/\d{4}-\d\d-\d\d/g, 'a day')).not.toMatch(/ {2}| [,.;:)]|\( |undefined|NaN|Infinity|-\d/);
}

describe('answers read aloud', () => {
  it('a sentence hugs its punctuation and brackets', () => {
    expect(plainSentence(['One reading (', quantity('magnesium', 1490), ') stands apart.'], DEFAULT_UNITS)).toBe(
      'One reading (1490 mg/L) stands apart.',
    );
    expect(plainSentence(['Dose', quantity('doseRate', 34.65), ', once.'], DEFAULT_UNITS)).toBe(
      'Dose 35 mL/day, once.',
    );
  });

  it('a batch', () => {
    const input = {
      litresWanted: 40,
      targetSalinity: 35,
      gramsPerLAt35: 38.5,
      gramsPerLFrom: 'label' as const,
      temperatureC: 25,
    };
    const metric = aloud(mixBatch.run(input).answer);
    expect(metric).toEqual([
      'Weigh 1.54 kg of salt into 39.5 L of RO/DI water.',
      'It makes 40 L that should read between 33.6 ppt and 36.4 ppt before it is adjusted.',
    ]);
    expect(aloud(mixBatch.run(input).answer, GALLONS)[0]).toBe('Weigh 3.4 lb of salt into 10.4 US gal of RO/DI water.');
    metric.forEach(expectSentence);
  });

  it('top-off: in good time, run dry, and rough', () => {
    const base = {
      now: 10 * DAY_MS,
      netVolumeL: 378,
      salinity: 35,
      reservoirL: 40,
      refills: [
        { at: 0, litres: 20 },
        { at: 6 * DAY_MS, litres: 21 },
      ],
      surroundings: { openSurfaceM2: 1, waterC: 25.5, airC: 21, humidity: 0.5 },
    };
    const texts = [
      ...aloud(topOff.run(base).answer),
      ...aloud(topOff.run({ ...base, now: 60 * DAY_MS }).answer),
      ...aloud(topOff.run({ ...base, refills: [] }).answer),
      ...aloud(topOff.run({ ...base, litresPerDay: 0 }).answer),
    ];
    texts.forEach(expectSentence);
    expect(texts[0]).toBe('Refill by 1970-01-18: evaporation is 3.5 L/day.');
    expect(texts[2]).toBe('Refill the reservoir now: evaporation of 3.5 L/day has emptied it.');
    expect(texts[5]).toMatch(/^Nothing is measured yet/);
    expect(texts[6]).toBe('Evaporation is 0 L/day.');
  });

  it('a dose: one part, two, three, none, and nothing to go on', () => {
    const demand = (perDay: number) => ({
      perDay,
      sd: perDay * 0.1,
      basis: { by: 'readings' as const, readings: 5, leftOut: 0 },
      mismatch: false,
      withinTestError: false,
    });
    const all = { alkalinity: demand(0.2), calcium: demand(4), magnesium: demand(0.5) };
    const carbonate = { name: 'Carbonate', perMl: { alkalinity: 1.5 } };
    const calcium = { name: 'Calcium', perMl: { calcium: 30 } };
    const magnesium = { name: 'Magnesium', perMl: { magnesium: 33 } };
    const sources = [carbonate, calcium, magnesium];
    const run = (over: Partial<Parameters<typeof dosingPlan.run>[0]>) =>
      aloud(dosingPlan.run({ netVolumeL: 300, demand: all, sources, certainty: 'estimated', ...over }).answer);
    const texts = [
      run({}),
      run({ sources: [carbonate, calcium] }),
      run({ sources: [carbonate] }),
      run({ sources: [carbonate], others: [{ by: 'limewater', perDay: { alkalinity: 999 } }] }),
      run({ demand: {} }),
      run({ sources: [{ ...carbonate, runs: 30 }, { ...calcium, runs: 41 }, magnesium] }),
      run({
        sources: [
          { ...carbonate, runs: 41 },
          { ...calcium, runs: 38 },
        ],
      }),
      run({
        sources: [
          { ...carbonate, runs: 10 },
          { ...calcium, runs: 90 },
        ],
      }),
    ];
    texts.flat().forEach(expectSentence);
    expect(texts.map(([says]) => says)).toEqual([
      'Dose 40 mL/day of Carbonate; dose 40 mL/day of Calcium; dose 4.6 mL/day of Magnesium.',
      'Dose 40 mL/day of Carbonate; dose 40 mL/day of Calcium.',
      'Dose 40 mL/day of Carbonate.',
      'Too much alkalinity goes in: 17 times what is consumed, by limewater; it rises by 8.776 dKH/day. Dose nothing now: the tank consumes no more than it is already given.',
      'Test alkalinity twice, a few days apart, and log what you dose: then the dose can be worked out.',
      'Increase Carbonate from 30 mL/day to 40 mL/day; dose 4.6 mL/day of Magnesium; leave Calcium at 41 mL/day.',
      'Leave the doses as they are: 41 mL/day of Carbonate and 38 mL/day of Calcium.',
      'Increase Carbonate from 10 mL/day to 25 mL/day, after the next test to 40 mL/day; reduce Calcium from 90 mL/day to 40 mL/day.',
    ]);
  });

  it('a reactor, and a correction up, down and not at all', () => {
    const reactor = reactorOutput.run({
      netVolumeL: 310,
      demandPerDay: 0.1687,
      demandSd: 0.01,
      demandBasis: { by: 'readings', readings: 2, leftOut: 0 },
      carriedMmolPerDay: 0,
      carriedBy: [],
      effluentAlkalinity: 28 * DKH,
      tankAlkalinity: 8.2 * DKH,
      tankAlkalinityOrigin: 'log',
      certainty: 'estimated',
    });
    const base = {
      parameter: 'alkalinity' as const,
      netVolumeL: 310,
      levelSd: 0.02,
      part: { name: 'Carbonate', perMl: 1.5096 },
      consumptionPerDay: 0.17,
    };
    const up = correction.run({ ...base, level: 6 * DKH, aim: 8.25 * DKH });
    const down = correction.run({ ...base, level: 9.5 * DKH, aim: 8.25 * DKH });
    const still = correction.run({ ...base, level: 8.2 * DKH, aim: 8.25 * DKH });
    const texts = [reactor, up, down, still].flatMap(({ answer }) => aloud(answer)).filter(Boolean);
    expect(texts).toContain('Run the effluent at 5.1 mL/min, which is 7.4 L/day.'); // worked by hand
    expect(texts).toContain('Add 55 mL of Carbonate a day for 3 days, then stop.');
    expect(texts.some((text) => /^Pause Carbonate for 2\.6 days, then back to 35 mL\/day, and test\./.test(text))).toBe(
      true,
    );
    expect(texts.some((text) => /^Leave alkalinity as it is/.test(text))).toBe(true);
    for (const text of texts) expect(text).not.toMatch(/ {2}| [,.;)]|undefined|NaN/);
  });

  it('every word of certainty is explained in one place', () => {
    for (const meaning of Object.values(CERTAINTY_MEANS)) expectSentence(meaning);
  });
});
