/**
 * The rooms, in the order of a keeper's day. Five, so that they fit a phone's bar; each holds the benches of one part of the job
 * (`benches-of/`). `key` is the shortcut that opens it.
 */
export const ROOMS = [
  { path: 'today', icon: 'sunrise', name: 'Today', key: '1', words: ['home', 'start', 'overview', 'dashboard'] },
  { path: 'tests', icon: 'test-tube', name: 'Tests', key: '2', words: ['measure', 'testing', 'kits', 'results'] },
  { path: 'water', icon: 'waves', name: 'Water', key: '3', words: ['saltwater', 'fresh water'] },
  { path: 'dosing', icon: 'pipette', name: 'Dosing', key: '4', words: ['supplements', 'additives'] },
  { path: 'tank', icon: 'box', name: 'Tank', key: '5', words: ['aquarium', 'system'] },
] as const;

export type RoomPath = (typeof ROOMS)[number]['path'];
