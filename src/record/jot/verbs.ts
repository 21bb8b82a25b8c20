import { ADDED_KINDS } from '@/calculators/cycle/cycle-input';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import type { Expectation } from '@/chemistry/units/parse-quantity';
import type { EntryDraft } from '../schema';
import { jotExamples } from './example';
import type { Scanner } from './scanner';
import { addedKind, upkeepItem } from './vocabulary';

/** What a verb makes, once the moment of the line is known; nothing where it could not be read, which is told as a problem. */
type Made = ((at: number) => EntryDraft) | undefined;
type Verb = (scanner: Scanner, from: number) => Made;

const changed: Verb = (scanner, from) => {
  const volumeL = scanner.readQuantity({ ...AMOUNTS.waterChange, whole: scanner.context.netVolumeL }, from);
  let salinity: number | undefined;
  if (/^\s*(?:at|of)\s+[\d.,]+\s*(?:ppt|sg)\b/i.test(scanner.rest())) {
    scanner.skipFillers();
    salinity = scanner.readQuantity(AMOUNTS.newWaterSalinity, from);
  }
  if (volumeL === undefined) return undefined;
  return (at) => ({ kind: 'water-change', at, volumeL, ...(salinity === undefined ? {} : { salinity }) });
};

/** "refilled 11.5 l", to the mark; "refilled 5 l to 20 l" where it was not filled. */
const refilled: Verb = (scanner, from) => {
  const volumeL = scanner.readQuantity(AMOUNTS.refill, from);
  const leavesL = scanner.take(/^\s*(?:to|leaving)\s+(?=[\d.,])/i)
    ? scanner.readQuantity(TOP_OFF_AMOUNTS.reservoirLevel, from)
    : undefined;
  if (volumeL === undefined) return undefined;
  return (at) => ({ kind: 'refill', at, volumeL, ...(leavesL === undefined ? {} : { leavesL }) });
};

const reservoir: Verb = (scanner, from) => {
  scanner.skipFillers();
  const litres = scanner.readQuantity(TOP_OFF_AMOUNTS.reservoirLevel, from);
  return litres === undefined ? undefined : (at) => ({ kind: 'reservoir-level', at, litres });
};

/** "room 20.5 c 38 %", either alone or both. */
const room: Verb = (scanner, from) => {
  let airC: number | undefined;
  let humidityPercent: number | undefined;
  while (/^[\s,]*[+-]?[\d.,]*\d/.test(scanner.rest())) {
    scanner.take(/^[\s,]+/);
    if (/^[\d.,]+\s*(?:%|percent|pc\b)/i.test(scanner.rest()))
      humidityPercent = scanner.readQuantity(AMOUNTS.humidity, from);
    else if (airC === undefined) airC = scanner.readQuantity(AMOUNTS.roomTemperature, from);
    else break;
  }
  if (airC === undefined && humidityPercent === undefined) {
    if (scanner.problems.length === 0)
      scanner.problem(from, `How warm is the room, or how humid? As in ${jotExamples(scanner.context.units).room}.`);
    return undefined;
  }
  return (at) => ({
    kind: 'room',
    at,
    ...(airC === undefined ? {} : { airC }),
    ...(humidityPercent === undefined ? {} : { humidityPercent }),
  });
};

/** "pump ran 41 min in 7 days". */
const pump: Verb = (scanner, from) => {
  scanner.take(/^\s*(?:has\s+)?ran\b/i);
  const ranDays = scanner.readQuantity(TOP_OFF_AMOUNTS.minutesRun, from);
  if (ranDays === undefined) return undefined;
  scanner.take(/^\s*(?:in|over)\b/i);
  const overDays = scanner.readQuantity(TOP_OFF_AMOUNTS.runOver, from);
  return overDays === undefined ? undefined : (at) => ({ kind: 'pump-run', at, ranDays, overDays });
};

/** "cleaned float", "checked sensors". */
const seenTo: Verb = (scanner, from) => {
  const words = scanner.take(/^\s*(?:the\s+)?([\p{L}-]+)(?:\s+(?:sensor|eye|switch)\b)?/iu)?.[1]?.toLowerCase() ?? '';
  const item = upkeepItem(words);
  if (item) return (at) => ({ kind: 'upkeep', at, item });
  scanner.problem(
    from,
    'What was seen to? Known here: optical, float, pressure, sensors, cut-out, pump, hose, reservoir.',
  );
  return undefined;
};

