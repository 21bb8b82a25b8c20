import { AMOUNTS } from '@/calculators/calculator/amounts';
import { parameterOf, readingExpectation } from '@/calculators/parameters/parameters';
import { slashed } from '@/quantities/compose';
import { KINDS, unitsOf, type QuantityKind } from '@/quantities/kinds';
import type { Hours } from '@/record/kinds/entry-kind';
import { understood, type Understood } from './drafts';
import { hoursAt } from './hours';
import type { FigureRead, Line } from './line';
import { solutionsAt, type SolutionsNamed } from './names';
import { stretchFrom } from './stretch';

const STOPPED = [
  'off',
  'stop',
  'stopped',
  'stopping',
  'stopped dosing',
  'turned off',
  'no more',
  'paused',
  'shut off',
  'ended',
  'switched off',
  'quit',
];
const ONCE = ['dosed', 'dose', 'gave', 'added', 'put', 'poured', 'by hand', 'once', 'one dose', 'one-off', 'add'];
const DAILY = [
  'dosing', 'doses', 'runs', 'run', 'running', 'drips', 'dripping', 'now', 'up to', 'down to', 'raised', 'increased', 'reduced', 'lowered', 'dropped', 'cut', 'set to', 'to', 'at',
  'dosing at', 'upped', 'bumped', 'started', 'started dosing', 'changed',
]; // prettier-ignore
/** Words after which a stretch is of a bottle, a pump or a vessel and no dose. */
const NO_DOSE = /^(?:bottle|measured|container|vessel|jug|stirrer|stirred|cleaned|media)$/;
const OF_A_VESSEL = /^(?:g|gr|gram|grams|kg|mg|oz|lb|dkh|meq|mmol|ms|µs|us)$/;
const PULSES = /^(?:pulses?|portions?|times|doses)$/;

type Action = 'stopped' | 'once' | 'daily';

interface Amount {
  readonly how: 'a day' | 'a volume' | 'bare';
  readonly at: number;
  readonly read: FigureRead;
  /** It is what another was changed to: "25 -> 30". */
  readonly turned?: true;
}

/**
 * Doses within a stretch: "dosed 20 ml carbonate", "soda ash up to 35", "stopped the calcium", "25 ml/day each of both parts".
 * @param carried the action of the stretch before, which one without a word of its own follows
 */
export function readDosing(
  line: Line,
  from: number,
  to: number,
  carried: Action | undefined,
): { made: Understood[]; action: Action | undefined } {
  const named: (SolutionsNamed & { at: number })[] = [];
  let ends = to;
  for (let i = from; i < ends; i++) {
    if (!line.free(i)) continue;
    // Grams, a test's figure or a bottle: of the vessel, and no dose.
    if (NO_DOSE.test(line.word(i)) || (line.isNumber(i) && OF_A_VESSEL.test(line.word(line.numberAt(i).end))))
      return { made: [], action: undefined };
    const found = solutionsAt(line, i);
    if (found) {
      named.push({ ...found, at: i });
      i = found.end - 1;
    }
    // "carb and cal both at 30": names joined by a break are one list.
    if (i === ends - 1 && named.length > 0 && joins(line, ends) && solutionsAt(line, ends + 1))
      ends = stretchFrom(line, ends + 1).to;
  }
  const [first] = named;
  if (!first) {
    askWhich(line, from, to);
    return { made: [], action: undefined };
  }
  if (isPowder(line, from, ends, first)) return { made: [], action: undefined };
  const parts = pairsOf(line, from, ends, named);
  if (parts) {
    let action = actionOf(line, from, ends)?.action ?? carried;
    const made = parts.flatMap((part) => {
      const each = readDosing(line, part.from, part.to, action);
      action = each.action ?? action;
      return each.made;
    });
    return { made, action };
  }
  const said = actionOf(line, from, ends);
  const amount = amountAt(line, from, ends, named);
  const solutions = [...new Map(named.flatMap((each) => each.solutions.map((one) => [one.id, one] as const))).values()];
  const action = said?.action ?? (amount?.turned ? 'daily' : amount?.how === 'a day' ? 'daily' : carried);
  if (isReading(line, first, amount, said?.action)) return { made: [], action: undefined };
  const takeNames = () => {
    for (const { at, end } of named) line.use(at, end);
    for (const { at, end } of said?.places ?? []) line.use(at, end);
    for (let i = from; i < ends; i++)
      if (
        /^(?:each|both|of|the|a|day|dosing|dose|is|per|turned|switched|shut|set|from|with|over|->|→|\+|&|and|part|parts|now)$/.test(
          line.word(i),
        )
      )
        line.use(i);
  };

  if (action === 'stopped' && amount === undefined) {
    takeNames();
    return {
      made: solutions.map(({ id }) => understood(first.at, 'standing-dose', { solutionId: id, mlPerDay: 0 })),
      action,
    };
  }
  if (amount === undefined) return { made: [], action: undefined };
  const refused = refusedBy(line, amount, action, first.at);
  if (refused) {
    takeNames();
    return { made: [], action };
  }
  if (action === 'once' && amount.how !== 'a day') {
    takeNames();
    line.use(amount.at, amount.read.end);
    return {
      made: solutions.map(({ id }) => understood(first.at, 'dose', { solutionId: id, volumeMl: amount.read.amount })),
      action,
    };
  }
  if (action === 'daily' || amount.how === 'a day') {
    takeNames();
    line.use(amount.at, amount.read.end);
    const shape = shapeOf(line, from, ends);
    return {
      made: solutions.map(({ id }) =>
        understood(first.at, 'standing-dose', { solutionId: id, mlPerDay: amount.read.amount, ...shape }),
      ),
      action: 'daily',
    };
  }
  const [{ name } = { name: '' }] = solutions;
  const figure = line.text.slice(line.tokens[amount.at]?.from, line.tokens[amount.read.end - 1]?.to);
  line.ask(
    Math.min(first.at, amount.at),
    Math.max(first.end, amount.read.end),
    `Once, or each day from now on? Write “dosed ${figure} ${name}” or “${name} ${figure}/day”.`,
  );
  takeNames();
  return { made: [], action: undefined };
}

