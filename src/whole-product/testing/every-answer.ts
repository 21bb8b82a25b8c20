import { aimFor, bandFor } from '@/derived/observations/targets';
import { algae } from '@/calculators/nutrients/algae';
import { carbonSource } from '@/calculators/nutrients/carbon-source';
import { nutrientBalance } from '@/calculators/nutrients/nutrient-balance';
import { nutrientLevers } from '@/calculators/nutrients/nutrient-levers';
import {
  algaeQuestion,
  balanceQuestion,
  carbonQuestion,
  nuisancesThere,
  nutrientLevelsOf,
} from '@/derived/nutrients/nutrient-questions';
import { stocking } from '@/calculators/cycle/stocking';
import { cycleReading } from '@/calculators/cycle/cycle-reading';
import { additions } from '@/calculators/dosing/additions';
import { correction } from '@/calculators/dosing/correction';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import { mixBatch } from '@/calculators/mixing/mix-batch';
import { limewater } from '@/calculators/limewater/limewater';
import { limewaterHours } from '@/calculators/limewater/limewater-hours';
import { limewaterStuck } from '@/calculators/limewater/limewater-stuck';
import { reactorDialIn } from '@/calculators/reactor/reactor-dial-in';
import { reactorSize } from '@/calculators/reactor/reactor-size';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { attempt } from '@/calculators/calculator/attempt';
import { inWords, refusalSentence } from '@/calculators/calculator/attempt';
import { Refusal } from '@/chemistry/refusal';
import { plainSentence } from '@/calculators/calculator/sentence';
import { disinfectant } from '@/calculators/source-water/disinfectant';
import { roDiWater } from '@/calculators/source-water/ro-di-water';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { away } from '@/calculators/top-off/away';
import { topOffFailure } from '@/calculators/top-off/failure';
import { topOffUpkeep } from '@/calculators/top-off/upkeep';
import type { Answer, Outcome } from '@/calculators/calculator/calculator';
import { DEFAULT_UNITS, type UnitPreferences } from '@/quantities/quantity';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { changeRoutine } from '@/calculators/water-change/change-routine';
import { checklist } from '@/calculators/water-change/checklist';
import { saltsCompared } from '@/calculators/water-change/salts-compared';
import { waterChange } from '@/calculators/water-change/water-change';
import { waterDay } from '@/calculators/water-change/water-day';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { awayQuestion } from '@/derived/today/away';
import { askableEvents, changeWith, looksAtFirst, trialsOf, waterWhenSeen } from '@/derived/trends/before-after';
import { changeHabit } from '@/derived/saltwater/change-habit';
import { levelsNow, consumptionPerDay } from '@/derived/water-change/change-question';
import { cycleFollowed } from '@/derived/cycle/cycle-followed';
import { cycleQuestion, type CycleOutcome, type CycleQuestionOf } from '@/derived/cycle/cycle';
import { doseEffectQuestion } from '@/derived/dosing/dose-effect';
import { correctionQuestions } from '@/derived/dosing/correction-question';
import { doseQuestion } from '@/derived/dosing/dose-question';
import {
  limewaterHoursQuestion,
  limewaterQuestion,
  limewaterStuckQuestion,
} from '@/derived/limewater/limewater-question';
import { dialInQuestion } from '@/derived/reactor/reactor-dial-in-question';
import { reactorQuestion } from '@/derived/reactor/reactor-question';
import { reactorSizeQuestion } from '@/derived/reactor/reactor-size-question';
import { reactorUseNow } from '@/derived/reactor/reactor-use-question';
import { saltStrength } from '@/derived/saltwater/learnt-salt';
import { systemVolumeOf } from '@/derived/tank/system-volume';
import { stockingQuestion } from '@/derived/cycle/new-tank';
import { outlookOf } from '@/derived/day/outlook-of';
import { instrumentFindings } from '@/derived/observations/instrument-check';
import { livestockOutcome } from '@/derived/tank/livestock';
import { trendOf } from '@/derived/trends/parameter-trend';
import { confidenceOf } from '@/derived/balance/record-confidence';
import { levelsOutcome } from '@/derived/trends/levels-question';
import { disinfectantQuestion, sourceState, waterQuestion } from '@/derived/source-water/source-line';
import { todayOf } from '@/derived/today/today';
import { failureQuestion } from '@/derived/limewater/top-off-failure';
import { topOffOutcome } from '@/derived/top-off/top-off-question';
import { upkeepQuestion } from '@/derived/top-off/top-off-upkeep';
import { proposedDay, waterDayQuestion } from '@/derived/saltwater/water-day';
import { waterOfSalt } from '@/derived/saltwater/water-of-salt';

