import type { Findable } from './finder';

/** Something that can be done from anywhere, as Find looks for it; what it does stands in `interface/shell/actions.ts`. */
export interface Doing extends Findable {
  readonly kind: 'Do' | 'Settings';
  readonly where?: string;
  /** A single letter or figure, when it has one. */
  readonly key?: string;
  /** What the line is begun with. */
  readonly jots?: string;
}

const line = (id: string, name: string, jots: string, words: readonly string[]): Doing => ({
  id: `jot ${id}`,
  kind: 'Do',
  name,
  words,
  jots,
  where: `the line: “${jots.trim()} …”`,
});

const setting = (of: string, words: readonly string[]): Doing => ({
  id: `setting ${of}`,
  kind: 'Settings',
  name: of,
  words,
  where: 'Settings',
});

/** What can be done where there is no tank yet, too. */
export const DONE_ANYWHERE: readonly Doing[] = [
  { id: 'undo', kind: 'Do', name: 'Undo the last change', key: 'u', words: ['undo', 'revert', 'mistake', 'take back'] },
  { id: 'redo', kind: 'Do', name: 'Redo what was undone', key: 'y', words: ['redo'] },
  {
    id: 'theme',
    kind: 'Do',
    name: 'Day or night',
    key: 'n',
    words: ['dark mode', 'night mode', 'dim', 'theme', 'light mode'],
  },
  { id: 'print', kind: 'Do', name: 'Print this page', words: ['print', 'paper'], where: 'this page' },
];

/** What can be done at a tank. */
export const DONE_AT_A_TANK: readonly Doing[] = [
  { id: 'jot', kind: 'Do', name: 'Jot a line', key: 'j', words: ['write', 'enter', 'jot'], jots: '' },
  {
    id: 'session',
    kind: 'Do',
    name: 'Log a session of tests, cell by cell',
    key: ';',
    words: ['session', 'grid', 'test session', 'several tests'],
    where: 'Log',
  },
  line('test', 'Log a test', 'alk ', [
    'log alkalinity',
    'enter test result',
    'enter test results',
    'log a reading',
    'add a test',
    'add a reading',
  ]),
  line('change', 'Log a water change', 'changed ', [
    'log wc',
    'did a water change',
    'changed water',
    'i did a water change',
    'record a water change',
  ]),
  line('refill', 'Log a refill of the reservoir', 'refilled ', [
    'log top off',
    'refilled ato',
    'log refill',
    'refilled the ato',
    'topped off',
  ]),
  line('dose', 'Log a dose', 'dosed ', ['log a dose', 'dosed by hand', 'i dosed by hand', 'record a dose']),
  line('note', 'Log a note', 'note ', ['observation', 'comment', 'write a note', 'add a note']),
  {
    id: 'export',
    kind: 'Do',
    name: 'Export everything',
    words: ['export', 'backup', 'back up', 'save a file', 'download', 'save my data'],
    where: 'a file, now',
  },
  { id: 'import', kind: 'Do', name: 'Open a saved file', words: ['import', 'restore', 'load'], where: 'Files' },
  { id: 'next tank', kind: 'Do', name: 'Next tank', key: ']', words: ['switch tank', 'other tank'] },
  { id: 'tank before', kind: 'Do', name: 'Previous tank', key: '[', words: ['tank before'] },
  setting('Units of volume', ['litres', 'liters', 'gallons', 'us gal', 'change to gallons', 'gallons or litres']),
  setting('Units of temperature', ['celsius', 'fahrenheit', 'degrees', 'celsius or fahrenheit']),
  setting('Units of alkalinity', ['dkh or meq', 'ppm caco3', 'dkh', 'meq']),
  setting('Units of salinity', ['ppt or sg', 'specific gravity unit', 'conductivity unit']),
  setting('Currency of prices', ['money', 'dollar', 'euro', 'pound', 'currency']),
  setting('Time zone', ['midnight', 'clock', 'moved house', 'travel']),
  setting('Shortcuts of a single letter', ['keyboard', 'keyboard shortcuts', 'turn off shortcuts', 'keys']),
];
