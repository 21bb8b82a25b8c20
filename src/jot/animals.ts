import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { AddedKind } from '@/calculators/cycle/cycle-input';
import { understood, type Understood } from './drafts';
import { classOf, comesByThePiece, isClassName, LONGEST_NAME, UNSURE } from './lexicon/animals';
import { FILLERS } from './lexicon/fillers';
import type { Line } from './line';
import { parameterAt } from './names';

const CAME: readonly string[] = [
  'added',
  'add',
  'new',
  'in',
  'went in',
  'bought',
  'introduced',
  'put in',
  'was added',
  'were added',
  '+',
  'stocked',
];
const LOST: readonly string[] = [
  'lost',
  'died',
  'dead',
  'found dead',
  'found a dead',
  'has died',
  'have died',
  'passed',
];
const LEFT: readonly string[] = ['removed', 'rehomed', 'gave away', 'sold', 'moved', 'moved to', 'traded'];
/** Words about an animal that say nothing of its class. */
const ABOUT_IT: ReadonlySet<string> = new Set(
  'small large big little tiny baby juvenile adult pair more another frag frags colony colonies piece pieces head heads to tank x × pieces lot out away other the in of some young'.split(
    ' ',
  ),
);

type Way = 'in' | 'lost' | 'out';

interface Named {
  readonly what: AddedKind;
  readonly name: string;
  readonly at: number;
  readonly end: number;
}

/** The longest name of an animal, a rock or a culture at a token. */
function nameAt(line: Line, at: number): Named | undefined {
  for (let length = LONGEST_NAME; length > 0; length--) {
    const words = line.tokens.slice(at, at + length);
    if (words.length < length || words.some((token, i) => token.kind !== 'word' || !line.free(at + i))) continue;
    const name = words.map(({ text }) => text).join(' ');
    const what = classOf(name);
    if (what) return { what, name, at, end: at + length };
  }
  return undefined;
}

/**
 * What came in, died or was taken out within a stretch: "2 clowns in", "lost the goby", "10 snails".
 * @param before how the stretch before it went on, which one without a word of its own follows
 */
export function readAnimals(
  line: Line,
  from: number,
  to: number,
  before: Way | undefined,
): { made: Understood[]; way: Way | undefined } {
  const said = wayOf(line, from, to);
  const named: Named[] = [];
  for (let i = from; i < to; i++) {
    const found = line.free(i) ? nameAt(line, i) : undefined;
    if (!found || found.end > to) continue;
    named.push(found);
    i = found.end - 1;
  }
  if (named.length === 0) {
    askWhich(line, from, to, said);
    return { made: [], way: opensList(line, from, to, said) ? said?.way : undefined };
  }
  const counted = named.every(
    ({ what, at, end }) =>
      comesByThePiece(what) && (countBefore(line, at, from) ?? countBehind(line, end)) !== undefined,
  );
  // Without a word for it, animals with their number came in, where the stretch says nothing else of them.
  const way = said?.way ?? before ?? (counted && nothingElse(line, from, to, named) ? 'in' : undefined);
  if (!way) return { made: [], way: undefined };
  const made = named.flatMap(({ what, name, at, end }): Understood[] => {
    if (way !== 'in' && !comesByThePiece(what)) return [];
    const told = countBefore(line, at, from) ?? countBehind(line, end);
    const count = comesByThePiece(what) ? (told?.count ?? 1) : 1;
    if (count < AMOUNTS.addedCount.low || count > AMOUNTS.addedCount.high) {
      line.ask(told?.at ?? at, end, 'One to a thousand at a time.');
      return [];
    }
    if (told && comesByThePiece(what)) line.use(told.at, told.end);
    line.use(at, end);
    const mass =
      what === 'live rock' || what === 'dry rock' || what === 'sand' || what === 'bacteria'
        ? (amountBefore(line, at, from) ?? amountBehind(line, end))
        : undefined;
    if (mass) {
      line.use(Math.min(at, mass.at), Math.max(end, mass.end));
      return [understood(at, 'put-in', { what, count: 1, note: mass.text })];
    }
    const note = isClassName(name) || (!comesByThePiece(what) && way === 'in') ? {} : { note: name };
    return [
      way === 'in'
        ? understood(at, 'put-in', { what, count, ...note })
        : understood(at, 'taken-out', { what, count, ...(way === 'lost' && { lost: true }), ...note }),
    ];
  });
  if (made.length > 0) {
    if (said) line.use(said.at, said.end);
    for (let i = from; i < to; i++) if (ABOUT_IT.has(line.word(i)) && line.free(i)) line.use(i);
  }
  return { made, way };
}

