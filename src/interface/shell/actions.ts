'use client';

import { useMemo } from 'react';
import type { Snapshot } from '@/record/schema';
import { articleAddress, benchAddress, placeAt } from '@/registry/addresses';
import { firstOf, type BenchPath } from '@/registry/benches';
import { DONE_ANYWHERE, DONE_AT_A_TANK, type Doing } from '@/registry/find/doings';
import type { Findable } from '@/registry/find/finder';
import { FINDABLE_ARTICLES } from '@/registry/find/findables';
import { FINDABLE_PLACES } from '@/registry/find/places';
import { ROOMS } from '@/registry/rooms';
import { exportRecord } from '../storage/export-record';
import { goTo, usePlace } from '../address/place';
import { toggleTheme } from './theme';
import { useUndo } from '../workspace/use-undo';
import { useSnapshotIfRead, useWorkspace } from '../workspace/workspace';
import { askToJot } from './jot-request';
import { askForSession } from './session-request';

/** Something that can be done or gone to from anywhere. */
export interface Action extends Findable {
  readonly kind: 'Benches' | 'Do' | 'Articles' | 'Tanks' | 'Solutions and salts' | 'Settings';
  /** A single letter or figure, when it has one. */
  readonly key?: string;
  /** Where it lives, for one who looks for it. */
  readonly where?: string;
  readonly run: () => void;
}

/** Everything that can be done from where one is; Find shows it and the shortcuts run it. */
export function useActions(): readonly Action[] {
  const { name, store } = useWorkspace();
  const { undo, redo } = useUndo();
  const snapshot = useSnapshotIfRead();
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
    const runs: Readonly<Record<string, () => void>> = {
      undo,
      redo,
      theme: () => void toggleTheme(),
      print: () => window.print(),
    };
    const everywhere = [...done(DONE_ANYWHERE, runs), other];
    if (!snapshot || !tank || snapshot.tanks.length === 0)
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
      const at = snapshot.tanks.findIndex(({ id }) => id === tank);
      const next = snapshot.tanks.at((at + by) % snapshot.tanks.length);
      // The address as it is when the key is pressed, with the part that is open.
      const { bench = 'today' } = placeAt(window.location.pathname);
      if (next) goTo(`/${name}/${next.id}/${bench}${window.location.search}`);
    };
    return [
      ...FINDABLE_PLACES.map((place): Action => ({ ...place, kind: 'Benches', run: go(place.bench, place.as) })),
      ...ROOMS.map((room): Action => ({
        id: `room ${room.path}`,
        kind: 'Do',
        name: `Open the room ${room.name}`,
        key: room.key,
        run: go(firstOf(room.path)),
      })),
      ...everywhere,
      ...done(DONE_AT_A_TANK, {
        export: () => exportRecord(snapshot, store.quarantined),
        import: go('files'),
        session: () => {
          go('log')();
          askForSession();
        },
        'next tank': otherTank(1),
        'tank before': otherTank(-1),
        ...Object.fromEntries(
          DONE_AT_A_TANK.filter(({ kind }) => kind === 'Settings').map(({ id }) => [id, go('settings')] as const),
        ),
      }),
      ...FINDABLE_ARTICLES.map(({ article, ...found }): Action => ({
        ...found,
        kind: 'Articles',
        where: 'Articles',
        run: () => goTo(articleAddress(name, tank, article)),
      })),
      ...rowActions(snapshot, go, (id) => goTo(benchAddress(name, id, 'today'))),
    ];
  }, [name, store, undo, redo, snapshot, tank]);
}

type Go = (bench: BenchPath, as?: string) => () => void;

/** Doings with what each does; those that begin the line begin it. */
function done(doings: readonly Doing[], runs: Readonly<Record<string, () => void>>): Action[] {
  return doings.map(({ jots, ...doing }): Action => {
    const run = runs[doing.id] ?? (jots === undefined ? undefined : () => askToJot(jots));
    if (!run) throw new Error(`nothing is done by ${doing.id}`);
    return { ...doing, run };
  });
}

/** The rows a keeper has named: tanks, solutions, salts. */
function rowActions(snapshot: Snapshot, go: Go, toTank: (id: string) => void): Action[] {
  return [
    ...snapshot.tanks.map((each): Action => ({
      id: `tank ${each.id}`,
      kind: 'Tanks',
      name: each.name,
      words: ['tank'],
      where: 'To do',
      run: () => toTank(each.id),
    })),
    ...snapshot.solutions.map((each): Action => ({
      id: `solution ${each.id}`,
      kind: 'Solutions and salts',
      name: each.name,
      words: ['solution'],
      where: 'Dosing › Bottles and solutions',
      run: go('bottles', 'solutions'),
    })),
    ...snapshot.salts.map((each): Action => ({
      id: `salt ${each.id}`,
      kind: 'Solutions and salts',
      name: each.name,
      words: ['salt mix'],
      where: 'Water › Salt',
      run: go('salt'),
    })),
  ];
}
