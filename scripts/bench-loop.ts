import { keptScore } from '@/calculators/dosing/testing/kept-score';
import type { Hardship, Kept } from '@/calculators/dosing/testing/kept-tank';
import { asAdvised, bySlope, onlyOutOfRange, solvedEachTest } from '@/calculators/dosing/testing/keepers';

const TANKS = 200;
/** None of the costs and priors was chosen on these. */
const FIRST_SEED = 50_000;

const KEEPERS = {
  'only out of the range': onlyOutOfRange,
  'slope of the last two tests': bySlope(1),
  'half of that slope': bySlope(0.5),
  'solved at each test': solvedEachTest(0),
  'solved, and a fourteenth of what is missing': solvedEachTest(1 / 14),
  'as advised, few changes': asAdvised('few changes'),
  'as advised, close to target': asAdvised('close to target'),
} as const;

const HARDER: readonly (readonly [string, Hardship])[] = [
  ['tests every fortnight', { everyDays: 14 }],
  ['5 % slips', { slips: 0.05 }],
  ['5 % of doses missed and logged as given', { missed: 0.05 }],
  ['net volume 10 % less than written', { volume: 0.9 }],
  ['net volume 10 % more than written', { volume: 1.1 }],
  ['follows every second advice', { halfHearted: true }],
  ['consumption wanders twice as far', { wander: 2 }],
  ['consumption does not answer to the level', { answers: 0 }],
];

/** Half a year of advice followed, on tanks by a simulator of its own: what counts is how near the level stays. */
export function loop(target: (name: string, figure: string, met: boolean | undefined) => void): void {
  console.log(`\n${TANKS} tanks kept for 26 weeks, tests each week: days within 0.5 dKH of the target`);
  const plain = new Map(Object.entries(KEEPERS).map(([name, keeper]) => [name, score(name, keeper, {})]));
  const few = plain.get('as advised, few changes');
  const close = plain.get('as advised, close to target');
  const thumb = plain.get('slope of the last two tests');
  if (!few || !close || !thumb) throw new Error('keepers by these names');
  target('few changes: near on 92 of 100 days', percent(few.near), few.near >= 0.92);
  target('few changes: at most 10 moves', few.moves.toFixed(1), few.moves <= 10);
  target('close to target: near on 94 of 100 days', percent(close.near), close.near >= 0.94);
  target('worst day nearer than by the slope', `${few.worst.toFixed(2)} dKH`, few.worst < thumb.worst);
  target('supply misses by at most 2.8 %', percent(few.missedBy), few.missedBy <= 0.028);
  target('no more turns than by the slope', few.turns.toFixed(1), few.turns <= thumb.turns);
  for (const [words, hardship] of HARDER) {
    console.log(words);
    const own = score('as advised, few changes', asAdvised('few changes'), hardship);
    const whole = score('slope of the last two tests', bySlope(1), hardship);
    const half = score('half of that slope', bySlope(0.5), hardship);
    const best = Math.max(whole.near, half.near);
    target(`${words}: as near as the better rule of thumb`, percent(own.near), own.near >= best);
  }
}

function score(name: string, keeper: (typeof KEEPERS)[keyof typeof KEEPERS], hardship: Hardship): Kept {
  const kept = keptScore(keeper, TANKS, FIRST_SEED, hardship);
  console.log(
    `${name.padEnd(46)} near ${percent(kept.near)}  misses ${percent(kept.missedBy)}  moves ${kept.moves.toFixed(1)}  turns ${kept.turns.toFixed(1)}  tests ${kept.tests.toFixed(1)}  worst ${kept.worst.toFixed(2)} dKH`,
  );
  return kept;
}

function percent(share: number): string {
  return `${(100 * share).toFixed(1)} %`;
}
