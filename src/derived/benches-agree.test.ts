import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Phrase } from '@/calculators/calculator/calculator';
import { DOSED_FACTS, DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { plainSentence } from '@/calculators/calculator/sentence';
import { afterChange } from '@/calculators/dosing/after-change';
import { limewater } from '@/calculators/limewater/limewater';
import { methodsCompared } from '@/calculators/methods/methods-compared';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { DEFAULT_UNITS, showText } from '@/quantities/quantity';
import { inOrder } from '@/record/entries-of';
import { emptySnapshot, newTank } from '@/record/defaults';
import type { Snapshot, Entry, EntryDraft, Solution, Tank } from '@/record/schema';
import { drawnNumber, tried } from '@/testing/tier';
import { spend } from '@/testing/work';
import { afterChangeQuestion } from './outlook/after-change';
import { balanceAt, broughtPerDay } from './balance/balance';
import { levelsNow, movingCautions } from './water-change/change-question';
import { correctionQuestions } from './dosing/correction-question';
import { doseQuestion } from './dosing/dose-question';
import { dosesSet } from './supplies/doses-set';
import { levelsOutcome } from './trends/levels-question';
import { limewaterQuestion } from './limewater/limewater-question';
import { methodsQuestion } from './methods/methods-question';
import { outlook } from './outlook/outlook';
import { movedOf } from './trends/how-it-moves';
import { trendOf } from './trends/parameter-trend';
import { reactorQuestion } from './reactor/reactor-question';
import { scheduleQuestion } from './schedule/schedule-question';
import { todayOf } from './today/today';
import { dosesRunning } from './balance/what-goes-in';

/*
 * The benches tell of one water: whatever the record holds, none gives another slope, level or consumption than the balance does, nor
 * sums what goes in otherwise. Nothing here knows how the balance sums: each bench's own question or sentence is read back.
 */

const now = 200 * DAY_MS;
const V = 200;
const soda: Solution = { id: 'soda', name: 'Carbonate', parts: [{ reagent: 'sodium-carbonate', gramsPerL: 80 }] };
const chloride: Solution = {
  id: 'chloride',
  name: 'Chloride',
  parts: [{ reagent: 'calcium-chloride-dihydrate', gramsPerL: 110 }],
};
const lime: Solution = { id: 'lime', name: 'Limewater', parts: [{ reagent: 'calcium-hydroxide', gramsPerL: 1.5 }] };

interface Drawn {
  readonly soda: number;
  readonly sodaAnew: number | undefined;
  readonly anewDaysAgo: number;
  readonly chloride: number;
  readonly lime: number;
  readonly reactor: number;
  readonly changeL: number;
  readonly byHand: 'once' | 'daily' | 'never';
  readonly fall: number;
  readonly noise: readonly number[];
}

const drawn: fc.Arbitrary<Drawn> = fc.record({
  soda: fc.integer({ min: 0, max: 40 }),
  sodaAnew: fc.option(fc.integer({ min: 0, max: 60 }), { nil: undefined }),
  anewDaysAgo: fc.integer({ min: 1, max: 30 }),
  chloride: fc.integer({ min: 0, max: 40 }),
  lime: fc.constantFrom(0, 0, 400, 900),
  reactor: fc.constantFrom(0, 0, 2, 6),
  changeL: fc.constantFrom(0, 10, 30),
  byHand: fc.constantFrom('once' as const, 'daily' as const, 'never' as const),
  fall: fc.double({ min: -0.05, max: 0.1, noNaN: true }),
  noise: fc.array(fc.double({ min: -0.1, max: 0.1, noNaN: true }), { minLength: 9, maxLength: 9 }),
});

function recordOf(given: Drawn): { readonly snapshot: Snapshot; readonly tank: Tank } {
  const tank: Tank = {
    ...newTank('t'),
    name: 'Bay',
    displayL: V,
    netVolumeL: V,
    openSurfaceM2: 0.6,
    reservoirL: 25,
    supplies: given.reactor > 0 ? ['parts', 'reactor'] : ['parts'],
    parts: { alkalinity: 'soda', calcium: 'chloride' },
    targets: { alkalinity: [8 * DKH, 8.8 * DKH], calcium: [410, 450] },
    limewater: { solutionId: 'lime', vessel: 'plain', litres: 10 },
  };
  let count = 0;
  const entry = (daysAgo: number, row: Partial<EntryDraft> & { kind: EntryDraft['kind'] }): Entry =>
    ({
      id: `e${String(++count).padStart(3, '0')}`,
      tankId: 't',
      at: now - Math.round(daysAgo * DAY_MS),
      ...row,
    }) as Entry;
  const dosing = (daysAgo: number, solutionId: string, mlPerDay: number) =>
    entry(daysAgo, { kind: 'standing-dose', solutionId, mlPerDay });
  const hand = (daysAgo: number) => entry(daysAgo, { kind: 'dose', solutionId: 'soda', volumeMl: 12 });
  const entries = [
    dosing(80, 'soda', given.soda),
    dosing(80, 'chloride', given.chloride),
    ...(given.lime > 0 ? [dosing(80, 'lime', given.lime)] : []),
    ...(given.sodaAnew === undefined ? [] : [dosing(given.anewDaysAgo, 'soda', given.sodaAnew)]),
    ...(given.reactor > 0
      ? [entry(70, { kind: 'reactor', mlPerMin: given.reactor, effluentAlkalinity: 22 * DKH })]
      : []),
    ...(given.changeL > 0
      ? [52, 45, 38, 31, 24, 17, 10, 3].map((day) => entry(day, { kind: 'water-change', volumeL: given.changeL }))
      : []),
    ...(given.byHand === 'once' ? [hand(6)] : []),
    ...(given.byHand === 'daily' ? Array.from({ length: 20 }, (_, i) => hand(i + 0.5)) : []),
    ...given.noise.map((noise, i) =>
      entry(58 - 7 * i, {
        kind: 'reading',
        values: { alkalinity: (8.4 + noise - given.fall * 7 * i) * DKH, calcium: 425 + 40 * noise },
      }),
    ),
  ];
  return {
    tank,
    snapshot: {
      ...emptySnapshot('UTC'),
      tanks: [tank],
      solutions: [soda, chloride, lime],
      entries: entries.toSorted(inOrder),
    },
  };
}

/** Rates that a sentence tells of a parameter's unit. */
const ratesIn = (says: readonly Phrase[], kind: string) =>
  says.flatMap((phrase) =>
    typeof phrase === 'object' && 'kind' in phrase && phrase.kind === kind ? [phrase.amount] : [],
  );

const shownRates = (says: readonly Phrase[]) =>
  says.flatMap((phrase) =>
    typeof phrase === 'object' && 'kind' in phrase && phrase.kind === 'alkalinityRate'
      ? [showText(phrase, DEFAULT_UNITS)]
      : [],
  );

describe('every bench tells of one water', () => {
  it('whatever runs, was set anew, was given by hand or changed', () => {
    const numRuns = tried(12, 250);
    spend('records put to every bench', numRuns);
    fc.assert(
      fc.property(drawn, (given) => {
        const { snapshot, tank } = recordOf(given);
        const balance = balanceAt(snapshot, tank, now);
        const { alkalinity } = balance.of;
        const slope = alkalinity.slope?.perDay ?? NaN;
        expect(alkalinity.slope?.by).toBe('balance');
        const question = doseQuestion(snapshot, tank, now);

        // Dosing: what its sources and others bring, less its demand, is the slope; and so is what the plan leaves where nothing is changed.
        for (const parameter of DOSED_PARAMETERS) {
          const demand = question.input.demand[parameter];
          const { slope: told } = balance.of[parameter];
          if (!demand || !told) continue;
          const { outcome } = attempt(() =>
            dosingPlan.run({
              ...question.input,
              sources: question.input.sources.map((each) => ({ ...each, use: 'fixed' })),
            }),
          );
          const asItRuns = outcome?.values.balance.find((each) => each.parameter === parameter);
          const reduced = outcome?.values.doses.some(({ action }) => action !== 'leave');
          if (asItRuns && !reduced) expect(asItRuns.overPerDay / V).toBeCloseTo(told.perDay, 9);
          expect(demand.perDay).toBe(balance.of[parameter].consumption?.perDay);
        }

        // Levels, on Today and Trends; and Water change.
        const levels = levelsOutcome(snapshot, tank, now).answer;
        const falling = ratesIn(levels.says, 'alkalinityRate');
        const moved = movedOf(snapshot, tank, 'alkalinity', now);
        // By the balance of now where that shows it; else over the weeks that do, since it is dosed as it is.
        if (moved?.moves && moved.overDays === undefined) expect(moved.perDay).toBeCloseTo(slope, 9);
        for (const rate of falling) expect(rate).toBeCloseTo(Math.abs(moved?.perDay ?? NaN), 9);
        // And as the caption under Trends' picture has it, to the same digit.
        const captions = shownRates(trendOf(snapshot, tank, 'alkalinity', now).answer.says);
        if (falling.length > 0 && captions.length > 0) expect(captions).toEqual(shownRates(levels.says));
        const moving = movingCautions(snapshot, tank, now).flatMap(({ says }) => ratesIn(says, 'alkalinityRate'));
        for (const rate of moving) expect(rate).toBeCloseTo(Math.abs(slope), 9);
        expect(levelsNow(snapshot, tank, now).alkalinity).toBe(alkalinity.level);

        // Corrections: the same level, and the same supply beside the part.
        const [corrected] = correctionQuestions(snapshot, tank, now, question);
        expect(corrected?.input.level).toBe(alkalinity.level);
        const part = corrected ? (corrected.input.runsMlPerDay ?? 0) * corrected.input.part.perMl : NaN;
        const besides = broughtPerDay(balance, 'alkalinity', ({ source }) => source !== 'soda').amountPerDay;
        expect(corrected?.input.othersPerDay).toBeCloseTo(Math.max(0, besides) / V, 9);
        expect((part + besides) / V).toBeCloseTo(alkalinity.suppliedPerDay, 9);

        // Reactor: what it is not asked for is what the others bring.
        const reactor = reactorQuestion(snapshot, tank, now, question, { effluent: 22 * DKH });
        const ofReactor = broughtPerDay(balance, 'alkalinity', ({ source }) => source === 'reactor').amountPerDay;
        const ofPart = broughtPerDay(balance, 'alkalinity', ({ source }) => source === 'soda').amountPerDay;
        expect(reactor?.demandPerDay).toBe(alkalinity.consumption?.perDay);
        expect(((reactor?.carriedMmolPerDay ?? NaN) + ofReactor + ofPart) / V).toBeCloseTo(
          alkalinity.suppliedPerDay,
          9,
        );

        // Limewater: what it supplies and what the others do; and Methods by the same litres and strength.
        const asked = limewaterQuestion(snapshot, tank, now);
        const ofLime = asked && attempt(() => limewater.run(asked)).outcome?.values;
        if (ofLime && (given.lime === 0 || asked.runs === true))
          expect(ofLime.supplies + Number(asked.othersPerDay)).toBeCloseTo(alkalinity.suppliedPerDay, 9);
        const methods = methodsQuestion(snapshot, tank, now);
        const compared = methods && attempt(() => methodsCompared.run(methods)).outcome?.values.methods;
        const byLime = compared?.find(({ id }) => id === 'limewater')?.capacity;
        if (ofLime && byLime !== undefined) expect(byLime).toBeCloseTo(ofLime.room, 9);

        // The schedule of the day doses the same.
        const schedule = scheduleQuestion(snapshot, tank, now, dosesRunning(snapshot, tank, now));
        expect(schedule.consumption).toBeCloseTo(Math.max(0, alkalinity.consumption?.perDay ?? 0), 12);
        for (const { source, mlPerDay } of schedule.parts)
          expect(balance.inputs.find((each) => each.source === source.id)?.mlPerDay).toBe(mlPerDay);

        // Today's line is the bench's own answer.
        const line = todayOf(snapshot, tank, now).lines.find(({ bench }) => bench === 'dosing');
        expect(line?.answer).toEqual(attempt(() => dosingPlan.run(question.input)).outcome?.answer);
      }),
      { numRuns, seed: drawnNumber('benches agree') | 0 },
    );
  });

  it('the outlook goes the way of the balance, with the doses that run and with doses thought of', () => {
    const numRuns = tried(6, 60);
    spend('records put to every bench', numRuns);
    fc.assert(
      fc.property(drawn, fc.integer({ min: 0, max: 60 }), (given, thought) => {
        const { snapshot, tank } = recordOf({ ...given, changeL: 0, reactor: 0 });
        const set = dosesSet(snapshot, tank, now, [{ id: 'soda', mlPerDay: thought }]);
        for (const overlay of [[], set]) {
          const { slope } = balanceAt(snapshot, tank, now, overlay).of.alkalinity;
          const points = outlook(snapshot, tank, 'alkalinity', now, now + 12 * DAY_MS, overlay).filter(
            ({ at }) => at >= now,
          );
          const [first, last] = [points[0], points.at(-1)];
          if (!first || !last || last.value < 0.2) continue;
          const perDay = ((last.value - first.value) / (last.at - first.at)) * DAY_MS;
          // Limewater's own water dilutes by less than a thousandth a day.
          expect(perDay).toBeCloseTo(slope?.perDay ?? NaN, 2);
        }
        // What is thought of changes the slope by its own millilitres, and nothing else.
        const [as, then] = [balanceAt(snapshot, tank, now), balanceAt(snapshot, tank, now, set)];
        const runs = as.inputs.find(({ source }) => source === 'soda')?.mlPerDay ?? 0;
        const perMl = DOSED_FACTS.alkalinity.perMl({ alkalinityMmolPerL: 1509.6 } as never);
        expect((then.of.alkalinity.slope?.perDay ?? NaN) - (as.of.alkalinity.slope?.perDay ?? NaN)).toBeCloseTo(
          ((thought - runs) * perMl) / V,
          4,
        );
      }),
      { numRuns, seed: drawnNumber('outlook agrees') | 0 },
    );
  });
});

describe('after a change of dose', () => {
  const tank: Tank = { ...newTank('t'), name: 'Bay', displayL: V, netVolumeL: V, supplies: ['parts'] };
  const perMl = 1.5096; // 80 g/L of sodium carbonate, CIAAW 2021
  const day = (days: number) => days * DAY_MS;
  /** A tank that consumes 0.2 mmol/L a day, worked through by quarter days of plain arithmetic: nothing of the tank model is in it. */
  const readings = (given: {
    readonly ml: (at: number) => number;
    readonly once: Readonly<Record<number, number>>;
    readonly effluent?: (at: number) => number | undefined;
  }) => {
    const levels: Entry[] = [];
    let level = 3;
    for (let quarter = 0; quarter <= 4 * 60; quarter++) {
      const at = quarter / 4;
      if (at % 5 === 0)
        levels.push({ id: `r${at}`, tankId: 't', at: day(at), kind: 'reading', values: { alkalinity: level } });
      const byReactor = 3 * 1.44 * ((given.effluent?.(at) ?? level) - level);
      level += (given.ml(at) * perMl + byReactor) / V / 4 - 0.2 / 4 + ((given.once[at] ?? 0) * perMl) / V;
    }
    return levels;
  };
  const dose = (at: number, mlPerDay: number): Entry => ({
    id: `d${at}`,
    tankId: 't',
    at: day(at),
    kind: 'standing-dose',
    solutionId: 'soda',
    mlPerDay,
  });
  const asked = (entries: readonly Entry[]) => {
    const snapshot: Snapshot = {
      ...emptySnapshot('UTC'),
      tanks: [tank],
      solutions: [soda],
      entries: entries.toSorted(inOrder),
    };
    const question = afterChangeQuestion(snapshot, tank, day(60) + 1);
    if (!question) throw new Error('nothing was changed');
    return afterChange.run(question);
  };

  it('a correction by hand meanwhile is no fault of the pump', () => {
    const ml = (at: number) => (at < 48 ? 20 : 26);
    const once = { 55: 60 };
    const { values } = asked([
      dose(0, 20),
      dose(48, 26),
      { id: 'c', tankId: 't', at: day(55), kind: 'dose', solutionId: 'soda', volumeMl: 60 },
      ...readings({ ml, once }),
    ]);
    expect(values.asForetold).toBe(true);
    expect(Math.abs(values.off ?? NaN) / DKH).toBeLessThan(0.05);
  });

  it('a reactor that was set is among what runs, and is itself asked after', () => {
    const ml = () => 20;
    const runs = readings({ ml, once: {}, effluent: (at) => (at < 45 ? undefined : 10) });
    const reactor: Entry = { id: 'x', tankId: 't', at: day(45), kind: 'reactor', mlPerMin: 3, effluentAlkalinity: 10 };
    const { values, answer } = asked([dose(0, 20), reactor, ...runs]);
    expect(values.asForetold).toBe(true);
    expect(plainSentence(answer.says, DEFAULT_UNITS)).toMatch(/^The tank did what was foretold/);
    // One that gives less than it was set to is looked into at its effluent, and at no pump of a bottle.
    const weak = readings({ ml, once: {}, effluent: (at) => (at < 45 ? undefined : 5) });
    const found = asked([dose(0, 20), reactor, ...weak]);
    expect(found.values.asForetold).toBe(false);
    expect(found.cautions.map(({ says }) => says.join(' ')).join()).toMatch(/test the effluent and measure the flow/);
  });
});

describe('tanks keep to themselves', () => {
  const nano: Tank = {
    ...newTank('nano'),
    name: 'Nano',
    displayL: 30,
    limewater: { solutionId: 'lime', vessel: 'plain', litres: 2 },
  };
  const large: Tank = {
    ...newTank('t'),
    name: 'Bay',
    displayL: V,
    supplies: ['parts'],
    parts: { alkalinity: 'soda', calcium: 'chloride' },
  };
  const alk = (daysAgo: number, dkh: number): Entry => ({
    id: `a${daysAgo}`,
    tankId: 't',
    at: now - daysAgo * DAY_MS,
    kind: 'reading',
    values: { alkalinity: dkh * DKH, calcium: 430 },
  });
  const dosed: Entry = {
    id: 'd',
    tankId: 't',
    at: now - 40 * DAY_MS,
    kind: 'standing-dose',
    solutionId: 'soda',
    mlPerDay: 20,
  };
  const snapshot = (solutions: Solution[], tanks: Tank[]): Snapshot => ({
    ...emptySnapshot('UTC'),
    tanks,
    solutions,
    entries: [dosed, ...[30, 23, 16, 9, 2].map((day) => alk(day, 8 + day * 0.02))].toSorted(inOrder),
  });

  it('a bottle described for one is no part of another’s plan', () => {
    const without = doseQuestion(snapshot([soda, chloride], [large]), large, now);
    const beside = doseQuestion(snapshot([soda, chloride, lime], [large, nano]), large, now);
    expect(beside.parts).toEqual(without.parts);
    expect(beside.input.sources.find(({ id }) => id === 'lime')?.use).toBe('off');
    const [plan, before] = [dosingPlan.run(beside.input), dosingPlan.run(without.input)];
    expect(plan.answer).toEqual(before.answer);
    expect(plan.values.doses.map(({ id }) => id)).not.toContain('lime');
  });

  it('one that is no tank’s yet is offered to all, and one that this tank is given is used', () => {
    const spare: Solution = {
      id: 'spare',
      name: 'Magnesium',
      parts: [{ reagent: 'magnesium-chloride-hexahydrate', gramsPerL: 200 }],
    };
    const offered = doseQuestion(snapshot([soda, chloride, spare], [large, nano]), large, now);
    expect(offered.parts.magnesium?.id).toBe('spare');
    const given = { ...large, mix: { lime: 'solved' as const } };
    const used = doseQuestion(snapshot([soda, chloride, lime], [given, nano]), given, now);
    expect(used.input.sources.find(({ id }) => id === 'lime')?.use).toBe('solved');
  });
});
