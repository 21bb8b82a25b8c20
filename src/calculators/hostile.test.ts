import { tried } from '@/testing/tier';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { carbonateConstants } from '@/chemistry/carbonate/constants';
import { solveCarbonate } from '@/chemistry/carbonate/solve';
import { estimateConsumption } from '@/chemistry/consumption/estimate';
import { correction } from './dosing/correction';
import { dosingPlan } from './dosing/dosing-plan';
import { poolEvaporationLPerDay } from '@/chemistry/evaporation/pool';
import { topOff } from './top-off/top-off';
import { mixBatch } from './mixing/mix-batch';
import { reactorOutput } from './reactor/reactor-output';
import { Refusal } from '@/chemistry/refusal';
import { inWords } from './calculator/attempt';
import { solutionStrength } from '@/chemistry/reagents/solution';
import { seawaterDensityKgPerM3 } from '@/chemistry/seawater/density';
import { salinityFromSpecificGravity } from '@/chemistry/seawater/specific-gravity';

/** Numbers nobody should type, among some that they might. */
const hostile = fc.oneof(
  fc.constantFrom(0, -0, -1, 1e-300, 1e300, Number.NaN, Infinity, -Infinity, 35, 1.026, 400, 2.9),
  fc.double({ min: -1e6, max: 1e6, noNaN: true }),
  fc.double({ min: 0, max: 60, noNaN: true }),
);

/** Every number anywhere in a result. */
function numbersIn(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  if (Array.isArray(value)) return value.flatMap(numbersIn);
  if (typeof value === 'object' && value !== null) return Object.values(value).flatMap(numbersIn);
  return [];
}

/** Runs a calculation: it refuses in so many words, or all it answers is finite. */
function soundOrRefused<Result>(calculation: () => Result): Result | undefined {
  let result: Result;
  try {
    result = calculation();
  } catch (error) {
    expect(error).toBeInstanceOf(Refusal);
    const detail = inWords(error as Refusal);
    expect(detail.field).not.toBe('');
    expect(detail.allowed).not.toBe('');
    return undefined;
  }
  for (const number of numbersIn(result)) expect(Number.isFinite(number)).toBe(true);
  return result;
}

