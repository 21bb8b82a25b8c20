'use client';

import { useMemo } from 'react';
import type { Book } from '@/record/schema';
import { benchAddress, placeAt } from '@/registry/addresses';
import { firstOf, type BenchPath } from '@/registry/benches';
import type { Findable } from '@/registry/find';
import { PLACES } from '@/registry/places';
import { ROOMS } from '@/registry/rooms';
import { exportBook } from '../export-book';
import { goTo, usePlace } from '../place';
import { toggleTheme } from '../theme';
import { useUndo } from '../use-undo';
import { useBookIfRead, useWorkspace } from '../workspace';
import { askToJot } from './jot-request';

/** Something that can be done or gone to from anywhere. */
export interface Action extends Findable {
  readonly kind: 'Benches' | 'Do' | 'Tanks' | 'Solutions and salts' | 'Settings';
  /** A single letter or figure, when it has one. */
  readonly key?: string;
  /** Where it lives, for one who looks for it. */
  readonly where?: string;
  readonly run: () => void;
}

/** Settings, by what keepers call them. */
const SETTINGS: readonly (readonly [name: string, words: readonly string[]])[] = [
  ['Units of volume', ['litres', 'liters', 'gallons', 'us gal']],
  ['Units of temperature', ['celsius', 'fahrenheit', 'degrees']],
  ['Units of alkalinity', ['dkh', 'meq', 'ppm caco3']],
  ['Units of salinity', ['ppt', 'specific gravity', 'sg', 'conductivity unit']],
  ['Currency of prices', ['money', 'dollar', 'euro', 'pound']],
  ['Time zone', ['midnight', 'clock', 'moved house', 'travel']],
  ['Shortcuts of a single letter', ['keyboard', 'turn off shortcuts', 'keys']],
];

/** Everything that can be done from where one is; Find shows it and the shortcuts run it. */
export function useActions(): readonly Action[] {
  const { name, store } = useWorkspace();
  const { undo, redo } = useUndo();
  const book = useBookIfRead();
  const { tankId: tank } = usePlace();
  return useMemo(() => {
    const other: Action =
      name === 'demo'
        ? { id: 'own', kind: 'Do', name: 'Start my own record', words: ['real tank'], run: () => goTo('/mine') }
        : {
            id: 'demo',
            kind: 'Do',
            name: 'Look at the demo',
            words: ['example', 'sample data'],
            run: () => goTo('/demo'),
          };
    const everywhere = [...everywhereActions({ undo, redo }), other];
    if (!book || !tank || book.tanks.length === 0)
      return [
        ...everywhere,
        {
          id: 'files',
          kind: 'Do',
          name: 'Open a saved file',
          key: 'r',
          words: ['import'],
          run: () => goTo(`/${name}/record`),
        },
        {
          id: 'add-tank',
          kind: 'Do',
          name: 'Add a tank',
          key: '+',
          words: ['new tank'],
          run: () => goTo(`/${name}/new`),
        },
      ];
    const go = (bench: BenchPath, as?: string) => () => goTo(benchAddress(name, tank, bench, as as never));
    const otherTank = (by: 1 | -1) => () => {
      const at = book.tanks.findIndex(({ id }) => id === tank);
      const next = book.tanks.at((at + by) % book.tanks.length);
      // The address as it is when the key is pressed, with the part that is open.
      const { bench = 'today' } = placeAt(window.location.pathname);
      if (next) goTo(`/${name}/${next.id}/${bench}${window.location.search}`);
    };
    return [
      ...PLACES.map((place): Action => ({ ...place, kind: 'Benches', run: go(place.bench, place.as) })),
      ...ROOMS.map((room): Action => ({
        id: `room ${room.path}`,
        kind: 'Do',
        name: `Open the room ${room.name}`,
        key: room.key,
        run: go(firstOf(room.path)),
      })),
      ...jotActions(),
      ...everywhere,
      ...recordActions({ go, otherTank, export: () => exportBook(book, store.setApart) }),
      ...rowActions(book, go, (id) => goTo(benchAddress(name, id, 'today'))),
      ...SETTINGS.map(([of, words]): Action => ({
        id: `setting ${of}`,
        kind: 'Settings',
        name: of,
        words,
        where: 'Settings',
        run: go('settings'),
      })),
    ];
  }, [name, store, undo, redo, book, tank]);
}

