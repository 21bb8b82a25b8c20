/** What is to be done: today, on the day water is changed, before one leaves. */
export const TODAY = [
  {
    path: 'today',
    room: 'today',
    key: 'h',
    icon: 'list-checks',
    name: 'To do',
    question: 'What needs doing today?',
    words: ['today', 'tasks', 'chores', 'reminders', 'what now', 'overview', 'status', 'alerts', 'home'],
  },
  {
    path: 'water-day',
    room: 'today',
    key: 'w',
    icon: 'calendar-check',
    name: 'Water-change day',
    question: 'What is mixed, where and when, for all tanks on one day?',
    words: ['water day', 'checklist', 'several tanks', 'plan water change', 'wc day', 'saturday', 'maintenance day'],
    allTanks: true,
  },
  {
    path: 'going-away',
    room: 'today',
    key: 'v',
    icon: 'luggage',
    name: 'Going away',
    question: 'What runs out while nobody is there?',
    words: ['holiday', 'vacation', 'travel', 'trip', 'sitter', 'leaving', 'absence', 'feeder', 'tank sitter'],
  },
] as const;
