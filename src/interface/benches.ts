/**
 * The benches in the order of the job: where each lives and the question it answers. One list for the menu, the command list
 * and the shortcuts. `key` is the shortcut, `group` sets a gap before the first of each part of the job.
 */
export const BENCHES = [
  { path: 'today', key: '1', name: 'Today', question: 'What needs doing?', group: 'look' },
  { path: 'log', key: '2', name: 'Log', question: 'What was done and measured?', group: 'look' },
  { path: 'series', key: '3', name: 'Series', question: 'How has the water moved?', group: 'look' },
  {
    path: 'source',
    key: '4',
    name: 'Source',
    question: 'When is the purified water ready, and what does the line need?',
    group: 'water',
  },
  { path: 'salt', key: '5', name: 'Salt', question: 'What does a salt do to this tank?', group: 'water' },
  { path: 'mix', key: '6', name: 'Mix', question: 'How much salt for this batch?', group: 'water' },
  {
    path: 'change',
    key: '7',
    name: 'Change',
    question: 'What does changing water do, and how much is right?',
    group: 'water',
  },
  {
    path: 'top-off',
    key: '8',
    name: 'Top-off',
    question: 'How much evaporates, how long will the reservoir last?',
    group: 'water',
  },
  { path: 'dose', key: '9', name: 'Dose', question: 'What does the tank take, and what replaces it?', group: 'feed' },
  {
    path: 'limewater',
    key: 'l',
    name: 'Limewater',
    question: 'How much limewater (kalkwasser), how strong, when, and what if its pump sticks?',
    group: 'feed',
  },
  {
    path: 'reactor',
    key: 'g',
    name: 'Reactor',
    question: 'How is a calcium reactor run, dialled in and sized?',
    group: 'feed',
  },
  {
    path: 'tank',
    key: '0',
    name: 'Tank',
    question: 'How much water is there, and what is it meant to hold?',
    group: 'feed',
  },
  {
    path: 'cycle',
    key: 'c',
    name: 'Cycle',
    question: 'Is the new tank ready, and what does it need today?',
    group: 'feed',
  },
] as const;