type Go = (bench: BenchPath, as?: string) => () => void;

/** What can be done where there is no tank yet, too. */
function everywhereActions(can: { readonly undo: () => void; readonly redo: () => void }): Action[] {
  return [
    { id: 'undo', kind: 'Do', name: 'Undo the last change', key: 'u', words: ['revert', 'mistake'], run: can.undo },
    { id: 'redo', kind: 'Do', name: 'Redo what was undone', key: 'y', run: can.redo },
    {
      id: 'theme',
      kind: 'Do',
      name: 'Day or night',
      key: 'n',
      words: ['dark mode', 'dim', 'theme', 'light mode'],
      run: () => void toggleTheme(),
    },
    {
      id: 'print',
      kind: 'Do',
      name: 'Print this page',
      words: ['print', 'paper'],
      where: 'this page',
      run: () => window.print(),
    },
  ];
}

/** The line, begun in a few ways. */
function jotActions(): Action[] {
  const jot = (id: string, name: string, beginning: string, words: readonly string[]): Action => ({
    id: `jot ${id}`,
    kind: 'Do',
    name,
    words,
    where: `the line: “${beginning.trim()} …”`,
    run: () => askToJot(beginning),
  });
  return [
    { id: 'jot', kind: 'Do', name: 'Jot a line', key: 'j', words: ['write', 'enter'], run: () => askToJot() },
    jot('test', 'Log a test', 'alk ', ['log alkalinity', 'enter test result', 'log a reading', 'add a test']),
    jot('change', 'Log a water change', 'changed ', ['log wc', 'did a water change', 'changed water']),
    jot('refill', 'Log a refill of the reservoir', 'refilled ', ['log top off', 'refilled ato', 'log refill']),
    jot('dose', 'Log a dose', 'dosed ', ['log a dose', 'dosed by hand']),
    jot('note', 'Log a note', 'note ', ['observation', 'comment', 'write a note']),
  ];
}

function recordActions(can: {
  readonly go: Go;
  readonly otherTank: (by: 1 | -1) => () => void;
  readonly export: () => void;
}): Action[] {
  return [
    {
      id: 'export',
      kind: 'Do',
      name: 'Export everything',
      words: ['export', 'backup', 'back up', 'save a file', 'download'],
      where: 'a file, now',
      run: can.export,
    },
    {
      id: 'import',
      kind: 'Do',
      name: 'Open a saved file',
      words: ['import', 'restore', 'load'],
      where: 'Files',
      run: can.go('files'),
    },
    { id: 'next tank', kind: 'Do', name: 'Next tank', key: ']', words: ['switch tank'], run: can.otherTank(1) },
    { id: 'tank before', kind: 'Do', name: 'Previous tank', key: '[', run: can.otherTank(-1) },
  ];
}

/** The rows a keeper has named: tanks, solutions, salts. */
function rowActions(book: Book, go: Go, toTank: (id: string) => void): Action[] {
  return [
    ...book.tanks.map((each): Action => ({
      id: `tank ${each.id}`,
      kind: 'Tanks',
      name: each.name,
      words: ['tank'],
      where: 'To do',
      run: () => toTank(each.id),
    })),
    ...book.solutions.map((each): Action => ({
      id: `solution ${each.id}`,
      kind: 'Solutions and salts',
      name: each.name,
      words: ['solution'],
      where: 'Dosing › Bottles and solutions',
      run: go('bottles', 'solutions'),
    })),
    ...book.salts.map((each): Action => ({
      id: `salt ${each.id}`,
      kind: 'Solutions and salts',
      name: each.name,
      words: ['salt mix'],
      where: 'Water › Salt',
      run: go('salt'),
    })),
  ];
}