/** A dose of something that is no solution of the record. */
function askWhich(line: Line, from: number, to: number): void {
  const at = Array.from({ length: to - from }, (_, k) => from + k).find(
    (i) => line.free(i) && /^(?:dosed|dosing|dose)$/.test(line.word(i)),
  );
  if (at === undefined || !amountAt(line, at + 1, to, [])) return;
  const { solutions } = line.context;
  line.ask(
    at,
    to,
    solutions.length > 0
      ? `Which solution? Known here: ${solutions.map(({ name }) => name).join(', ')}.`
      : 'Which solution? None is described yet: add one under Bottles and solutions › Solutions, then log it.',
  );
}

/** "carb 25 ml/d cal 25 ml/d": a statement a solution, where each has its own figure. */
function pairsOf(
  line: Line,
  from: number,
  to: number,
  named: readonly { at: number; end: number }[],
): { from: number; to: number }[] | undefined {
  if (named.length < 2) return undefined;
  const figures = Array.from({ length: to - from }, (_, k) => from + k).filter(
    (i) => line.free(i) && line.tokens[i]?.kind === 'number',
  );
  const [first] = named;
  if (figures.length !== named.length || !first) return undefined;
  const leads = first.at < (figures[0] ?? 0);
  return named.map((each, k) =>
    leads
      ? { from: k === 0 ? from : each.at, to: named[k + 1]?.at ?? to }
      : { from: k === 0 ? from : (named[k - 1]?.end ?? from), to: k === named.length - 1 ? to : each.end },
  );
}

const SPOONS = /^(?:tsps?|tbsps?|teaspoons?|tablespoons?|tbs|scoops?|spoons?)$/;

/** Spoons of limewater are spoons of its powder: weighed, and no dose of the clear water. */
function isPowder(line: Line, from: number, to: number, { solutions }: SolutionsNamed): boolean {
  if (!solutions.some(({ parts }) => parts.some(({ reagent }) => reagent === 'calcium-hydroxide'))) return false;
  for (let i = from; i < to; i++) if (SPOONS.test(line.word(i))) return true;
  return false;
}

function joins(line: Line, at: number): boolean {
  return /^(?:and|\+|&)$/.test(line.word(at));
}

function actionOf(
  line: Line,
  from: number,
  to: number,
): { action: Action; places: { at: number; end: number }[] } | undefined {
  const found: { action: Action; at: number; end: number }[] = [];
  for (let i = from; i < to; i++) {
    if (!line.free(i)) continue;
    for (const [action, words] of [
      ['stopped', STOPPED],
      ['once', ONCE],
      ['daily', DAILY],
    ] as const) {
      const each = line.longestAt(i, words);
      if (each && !found.some(({ at, end }) => i >= at && i < end)) found.push({ action, at: i, end: each.end });
    }
  }
  const strongest = (['stopped', 'once', 'daily'] as const).find((action) =>
    found.some((each) => each.action === action),
  );
  return strongest && { action: strongest, places: found };
}

