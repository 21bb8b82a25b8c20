/** The benches in the order of the job: where each lives and the question it answers. One list for the menu, the command list and the shortcuts. */
export const BENCHES = [
  { path: 'today', name: 'Today', question: 'What needs doing?' },
  { path: 'log', name: 'Log', question: 'What was done and measured?' },
  { path: 'series', name: 'Series', question: 'How has the water moved?' },
  { path: 'mix', name: 'Mix', question: 'How much salt for this batch?' },
  { path: 'top-off', name: 'Top-off', question: 'How much evaporates, how long will the reservoir last?' },
  { path: 'dose', name: 'Dose', question: 'What does the tank take, and what replaces it?' },
  { path: 'tank', name: 'Tank', question: 'How much water is there, and what is it meant to hold?' },
] as const;
