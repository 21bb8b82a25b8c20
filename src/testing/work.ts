import { appendFileSync } from 'node:fs';

/**
 * What makes a suite slow, counted. A machine's pace differs from day to day, the work does not: `npm test` fails where
 * more of it is done than `scripts/work-budget.json` allows, and never by a clock.
 */
export type Work =
  | 'the demo opened, every bench asked'
  | 'records put to every bench'
  | 'simulated tanks'
  | 'fed tanks'
  | 'simulated cycles'
  | 'hostile inputs'
  | 'mutated files'
  | 'source copied and compiled'
  | 'pages loaded'
  | 'accessibility checks';

/** Books so much work. `scripts/test.mjs` says where to, and adds it up; a test run by itself keeps no book. */
export function spend(work: Work, much = 1): void {
  const snapshot = process.env.WORK_BOOK;
  // One short line is appended whole, whichever process writes it.
  if (snapshot) appendFileSync(snapshot, `${much} ${work}\n`);
}