/** "new frag, acropora": what came in is named behind the comma. */
function opensList(line: Line, from: number, to: number, said: { at: number; end: number } | undefined): boolean {
  const next = nameAt(line, to + 1);
  if (!said || !next || !nothingElse(line, from, to, [{ ...next, at: said.at, end: said.end }])) return false;
  line.use(from, to);
  return true;
}

/** "10 kg of live rock": how much, as it was told. */
function amountBefore(line: Line, at: number, from: number): { at: number; end: number; text: string } | undefined {
  for (let i = at - 1; i >= Math.max(from, at - 4); i--)
    if (line.isNumber(i) && line.free(i)) return amountBehind(line, i);
  return undefined;
}

function amountBehind(line: Line, at: number): { at: number; end: number; text: string } | undefined {
  if (!line.isNumber(at) || !line.free(at)) return undefined;
  const { end } = line.numberAt(at);
  const unit = line.unitAt(end, AMOUNTS.saltMass) ?? line.unitAt(end, AMOUNTS.dose);
  return unit && { at, end: unit.end, text: line.text.slice(line.tokens[at]?.from, line.tokens[unit.end - 1]?.to) };
}

function wayOf(line: Line, from: number, to: number): { way: Way; at: number; end: number } | undefined {
  for (let i = from; i < to; i++)
    for (const [way, words] of [
      ['lost', LOST],
      ['out', LEFT],
      ['in', CAME],
    ] as const) {
      const found = line.longestAt(i, words);
      // "in the back": a place, and no coming in.
      if (found && !(found.words === 'in' && /^(?:the|my|a)$/.test(line.word(found.end))))
        return { way, at: i, end: found.end };
    }
  return undefined;
}

function countBefore(line: Line, at: number, from: number): { count: number; at: number; end: number } | undefined {
  let i = at - 1;
  while (i >= from && (ABOUT_IT.has(line.word(i)) || line.word(i) === 'of') && line.word(i) !== 'pair') i--;
  if (i < from || !line.isNumber(i) || !line.free(i)) return undefined;
  const count = Number(line.numberAt(i).text.replace('-', ''));
  return Number.isInteger(count) ? { count, at: i, end: i + 1 } : undefined;
}

/** "mushroom x3". */
function countBehind(line: Line, end: number): { count: number; at: number; end: number } | undefined {
  if (!/^[x×]$/.test(line.word(end)) || line.tokens[end + 1]?.kind !== 'number') return undefined;
  return { count: Number(line.word(end + 1)), at: end, end: end + 2 };
}

function nothingElse(line: Line, from: number, to: number, named: readonly Named[]): boolean {
  for (let i = from; i < to; i++) {
    if (!line.free(i) || line.isNumber(i) || FILLERS.has(line.word(i)) || ABOUT_IT.has(line.word(i))) continue;
    if (!named.some(({ at, end }) => i >= at && i < end)) return false;
  }
  return true;
}

const WHAT_CLASS =
  'What was it to count as: fish, clean-up crew, soft coral or stony coral? As in “added 1 soft coral”.';

/** "added an anemone": what came in is said, and its class is not sure. */
function askWhich(line: Line, from: number, to: number, said: { way: Way; at: number; end: number } | undefined): void {
  if (!said) return;
  // "lost 3 unicorns": how many is said, and of what is not known.
  const count = line.tokens[said.end];
  const noun = line.tokens[said.end + 1];
  if (
    /^(?:lost|added|died|add|removed)$/.test(line.word(said.at)) &&
    count?.kind === 'number' &&
    noun?.kind === 'word' &&
    /^\d{1,3}$/.test(count.text) &&
    noun.text.length > 3 &&
    !noun.glued &&
    line.free(said.end + 1) &&
    !line.unitAt(said.end + 1, AMOUNTS.saltMass) &&
    !line.unitAt(said.end + 1, AMOUNTS.dose)
  ) {
    line.ask(said.at, to, WHAT_CLASS);
    return;
  }
  for (let i = from; i < to; i++)
    if (line.free(i) && UNSURE.has(line.word(i)) && !parameterAt(line, i))
      line.ask(Math.min(said.at, i), to, WHAT_CLASS);
}