/** "bottle carbonate 1.2 l": what stands in it. */
const bottle: Verb = (scanner, from) => {
  const solution = scanner.readSolution();
  const volumeMl = solution && scanner.readQuantity(TOP_OFF_AMOUNTS.bottle, from);
  if (solution && volumeMl !== undefined)
    return (at) => ({ kind: 'bottle-level', at, solutionId: solution.id, volumeMl });
  if (!solution) scanner.problem(from, `Which bottle? ${knownSolutions(scanner)}`);
  return undefined;
};

const reactor: Verb = (scanner, from) => {
  const mlPerMin = scanner.readQuantity(AMOUNTS.reactorFlow, from);
  scanner.take(/^[\s,]*(?:effluent)?/i);
  const effluentAlkalinity = mlPerMin === undefined ? undefined : scanner.readQuantity(AMOUNTS.effluent, from);
  if (mlPerMin === undefined || effluentAlkalinity === undefined) return undefined;
  return (at) => ({ kind: 'reactor', at, mlPerMin, effluentAlkalinity });
};

const note: Verb = (scanner, from) => {
  const words = scanner
    .rest()
    .replace(/^[\s:]+/, '')
    .trim();
  scanner.position = scanner.line.length;
  if (words) return (at) => ({ kind: 'note', at, note: words });
  scanner.problem(from, 'A note needs some words after it.');
  return undefined;
};

/** "added 2 fish", "added bacteria": how many, if said, then what. */
const added: Verb = (scanner, from) => {
  const match = /^\s*(?:(\d+)\s*[x×]?\s*|an?\s+)?(\p{L}[\p{L}-]*(?:\s+\p{L}[\p{L}-]*)?)/iu.exec(scanner.rest());
  const words = match?.[2]?.toLowerCase().split(/\s+/) ?? [];
  const found = addedKind(words.join(' ')) ?? addedKind(words[0] ?? '');
  if (!match || !found) {
    scanner.position += match?.[0].length ?? 0;
    scanner.problem(from, `What went in? Known here: ${ADDED_KINDS.join(', ')}.`);
    return undefined;
  }
  const one = addedKind(words.join(' ')) === undefined;
  scanner.position += one ? match[0].length - (words[1]?.length ?? 0) : match[0].length;
  const count = Number(match[1] ?? 1);
  if (count >= 1 && count <= 1000) return (at) => ({ kind: 'put-in', at, what: found, count });
  scanner.problem(from, 'One to a thousand at a time.');
  return undefined;
};

/** "20ml carbonate", "carbonate 20 ml/day" or "carbonate off". */
function dosing(expected: Expectation, make: (solutionId: string, amount: number) => (at: number) => EntryDraft): Verb {
  return (scanner, from) => {
    const before = scanner.readSolution();
    if (before && expected.kind === 'doseRate' && scanner.take(/^\s*off\b/i)) return make(before.id, 0);
    const value = scanner.readQuantity(expected, from);
    if (value === undefined) return undefined;
    scanner.skipFillers();
    const solution = before ?? scanner.readSolution();
    if (solution) return make(solution.id, value);
    scanner.problem(from, `Which solution? ${knownSolutions(scanner)}`);
    return undefined;
  };
}

function knownSolutions({ context: { solutions } }: Scanner): string {
  return solutions.length > 0
    ? `Known here: ${solutions.map(({ name }) => name).join(', ')}.`
    : 'No solution is described yet: add one on the Tank bench, then log it.';
}

const once = dosing(AMOUNTS.dose, (solutionId, volumeMl) => (at) => ({ kind: 'dose', at, solutionId, volumeMl }));
const standing = dosing(AMOUNTS.standingDose, (solutionId, mlPerDay) => (at) => ({
  kind: 'standing-dose',
  at,
  solutionId,
  mlPerDay,
}));

/** What was done, by the word it is jotted with. */
export const VERBS: ReadonlyMap<string, Verb> = new Map<string, Verb>([
  ['changed', changed],
  ['change', changed],
  ['refilled', refilled],
  ['refill', refilled],
  ['reservoir', reservoir],
  ['room', room],
  ['pump', pump],
  ['cleaned', seenTo],
  ['checked', seenTo],
  ['bottle', bottle],
  ['dosed', once],
  ['dose', once],
  ['dosing', standing],
  ['reactor', reactor],
  ['added', added],
  ['note', note],
]);