/** What each bench says of each tank, as a sentence read aloud: by "tank: bench". A refusal or a figure that is none throws, and says where. */
export type Said = ReadonlyMap<string, string>;

/**
 * Asks every bench its own question of every tank of a record.
 * @param refusalsToo a refusal is an answer, as it is on a bench; else it is a fault
 * @param tankId the one tank that is asked about; all where none is given
 */
export function everyAnswer(snapshot: Snapshot, now: number, refusalsToo = false, tankId?: string): Said {
  const said = new Map<string, string>();
  const listen = (who: string, work: () => Answer | Outcome<unknown> | undefined) => {
    try {
      const told = work();
      if (!told) return;
      const { answer, values } = 'answer' in told ? told : { answer: told, values: undefined };
      const sentence = sentenceOf(answer, snapshot.settings.units);
      const fault = faultIn(sentence, answer.says.length) ?? notANumberIn(values);
      if (fault) throw new Error(fault);
      said.set(who, sentence);
    } catch (error) {
      if (refusalsToo && error instanceof Refusal) {
        said.set(who, `Refused: ${refusalSentence(inWords(error))}`);
        return;
      }
      throw new Error(`${who}: ${error instanceof Error ? error.message : String(error)}`, { cause: error });
    }
  };
  for (const tank of snapshot.tanks.filter(({ id }) => tankId === undefined || id === tankId))
    askTank(snapshot, tank, now, (bench, work) => listen(`${tank.name}: ${bench}`, work));
  listen('water day', () => {
    const question = waterDayQuestion(snapshot, proposedDay(snapshot, now), now);
    if (!question) return undefined;
    const outcome = waterDay.run(question);
    const tanks = question.tanks.map(({ id = '', name, litres }) => ({ id, name, litres: Number(litres) }));
    const steps = checklist(outcome.values, tanks).flatMap((phase) => phase.steps);
    for (const { says } of steps) {
      const fault = faultIn(plainSentence(says, DEFAULT_UNITS), says.length);
      if (fault) throw new Error(fault);
    }
    return outcome;
  });
  for (const { instrument, outcome } of instrumentFindings(snapshot, now).slice(0, 1))
    listen(`${snapshot.tanks[0]?.name ?? ''}: instruments`, () => (instrument ? outcome : undefined));
  for (const source of snapshot.sources) {
    const state = sourceState(snapshot, source, now);
    listen('source', () => roDiWater.run(waterQuestion(state, 60, { now, readyBy: now + 3 * DAY_MS })));
    listen('supply', () => {
      const question = disinfectantQuestion(state);
      return question && disinfectant.run(question);
    });
  }
  return said;
}

type Ask = (bench: string, work: () => Answer | Outcome<unknown> | undefined) => void;

function askTank(snapshot: Snapshot, tank: Tank, now: number, ask: Ask): void {
  let read: CycleOutcome | undefined;
  ask('cycle', () => {
    const question = cycleFollowed(tank, now) ? cycleQuestion(snapshot, tank, now) : undefined;
    read = question && readOnce(question);
    return read;
  });
  ask('stocking', () => {
    const question = stockingQuestion(snapshot, tank, now);
    return question && stocking.run(question);
  });
  const today = todayOf(snapshot, tank, now, read);
  ask('today', () => today.answer);
  for (const line of today.lines) ask(`today, ${line.title}`, () => line.answer);
  ask('series', () => levelsOutcome(snapshot, tank, now).answer);
  ask('tank', () => systemVolumeOf(tank).answer);
  askOfReadings(snapshot, tank, now, ask);
  askOfDoses(snapshot, tank, now, ask);
  askOfWater(snapshot, tank, now, ask);
  ask('top-off', () => topOffOutcome(snapshot, tank, now));
  ask('if it fails', () => topOffFailure.run(failureQuestion(snapshot, tank, now)));
  ask('upkeep', () => topOffUpkeep.run(upkeepQuestion(snapshot, tank, now)));
  ask('leaving', () => snapshot.settings.away && away.run(awayQuestion(snapshot, tank, now, snapshot.settings.away)));
  for (const parameter of ['alkalinity', 'calcium', 'magnesium', 'ph'] as const)
    for (const { value, low, high } of outlookOf(snapshot, tank, parameter, now, now + 10 * DAY_MS))
      if (!(low <= value && value <= high)) throw new Error(`${tank.name}: outlook of ${parameter} is ${value}`);
}

