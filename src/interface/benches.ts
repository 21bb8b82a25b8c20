/**
 * The benches in the order of the job: where each lives and the question it answers. One list for the menu, the command list
 * and the shortcuts. `group` sets a gap before the first of each part of the job.
 */
export const BENCHES = [
  { path: 'today', name: 'Today', question: 'What needs doing?', group: 'look' },
  { path: 'log', name: 'Log', question: 'What was done and measured?', group: 'look' },
  { path: 'series', name: 'Series', question: 'How has the water moved?', group: 'look' },
  {
    path: 'source',
    name: 'Source',
    question: 'When is the purified water ready, and what does the line need?',
    group: 'water',
  },
  { path: 'salt', name: 'Salt', question: 'What does a salt do to this tank?', group: 'water' },
  { path: 'mix', name: 'Mix', question: 'How much salt for this batch?', group: 'water' },
  { path: 'change', name: 'Change', question: 'What does changing water do, and how much is right?', group: 'water' },
  {
    path: 'top-off',
    name: 'Top-off',
    question: 'How much evaporates, how long will the reservoir last?',
    group: 'water',
  },
  { path: 'dose', name: 'Dose', question: 'What does the tank take, and what replaces it?', group: 'feed' },
  { path: 'tank', name: 'Tank', question: 'How much water is there, and what is it meant to hold?', group: 'feed' },
  { path: 'cycle', name: 'Cycle', question: 'Is the new tank ready, and what does it need today?', group: 'feed' },
] as const;

/** 1 to 9, then 0, as they stand on a keyboard; then a letter. */
const KEYS = '1234567890c';

export function benchKey(i: number): string {
  return KEYS[i] ?? '';
}
