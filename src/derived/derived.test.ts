import { describe, expect, it } from 'vitest';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { DAY_MS, simulate } from '@/chemistry/tank-model/simulate';
import { FRESH_WATER } from '@/chemistry/tank-model/water';
import { emptySnapshot, newTank } from '@/record/defaults';
import { netVolumeL, type Snapshot, type Entry, type EntryOf, type Tank } from '@/record/schema';
import { howSureOfLevel } from './trends/how-it-moves';
import { consumptionOf } from './balance/consumption';
import { co2Seen } from './outlook/co2-of-the-water';
import { outlookOf } from './day/outlook-of';
import { phOutlook } from './outlook/ph-outlook';
import { correctionQuestions } from './dosing/correction-question';
import { doseQuestion } from './dosing/dose-question';
import { reactorQuestion } from './reactor/reactor-question';
import { knownEvents, newWaterOf } from './balance/known-events';
import { saltStrength } from './saltwater/learnt-salt';
import { systemVolumeOf } from './tank/system-volume';
import { levelsOutcome } from './trends/levels-question';
import { suppliesAt } from './supplies/supply-timeline';
import { waterStatus } from './observations/water-status';

const now = 100 * DAY_MS;
const tank: Tank = {
  ...newTank('t'),
  name: 'Bay',
  displayL: 310,
  saltId: 'sea',
  targets: { alkalinity: [8 * DKH, 8.8 * DKH], salinity: [34, 36] },
};
const soda = { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate' as const, gramsPerL: 80 }] };
const lime = { id: 'lime', name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide' as const, gramsPerL: 1.6 }] };
const snapshot = (...entries: Entry[]): Snapshot => ({
  ...emptySnapshot('UTC'),
  tanks: [tank],
  solutions: [soda, lime],
  salts: [
    {
      id: 'sea',
      name: 'Sea',
      gramsPerLAt35: 38,
      profile: { salinity: 35, alkalinity: 3, calcium: 430, magnesium: 1330 },
    },
  ],
  entries: entries.toSorted((a, b) => a.at - b.at),
});
const common = (at: number) => ({ id: String(at), tankId: 't', at });
const alk = (day: number, dkh: number): Entry => ({
  ...common(day * DAY_MS),
  kind: 'reading',
  values: { alkalinity: dkh * DKH },
});
const standing = (day: number, solutionId: string, mlPerDay: number): Entry => ({
  ...common(day * DAY_MS + 1),
  kind: 'standing-dose',
  solutionId,
  mlPerDay,
});

describe('what stands', () => {
  it('is the last word on each solution; nought ends it', () => {
    const b = snapshot(
      standing(1, 'soda', 20),
      standing(2, 'lime', 500),
      standing(3, 'soda', 30),
      standing(4, 'lime', 0),
    );
    expect([...suppliesAt(b, tank, now).doses]).toEqual([['soda', 30]]);
    expect([...suppliesAt(b, tank, 2.5 * DAY_MS).doses]).toEqual([
      ['soda', 20],
      ['lime', 500],
    ]);
  });
});

describe('the water a change put in', () => {
  it('is the entry’s salinity, else the batch’s, else the aim; the salt’s profile scaled to it', () => {
    const change = { ...common(50 * DAY_MS), kind: 'water-change' as const, volumeL: 30 };
    expect(newWaterOf(snapshot(), tank, { ...change, salinity: 33 })).toMatchObject({
      salinity: 33,
      // By the kilogram of salt: 3 × 33 × 1021.83 ÷ (35 × 1023.34), densities by EOS-80.
      alkalinity: expect.closeTo(2.8244, 4) as number,
    });
    const mixed: EntryOf<'batch'> = {
      ...common(49 * DAY_MS),
      kind: 'batch',
      saltId: 'sea',
      volumeL: 30,
      saltG: 1140,
      targetSalinity: 35,
      measuredSalinity: 34.2,
    };
    expect(newWaterOf(snapshot(), tank, change, mixed).salinity).toBe(34.2);
    expect(newWaterOf(snapshot(), tank, change, { ...mixed, at: -90 * DAY_MS }).salinity).toBe(35); // too long ago to be it
    const [event] = knownEvents(snapshot(mixed, change), tank);
    expect(event?.kind === 'exchange' && event.water.salinity).toBe(34.2);
    expect(newWaterOf(snapshot(), tank, change).salinity).toBe(35);
  });
});

describe('consumption from the record', () => {
  it('is net of standing doses and of hand doses: the same water takes the same however it was given', () => {
    const byPump = snapshot(standing(90, 'soda', 20), alk(91, 8.6), alk(95, 7.8));
    // 80 mL by hand in the middle give what 20 mL a day gave over the four days.
    const byHand = snapshot(
      standing(90, 'soda', 0),
      alk(91, 8.6),
      { ...common(93 * DAY_MS), kind: 'dose', solutionId: 'soda', volumeMl: 80 },
      alk(95, 7.8),
    );
    expect((consumptionOf(byPump, tank, 'alkalinity', now)?.perDay ?? 0) / DKH).toBeCloseTo(0.473, 3); // worked by hand
    expect((consumptionOf(byHand, tank, 'alkalinity', now)?.perDay ?? 0) / DKH).toBeCloseTo(0.473, 3);
  });
  it('falls back on the last two readings when the window holds fewer, and gives up on old ones', () => {
    expect(
      consumptionOf(snapshot(standing(1, 'soda', 0), alk(60, 8.6), alk(70, 8)), tank, 'alkalinity', now)?.used,
    ).toHaveLength(2);
    expect(
      consumptionOf(snapshot(standing(1, 'soda', 0), alk(20, 8.6), alk(30, 8)), tank, 'alkalinity', now),
    ).toBeUndefined();
  });
  it('is told in words that mean one thing', () => {
    const word = (...entries: Entry[]) =>
      howSureOfLevel(snapshot(standing(1, 'soda', 0), ...entries), tank, 'alkalinity', now);
    expect(word(alk(99, 8))).toEqual({ certainty: 'not enough yet' });
    expect(word(alk(90, 8.3), alk(95, 8.28))).toMatchObject({ certainty: 'within test error' });
    expect(word(alk(90, 8.6), alk(96, 7.4))).toMatchObject({ certainty: 'estimated', moves: 'falling' });
    expect(
      word(standing(80, 'soda', 20), ...[81, 83, 85, 87, 89, 91, 93, 95, 97, 99].map((day) => alk(day, 8.3))),
    ).toMatchObject({
      certainty: 'estimated',
      moves: 'steady',
    });
  });
});

describe('the dose question', () => {
  it('gives each parameter its own part, and counts limewater and the reactor as carried', () => {
    const b = snapshot(standing(80, 'lime', 2000), alk(91, 8.6), alk(95, 7.8), {
      ...common(96 * DAY_MS),
      kind: 'reactor',
      mlPerMin: 2,
      effluentAlkalinity: 10,
    });
    const { parts, input, balance } = doseQuestion(b, { ...tank, mix: { lime: 'fixed' } }, now);
    expect(parts.alkalinity?.id).toBe('soda');
    const limewater = (2 * (2 * 1600)) / 74.093; // mmol a day: 2 L of 1.6 g/L Ca(OH)2, CIAAW 2021
    // The reactor meets the water as it stands, 7.8 dKH by its readings.
    const level = balance.of.alkalinity.level ?? NaN;
    expect(level / DKH).toBeCloseTo(7.8, 1);
    const reactor = 2 * 1.44 * (10 - level);
    expect(input.others.find(({ by }) => by === 'the reactor')?.perDay.alkalinity).toBeCloseTo(reactor, 9);
    const { values } = dosingPlan.run(input);
    const soda80 = 80 / 105.988; // mol/L of Na2CO3 … two equivalents each; CIAAW 2021
    const need = (input.demand.alkalinity?.perDay ?? 0) * netVolumeL(tank);
    const solved = values.doses.find(({ id }) => id === 'soda')?.solvedMlPerDay ?? 0;
    // No more limewater than evaporation leaves room for.
    const lime = values.doses.find(({ id }) => id === 'lime')?.mlPerDay ?? 0;
    expect(lime).toBeLessThan(2000);
    expect(solved * 2 * soda80).toBeCloseTo(need - (limewater * lime) / 2000 - reactor, 0);
    // What the media bring of calcium follows the alkalinity they bring: 20.04 mg a meq, at whatever level the tank stands.
    const loops = knownEvents(b, tank).filter(({ kind }) => kind === 'loop');
    const start = { at: 97 * DAY_MS, volumeL: 1e6, water: { ...FRESH_WATER, alkalinity: 8.4 * DKH, calcium: 400 } };
    const [after] = simulate(start, loops, [98 * DAY_MS]);
    const given = 2 * 1.44 * (10 - 8.4 * DKH);
    expect(((after?.water.calcium ?? 0) - 400) * 1e6).toBeCloseTo(given * CALCIUM_MG_PER_MEQ, 1);
  });
  it('does not take limewater for the carbonate part, whatever the order of the list', () => {
    const reversed = { ...snapshot(alk(91, 8.6), alk(95, 7.8)), solutions: [lime, soda] };
    expect(doseQuestion(reversed, tank, now).parts).toMatchObject({
      alkalinity: { id: 'soda' },
      calcium: { id: 'lime' },
    });
    expect(doseQuestion(reversed, { ...tank, parts: { alkalinity: 'lime' } }, now).parts.alkalinity?.id).toBe('lime');
  });
  it('lets the keeper overrule demand and volume', () => {
    const { input } = doseQuestion(snapshot(alk(91, 8.6), alk(95, 7.8)), tank, now, {
      netVolumeL: 200,
      perDay: { alkalinity: 0.3 },
    });
    expect(input).toMatchObject({
      netVolumeL: 200,
      certainty: 'worked out',
      demand: { alkalinity: { perDay: 0.3, basis: { by: 'yours' } } },
    });
  });
  it('answers for a reactor once the effluent is known', () => {
    const b = snapshot(standing(90, 'soda', 20), alk(91, 8.6), alk(95, 7.8));
    const question = doseQuestion(b, tank, now);
    expect(reactorQuestion(b, tank, now, question, {})).toBeUndefined();
    const input = reactorQuestion(b, tank, now, question, { effluent: 28 * DKH, tankAlkalinity: 8.2 * DKH });
    if (!input) throw new Error('no question');
    const { values, cautions } = reactorOutput.run(input);
    expect(values.mlPerMin).toBeCloseTo(5.14, 2); // worked by hand
    expect(cautions[0]?.says[0]).toMatch(/takes the place of Carbonate/);
  });
  it('asks for a correction from the level the readings tell together', () => {
    const b = snapshot(alk(91, 8.6), alk(95, 7.8));
    const [first] = correctionQuestions(b, tank, now, doseQuestion(b, tank, now));
    expect(first?.input).toMatchObject({ parameter: 'alkalinity', aim: 8.4 * DKH });
    expect(Number(first?.input.level) / DKH).toBeCloseTo(7.8, 3);
  });
});

describe('the CO2 the water sees', () => {
  // Independent evaluation of Dickson et al. 2007 with Takahashi's f_H: at S 35, 25.5 °C, 8 dKH, pH 8.049 is 700 µatm.
  const read = (values: EntryOf<'reading'>['values'], day = 99): Entry => ({
    ...common(day * DAY_MS),
    kind: 'reading',
    values,
  });
  it('is what alkalinity and pH together mean', () => {
    const seen = co2Seen(snapshot(read({ alkalinity: 8 * DKH, ph: 8.049, salinity: 35, temperature: 25.5 })), tank);
    expect(Math.abs((seen?.pco2Uatm ?? 0) / 700 - 1)).toBeLessThan(0.02);
  });
  it('is not told from readings of different weeks, from one alone, or from the impossible', () => {
    expect(co2Seen(snapshot(read({ alkalinity: 3 }, 90), read({ ph: 8.1 }, 99)), tank)).toBeUndefined();
    expect(co2Seen(snapshot(read({ ph: 8.1 })), tank)).toBeUndefined();
    expect(co2Seen(snapshot(read({ alkalinity: 0, ph: 9.4 })), tank)).toBeUndefined();
  });
});

describe('where pH is heading', () => {
  // The worked table (independent evaluation, S 35, 25.5 °C): at 700 µatm, pH 8.049 at 8 dKH and 7.998 at 7.
  const read = (day: number, dkh: number, ph: number): Entry => ({
    ...common(day * DAY_MS),
    kind: 'reading',
    values: { alkalinity: dkh * DKH, ph, salinity: 35, temperature: 25.5 },
  });
  const at700 = [read(91, 8.4, 8.067), read(95, 8.2, 8.058), read(99, 8, 8.049)];

  it('follows alkalinity down in the same air', () => {
    // 0.05 dKH a day since day 91: 7 dKH on day 119.
    const ahead = phOutlook(snapshot(...at700), tank, now, 119 * DAY_MS);
    expect(ahead[0]?.at).toBe(99 * DAY_MS);
    expect(ahead[0]?.value).toBeCloseTo(8.049, 2);
    expect(ahead.at(-1)?.value).toBeCloseTo(7.998, 2);
    expect(ahead.every(({ low, value, high }) => low < value && value < high)).toBe(true);
  });

  it('is as wide as the air has wandered', () => {
    const width = (entries: Entry[]) => {
      const [first] = phOutlook(snapshot(...entries), tank, now, 105 * DAY_MS);
      return (first?.high ?? NaN) - (first?.low ?? NaN);
    };
    // Mornings and evenings 0.1 apart: two standard deviations of it on either side, and a little for alkalinity.
    const wandering = at700.map((entry, i) => read(91 + i * 4, 8.4 - i * 0.2, 8.05 + (i % 2) * 0.1));
    expect(width(wandering)).toBeGreaterThan(width(at700) + 0.1);
    expect(width(wandering)).toBeLessThan(0.4);
  });

  it('is not told from two readings, or without an alkalinity that moves', () => {
    expect(phOutlook(snapshot(...at700.slice(1)), tank, now, 110 * DAY_MS)).toEqual([]);
    expect(outlookOf(snapshot(...at700), tank, 'nitrate', now, 110 * DAY_MS)).toEqual([]);
    expect(outlookOf(snapshot(...at700), tank, 'ph', now, 110 * DAY_MS).length).toBeGreaterThan(10);
  });
});

describe('answers over the record', () => {
  it('tells levels outside their band only beyond test error', () => {
    expect(waterStatus(snapshot(alk(99, 7.95)), tank, now)[0]?.place).toBe('at the edge');
    expect(waterStatus(snapshot(alk(99, 7.5)), tank, now)[0]?.place).toBe('low');
    expect(levelsOutcome(snapshot(alk(99, 7.5)), tank, now).answer.says.join(' ')).toMatch(/^Alkalinity is low at/);
    expect(levelsOutcome(snapshot(), tank, now).answer.certainty).toBe('not enough yet');
  });
  it('learns a salt before it trusts a label', () => {
    const sea = snapshot().salts[0];
    expect(saltStrength(snapshot(), sea).from).toBe('label');
    expect(
      saltStrength(
        snapshot({
          ...common(1),
          kind: 'batch',
          saltId: 'sea',
          volumeL: 10,
          saltG: 390,
          targetSalinity: 35,
          measuredSalinity: 35,
        }),
        sea,
      ),
    ).toMatchObject({ from: 'learnt', gramsPerLAt35: 39 });
    expect(saltStrength(snapshot(), undefined).from).toBe('assumed');
  });
  it('sums the net volume, and doubts rock that fills the tank', () => {
    expect(systemVolumeOf({ ...tank, sumpL: 60, rockL: 20, sandL: 10 }).answer.says[2]).toMatchObject({ amount: 340 });
    expect(systemVolumeOf({ ...tank, rockL: 200 }).cautions.some(({ severity }) => severity === 'note')).toBe(true);
    expect(systemVolumeOf({ ...tank, rockL: 400 }).answer.certainty).toBe('not enough yet');
  });
});