function askOfReadings(snapshot: Snapshot, tank: Tank, now: number, ask: Ask): void {
  for (const parameter of ['alkalinity', 'magnesium', 'nitrate', 'ph'] as const)
    ask(`trend of ${parameter}`, () => trendOf(snapshot, tank, parameter, now));
  const [event] = askableEvents(snapshot, tank, now);
  ask(
    'what changed',
    () =>
      event &&
      changeWith(snapshot, tank, event, now, netVolumeL(tank), { parameter: looksAtFirst(snapshot, tank, event) }),
  );
  ask('when seen', () => {
    const seen = askableEvents(snapshot, tank, now).find((entry) => entry.kind === 'seen' && !entry.gone);
    return seen?.kind === 'seen' ? waterWhenSeen(snapshot, tank, seen, now) : undefined;
  });
  ask('trial', () => {
    const [trial] = trialsOf(snapshot, tank);
    return trial && changeWith(snapshot, tank, trial, now, netVolumeL(tank), { parameter: trial.parameter });
  });
  ask('nutrients', () => nutrientLevelsOf(snapshot, tank, now));
  for (const nutrient of ['nitrate', 'phosphate'] as const) {
    const question = balanceQuestion(snapshot, tank, now, nutrient);
    ask(`balance of ${nutrient}`, () => nutrientBalance.run(question));
    ask(`levers of ${nutrient}`, () =>
      nutrientLevers.run({
        ...question,
        goal: aimFor(tank, nutrient),
        band: [...bandFor(tank, nutrient)] as [number, number],
      }),
    );
  }
  ask('carbon source', () => carbonSource.run(carbonQuestion(snapshot, tank, now, {})));
  ask('algae', () =>
    algae.run(algaeQuestion(snapshot, tank, now, nuisancesThere(snapshot, tank, now)[0] ?? 'cyanobacteria')),
  );
  ask('confidence', () => confidenceOf(snapshot, tank, now));
  ask('livestock', () => livestockOutcome(snapshot, tank, now));
}

const readings = new Map<string, CycleOutcome>();

/** The daily reading of a cycle, the slowest of all answers. It knows no calendar, so what differs by the day alone is read once. */
export function readOnce(question: CycleQuestionOf): CycleOutcome {
  const { now } = question;
  const key = JSON.stringify(question, (_, value: unknown) =>
    typeof value === 'number' && value > 1e11 ? value - now : value,
  );
  const known = readings.get(key) ?? cycleReading.run(question);
  readings.set(key, known);
  return known;
}