describe('hostile numbers', () => {
  it('meet a refusal or a finite answer in every seawater function', () => {
    fc.assert(
      fc.property(hostile, hostile, (a, b) => {
        soundOrRefused(() => seawaterDensityKgPerM3(a, b));
        soundOrRefused(() => salinityFromSpecificGravity(a));
        soundOrRefused(() =>
          poolEvaporationLPerDay({ openSurfaceM2: a, waterC: b, airC: a, humidity: b, salinity: 35 }),
        );
      }),
      { numRuns: 400 },
    );
  });

  it('meet a refusal or a finite answer in the carbonate system', () => {
    fc.assert(
      fc.property(hostile, hostile, hostile, hostile, (s, t, alkalinity, pco2) => {
        const k = soundOrRefused(() => carbonateConstants(s, t));
        if (!k) return;
        const whole = alkalinity / 1000;
        soundOrRefused(() => solveCarbonate({ alkalinity: whole, pco2Uatm: pco2 }, k));
        soundOrRefused(() => solveCarbonate({ alkalinity: whole, phTotal: pco2 }, k));
        soundOrRefused(() => solveCarbonate({ alkalinity: whole, dic: pco2 / 1000 }, k));
        soundOrRefused(() => solveCarbonate({ dic: whole, phTotal: pco2 }, k));
        soundOrRefused(() => solveCarbonate({ dic: whole, pco2Uatm: pco2 }, k));
        soundOrRefused(() => solveCarbonate({ phTotal: alkalinity, pco2Uatm: pco2 }, k));
      }),
      { numRuns: 400 },
    );
  });

  it('never make a batch of less than no salt or no water', () => {
    fc.assert(
      fc.property(hostile, hostile, hostile, (litresWanted, targetSalinity, gramsPerLAt35) => {
        const outcome = soundOrRefused(() =>
          mixBatch.run({ litresWanted, targetSalinity, gramsPerLAt35, gramsPerLFrom: 'yours', temperatureC: 25 }),
        );
        if (outcome) expect(Math.min(outcome.values.saltG, outcome.values.waterL)).toBeGreaterThan(0);
      }),
      { numRuns: 400 },
    );
  });

  it('never make a top-off that loses less than nothing or holds more than its reservoir', () => {
    fc.assert(
      fc.property(
        hostile,
        hostile,
        fc.array(fc.tuple(hostile, hostile), { maxLength: 5 }),
        (netVolumeL, reservoirL, refills) => {
          const sound = refills.filter(([at, litres]) => Number.isFinite(at) && litres > 0 && litres < 1e4);
          const outcome = soundOrRefused(() =>
            topOff.run({
              now: 2e6,
              netVolumeL,
              salinity: 35,
              reservoirL,
              refills: sound.map(([at, litres]) => ({ at, litres })),
              surroundings: { openSurfaceM2: 1, waterC: 25, airC: 21, humidity: 0.5 },
            }),
          );
          if (!outcome) return;
          expect(outcome.values.litresPerDay).toBeGreaterThanOrEqual(0);
          expect(outcome.values.leftL).toBeGreaterThanOrEqual(0);
          expect(outcome.values.leftL).toBeLessThanOrEqual(reservoirL);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('never dose less than nothing, whatever the demand and whatever others bring', () => {
    fc.assert(
      fc.property(
        hostile,
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        (netVolumeL, perDay, carried) => {
          const outcome = soundOrRefused(() =>
            dosingPlan.run({
              netVolumeL,
              demand: {
                alkalinity: {
                  perDay,
                  sd: 0.01,
                  basis: { by: 'readings', readings: 2, leftOut: 0 },
                  mismatch: false,
                  withinTestError: false,
                },
              },
              sources: [{ name: 'Part', perMl: { alkalinity: 1.5 } }],
              others: [{ by: 'limewater', perDay: { alkalinity: carried } }],
              certainty: 'estimated',
            }),
          );
          for (const dose of outcome?.values.doses ?? []) {
            expect(dose.mlPerDay).toBeGreaterThanOrEqual(0);
            expect(dose.lowMlPerDay).toBeLessThanOrEqual(dose.solvedMlPerDay);
            expect(dose.highMlPerDay).toBeGreaterThanOrEqual(dose.solvedMlPerDay);
          }
        },
      ),
      { numRuns: 400 },
    );
  });

  it('never run a reactor backwards', () => {
    fc.assert(
      fc.property(hostile, hostile, hostile, (netVolumeL, effluentAlkalinity, tankAlkalinity) => {
        if (!Number.isFinite(tankAlkalinity)) return;
        const outcome = soundOrRefused(() =>
          reactorOutput.run({
            netVolumeL,
            demandPerDay: 0.2,
            demandSd: 0.02,
            demandBasis: { by: 'yours', readings: 2, leftOut: 0 },
            carriedMmolPerDay: 0,
            carriedBy: [],
            effluentAlkalinity,
            tankAlkalinity,
            tankAlkalinityOrigin: 'yours',
            certainty: 'estimated',
          }),
        );
        if (outcome) expect(outcome.values.mlPerMin).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 400 },
    );
  });

  it('never correct by less than nothing or faster than the limit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 8.9, noNaN: true }),
        // Aims and paces beyond what is refused: see the correction's own test.
        fc.double({ min: 2.2, max: 4.4, noNaN: true }),
        fc.double({ min: 0.01, max: 0.53, noNaN: true }),
        (level, aim, limitPerDay) => {
          const perMl = 1.5;
          const { values } = correction.run({
            parameter: 'alkalinity',
            netVolumeL: 300,
            level,
            levelSd: 0.03,
            aim,
            limitPerDay,
            part: { name: 'Part', perMl },
          });
          expect(values.mlPerDay).toBeGreaterThanOrEqual(0);
          expect((values.mlPerDay * perMl) / 300).toBeLessThanOrEqual(limitPerDay * (1 + 1e-6));
        },
      ),
    );
  });

  it('never describe a solution that could not be dissolved', () => {
    fc.assert(
      fc.property(hostile, (gramsPerL) => {
        const strength = soundOrRefused(() => solutionStrength([{ reagent: 'calcium-hydroxide', gramsPerL }]));
        if (strength) expect(gramsPerL > 0 && gramsPerL <= 1.73).toBe(true); // CRC Handbook, 20 °C, from memory
      }),
      { numRuns: 300 },
    );
  });

  it('never estimate from readings that cannot tell', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 5 }), fc.double({ min: 0, max: 9, noNaN: true })), {
          maxLength: 8,
        }),
        (readings) => {
          const estimate = soundOrRefused(() =>
            estimateConsumption({
              volumeL: 300,
              events: [],
              readings: readings.map(([day, value]) => ({
                species: 'alkalinity',
                at: day * 86_400_000,
                value,
                sd: 0.04,
              })),
            }),
          );
          const days = new Set(readings.map(([day]) => day));
          if (days.size < 2) expect(estimate).toBeUndefined();
          // Where outliers are left out, less than a day may be left between the rest: then there is no estimate, and never a sure one.
          else expect(estimate?.of['alkalinity']?.perDaySd ?? Infinity).toBeGreaterThan(0);
        },
      ),
      { numRuns: tried(30, 300) },
    );
  });
});
