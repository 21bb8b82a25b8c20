import { scoreOf } from '@/chemistry/consumption/testing/coverage';
import { CONSUMES, levelAheadScore } from '@/chemistry/consumption/testing/level-ahead-score';
import { cycleScore } from '@/chemistry/cycle/testing/cycle-score';
import { OUTSIDE_FORMS } from '@/chemistry/cycle/testing/outside-cycles';
import { LOSSES, lossScore } from '@/chemistry/evaporation/testing/loss-score';
import { noiseOf, pulledBack, strays, type Reading } from '@/chemistry/readings/testing/outside-series';
import { biasHeld } from '@/chemistry/readings/testing/simulated-kit';
import {
  ABOUT,
  fallsBy,
  fallsLate,
  foreseenScore,
  interruptedScore,
  jumpsBy,
  TO_FORESEE,
  trendScore,
  turnsBy,
  turnsOver,
} from '@/chemistry/readings/testing/trend-scores';

/**
 * What every printed range holds, in 100, on series and tanks that share nothing with the models: the tables of docs/science.md. The seeds
 * lie apart from those of the tests, and nothing was tuned to them.
 * @param scale of the number of series: 1 for the tables of the document
 */
export function ranges(scale = 1): void {
  const many = (count: number) => Math.max(5, Math.round(count * scale));
  const row = (...cells: readonly (string | number)[]) =>
    console.log(`| ${cells.map((cell) => (typeof cell === 'number' ? cell.toFixed(1) : cell)).join(' | ')} |`);

  heading('How a level moves: nine weekly tests of error 1, in 100 series');
  row('truth over eight weeks', 'it falls', 'it rises', 'least squares: it falls');
  for (const errors of [0, 2, 3, 4, 6, 8]) {
    const { falls, rises, leastSquares } = trendScore(fallsBy(errors), { tests: 9 }, many(2000), 100_000);
    row(errors === 0 ? 'steady' : `falls by ${errors}`, falls, rises, leastSquares);
  }
  for (const [name, course] of [
    ['level for four weeks, then falls by 4', fallsLate(4)],
    ['rises by 4 in four weeks, then falls by 4', turnsOver(4)],
  ] as const) {
    const { falls, rises, leastSquares } = trendScore(course, { tests: 9 }, many(2000), 110_000);
    row(name, falls, rises, leastSquares);
  }
  const steady: Readonly<Record<string, Reading>> = {
    'steady, 17 tests': { tests: 17 },
    'steady, 26 tests': { tests: 26 },
    'steady, 17 tests, a slip in twenty': { tests: 17, slips: 0.05 },
    'steady, 13 tests at uneven intervals': { tests: 13, uneven: 0.4 },
    'steady, 13 tests by two instruments': { tests: 13, second: 1 },
  };
  for (const [name, how] of Object.entries(steady)) {
    const { falls, rises, leastSquares } = trendScore(() => 0, how, many(2000), 120_000);
    row(name, falls, rises, leastSquares);
  }

  heading('Where it will be: 17 weekly tests of error 1; held at 7, 14 and 28 days, and half the range');
  row('a level that', 'held 7', '14', '28', 'half 7', '14', '28');
  for (const [name, made] of Object.entries(TO_FORESEE)) {
    const { held, half } = foreseenScore(made, { tests: 17 }, many(400), 130_000);
    row(name, ...held, ...half);
  }

  heading('Where a dosed level will be: held at 7, 14 and 28 days, and half the range in dKH');
  row('consumption', 'held 7', '14', '28', 'half 7', '14', '28');
  for (const name of Object.keys(CONSUMES)) {
    const { held, half } = levelAheadScore(name, many(100), 140_000);
    row(name, ...held, ...half.map((width) => width.toFixed(2)));
  }

  heading('Evaporation: three months of refills; the week to come, the fortnight, and the reservoir at least so long');
  row('loss', 'week held', 'fortnight held', 'lasted', 'half the week’s range, %', 'half that would hold 95, %');
  for (const [name, tank] of Object.entries(LOSSES)) {
    const { week, fortnight, lasted, half, needed } = lossScore(tank, many(400), 150_000);
    row(name, week, fortnight, lasted, half, needed);
  }

  heading('The cycle’s end, asked at a quarter, a half, three quarters and nearly all of it');
  row('outside book', 'asked', 'held', 'days wide in the middle', 'told too late', 'called cycled too soon');
  for (const form of OUTSIDE_FORMS) {
    const { asked, held, days, tooLate, tooSoon } = cycleScore(form, [0.2, 0.4, 0.6, 0.8, 1], many(12), 160_000);
    row(form, String(asked), held, days, tooLate, String(tooSoon));
  }

  heading('What changed with an event that does nothing, or something: 15 tests of error 1 in eight weeks');
  row('truth', 'a jump is told', 'a turn is told', 'segmented least squares: jump', 'turn');
  const about: readonly (readonly [string, (seed: number) => (day: number) => number])[] = [
    ['steady', () => () => 0],
    ['rises evenly by 3', () => (day) => (3 * day) / 56],
    ['rises evenly by 6', () => (day) => (6 * day) / 56],
    ['strays by 0.15 a day', (seed) => strays(noiseOf(seed), 0.15)],
    ['strays by 1 in all, over 20 days', (seed) => pulledBack(noiseOf(seed), { sd: 1, days: 20 })],
    ['strays by 1 in all, over 10 days', (seed) => pulledBack(noiseOf(seed), { sd: 1, days: 10 })],
    ['jumps by 2', () => jumpsBy(2)],
    ['jumps by 3', () => jumpsBy(3)],
    ['turns, to 4 in four weeks', () => turnsBy(4)],
    ['turns, to 6 in four weeks', () => turnsBy(6)],
  ];
  for (const [name, made] of about) {
    const { jump, turn, lineJump, lineTurn } = interruptedScore(made, ABOUT, many(1000), 170_000);
    row(name, jump, turn, lineJump, lineTurn);
  }

  heading('Consumption, and a kit against another');
  row('figure', 'held', 'half the range, %');
  const consumption = scoreOf(many(60), 180_000);
  for (const species of ['alkalinity', 'calcium', 'magnesium'] as const)
    row(`consumption of ${species}`, 100 * consumption[species].held, 100 * consumption[species].halfWidth);
  row('bias of a kit', 100 * biasHeld(many(500)), '');
}

function heading(text: string): void {
  console.log(`\n${text}`);
}