function askOfDoses(snapshot: Snapshot, tank: Tank, now: number, ask: Ask): void {
  const { outcome: question, refusal } = attempt(() => doseQuestion(snapshot, tank, now));
  if (!question) {
    ask('dose', () => {
      throw new Refusal(refusal);
    });
    return;
  }
  ask('dose', () => dosingPlan.run(question.input));
  ask('reactor', () => {
    const input = reactorQuestion(snapshot, tank, now, question, { effluent: 28 * DKH });
    return input && reactorOutput.run(input);
  });
  ask('reactor use', () => reactorUseNow(snapshot, tank, now, question, { effluent: 28 * DKH, chamberPh: 6.5 }, 8));
  ask('reactor dial-in', () => {
    const input = dialInQuestion(snapshot, tank, now, question);
    return input && reactorDialIn.run(input);
  });
  ask('reactor size', () => {
    const input = reactorSizeQuestion(snapshot, tank, now, question, { effluent: 28 * DKH, chamberPh: 6.5 });
    return input && reactorSize.run(input);
  });
  ask('limewater', () => {
    const input = tank.limewater && limewaterQuestion(snapshot, tank, now);
    return input && limewater.run(input);
  });
  ask('limewater hours', () => {
    const input =
      tank.limewater &&
      limewaterHoursQuestion(snapshot, tank, now, {
        hours: { fromMinute: 1200, forMinutes: 720 },
        pulses: 0,
        litresPerDay: 0.01,
      });
    return input && limewaterHours.run(input);
  });
  ask('limewater stuck', () => {
    const input = tank.limewater && limewaterStuckQuestion(snapshot, tank, now);
    return input && limewaterStuck.run(input);
  });
  for (const { input } of attempt(() => correctionQuestions(snapshot, tank, now, question)).outcome ?? [])
    ask(`correction of ${input.parameter}`, () => correction.run(input));
  ask('a dose', () => {
    const [solution] = snapshot.solutions;
    const input = solution && doseEffectQuestion(snapshot, tank, solution, 20);
    return input && additions.run(input);
  });
}

function askOfWater(snapshot: Snapshot, tank: Tank, now: number, ask: Ask): void {
  const habit = changeHabit(snapshot, tank, now);
  const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
  const levels = levelsNow(snapshot, tank, now);
  const takes = consumptionPerDay(snapshot, tank, now);
  const newWater = waterOf(salt);
  const asked = { netVolumeL: netVolumeL(tank), tank: { salinity: 35, ...levels }, newWater, consumptionPerDay: takes };
  ask('change', () => waterChange.run({ ...asked, changeL: habit.changeL }));
  ask('routine', () =>
    changeRoutine.run({ ...asked, routine: { by: 'changes', changeL: habit.changeL, everyDays: habit.everyDays } }),
  );
  ask('mix', () =>
    mixBatch.run({ litresWanted: 40, targetSalinity: 35, gramsPerLAt35: saltStrength(snapshot, salt).gramsPerLAt35 }),
  );
  ask('salts', () => {
    const { alkalinity, calcium, magnesium } = levels;
    if (alkalinity === undefined || calcium === undefined || magnesium === undefined) return undefined;
    return saltsCompared.run({
      netVolumeL: netVolumeL(tank),
      changeL: habit.changeL,
      everyDays: habit.everyDays,
      salinity: 35,
      consumptionPerDay: { alkalinity: takes.alkalinity, calcium: takes.calcium, magnesium: takes.magnesium },
      now: { alkalinity, calcium, magnesium },
      salts: snapshot.salts.flatMap(({ name, profile }) => (profile ? [{ name, ...profile }] : [])),
    });
  });
}

function waterOf(salt: Parameters<typeof waterOfSalt>[0]) {
  const { salinity, alkalinity, calcium, magnesium, nitrate, phosphate } = waterOfSalt(salt, 35);
  return { salinity, alkalinity, calcium, magnesium, nitrate, phosphate };
}

/** As it would be read aloud, in the record's own units; moments in UTC, which is enough to see that they are told. */
function sentenceOf({ says, because }: Answer, units: UnitPreferences): string {
  return `${plainSentence(says, units)} ${plainSentence(because, units)}`.trim();
}

function faultIn(sentence: string, phrases: number): string | undefined {
  if (phrases === 0 || sentence.length < 8) return `says nothing: "${sentence}"`;
  return /NaN|undefined|Infinity|\[object/.test(sentence) ? `says "${sentence}"` : undefined;
}

/** The place of a figure that is none, anywhere in what was worked out. */
function notANumberIn(value: unknown, place = 'values'): string | undefined {
  if (typeof value === 'number') return Number.isNaN(value) ? `${place} is not a number` : undefined;
  if (typeof value !== 'object' || value === null) return undefined;
  for (const [key, each] of Object.entries(value)) {
    const found = notANumberIn(each, `${place}.${key}`);
    if (found) return found;
  }
  return undefined;
}