/** The amount of a stretch: the one behind "to" where there are two ("from 25 to 30 ml/day"). */
function amountAt(
  line: Line,
  from: number,
  to: number,
  named: readonly { at: number; end: number }[],
): Amount | undefined {
  const all: Amount[] = [];
  for (let i = from; i < to; i++) {
    if (!line.free(i) || !line.isNumber(i) || named.some(({ at, end }) => i >= at && i < end)) continue;
    if (hoursAt(line, i, false) && !/^(?:to|-|–)$/.test(line.word(i - 1)) && all.length > 0) break;
    if (PULSES.test(line.word(i + 1)) || /^[x×]$/.test(line.word(i - 1))) continue;
    const rate = line.figureAt(i, AMOUNTS.standingDose, i, { quiet: true });
    const volume = line.figureAt(i, AMOUNTS.dose, i, { quiet: true });
    const spelled =
      rate && rate !== 'refused' && rate.withUnit
        ? slashed(line.text.slice(line.tokens[line.numberAt(i).end]?.from, line.tokens[rate.end - 1]?.to))
        : '';
    if (rate && rate !== 'refused' && spelled.includes('/')) all.push({ how: 'a day', at: i, read: rate });
    else if (volume && volume !== 'refused' && volume.withUnit) all.push({ how: 'a volume', at: i, read: volume });
    else if (rate && rate !== 'refused' && !isUnit(line.word(line.numberAt(i).end)))
      all.push({ how: 'bare', at: i, read: rate });
    const last = all.at(-1);
    if (last?.at === i) i = last.read.end - 1;
  }
  const last = all.at(-1);
  const turned = last && all.length > 1 && /^(?:to|->|→|-|–|>)$/.test(line.word(last.at - 1));
  if (turned) {
    for (const { at } of all) line.use(at);
    line.use(last.at - 1);
    return { ...last, turned: true };
  }
  return all[0];
}

/** Spellings of all units but those of a dose. */
const UNITS: ReadonlySet<string> = new Set(
  (Object.keys(KINDS) as QuantityKind[])
    .filter((kind) => kind !== 'dose' && kind !== 'doseRate' && kind !== 'volume')
    .flatMap((kind) => unitsOf(kind).flatMap(({ symbol, aliases }) => [symbol.toLowerCase(), ...aliases])),
);

function isUnit(word: string): boolean {
  return word !== '' && UNITS.has(word);
}

/** A name that is a test as well, with a figure that is one of that test, is a reading: "calcium 430". */
function isReading(
  line: Line,
  { parameter }: SolutionsNamed,
  amount: Amount | undefined,
  action: Action | undefined,
): boolean {
  if (!parameter || amount?.how === 'a day' || amount?.how === 'a volume' || action === 'stopped') return false;
  if (amount === undefined) return true;
  const { low, high } = readingExpectation(parameter);
  const unit = line.figureAt(amount.at, readingExpectation(parameter), amount.at, { quiet: true });
  const plausible = unit !== undefined && unit !== 'refused' && unit.amount >= low && unit.amount <= high;
  return plausible || parameterOf(parameter).kind === 'ph' || action === undefined;
}

/** Tells what a figure is refused for, by the amount it is meant as. */
function refusedBy(line: Line, { at, how, read }: Amount, action: Action | undefined, from: number): boolean {
  const { low, high } = action === 'once' && how !== 'a day' ? AMOUNTS.dose : AMOUNTS.standingDose;
  if (read.amount >= low && read.amount <= high) return false;
  line.ask(Math.min(from, at), read.end, `A dose is ${low} to ${high} mL.`);
  return true;
}

/** The hours it runs in and the portions it comes in, in the stretch or behind the next comma. */
function shapeOf(line: Line, from: number, to: number): { hours?: Hours; alsoHours?: Hours; pulses?: number } {
  const windows: Hours[] = [];
  let pulses: number | undefined;
  let stretch = { from, to };
  for (let hops = 0; hops < 3; hops++) {
    let found = false;
    for (let i = stretch.from; i < stretch.to; i++) {
      if (!line.free(i)) continue;
      const window = hoursAt(line, i, false);
      if (window && windows.length < 2) {
        windows.push(window.hours);
        line.use(i, window.end);
        found = true;
        continue;
      }
      const count = Number(line.word(i));
      const behind = /^[x×]$/.test(line.word(i - 1)) && line.isNumber(i);
      if ((behind || (line.isNumber(i) && PULSES.test(line.word(i + 1)))) && Number.isInteger(count)) {
        if (count < AMOUNTS.pulses.low || count > AMOUNTS.pulses.high)
          line.ask(i, i + 2, `At most ${AMOUNTS.pulses.high} pulses a day.`);
        else pulses = count;
        line.use(behind ? i - 1 : i, behind ? i + 1 : i + 2);
        if (line.word(i - 1) === 'in') line.use(i - 1);
        found = true;
      }
    }
    if (hops > 0 && !found) break;
    if (!line.tokens[stretch.to]) break;
    const next = stretchFrom(line, stretch.to + 1);
    // Only a stretch that begins with hours or a number of portions runs on.
    const begins =
      hoursAt(line, next.from, false) ??
      (line.isNumber(next.from) && PULSES.test(line.word(next.from + 1))) ??
      undefined;
    if (!begins && !(line.word(next.from) === 'in' && PULSES.test(line.word(next.from + 2)))) break;
    stretch = next;
  }
  const [hours, alsoHours] = windows;
  return { ...(hours && { hours }), ...(alsoHours && { alsoHours }), ...(pulses !== undefined && { pulses }) };
}
