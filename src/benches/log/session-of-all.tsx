'use client';

import { nanoid } from 'nanoid';
import { useRef, useState, type KeyboardEvent } from 'react';
import { capitalised } from '@/calculators/calculator/words';
import { parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { boundSign } from '@/chemistry/observation';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { monthFirst } from '@/interface/time/date-order';
import { Fault } from '@/interface/forms/form';
import { useKeptState } from '@/interface/storage/kept-draft';
import { WhenField } from '@/interface/fields/when-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { readCells, withUnit } from '@/jot/read-cell';
import { lastObservation, observationText } from '@/derived/observations/observations';
import { lastSession } from '@/derived/observations/last-session';
import { AHEAD_MS } from '@/record/rows/fields';
import type { Entry } from '@/record/schema';

type Cells = Readonly<Partial<Record<ParameterId, string>>>;

/**
 * One round of tests at several tanks, side by side: a row a test, a column a tank. Enter goes down the column and on to the next tank; only
 * from the last cell of all, or with Ctrl+Enter, it logs: one entry a tank.
 */
export function SessionOfAll() {
  const { snapshot } = useTank();
  const { units, zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const [cells, setCells] = useKeptState<Readonly<Record<string, Cells>>>('session of all', {}, 'bench');
  const [when, setWhen] = useKeptState<number | null>('session of all when', null);
  const [fault, setFault] = useState<string>();
  const [round, setRound] = useState(0);
  const form = useRef<HTMLFormElement>(null);
  // A round has its identities before it is sent: sent again after a failure it is the same entries, and not more of them.
  const identities = useRef(new Map<string, string>());
  const identityOf = (tankId: string) => {
    const id = identities.current.get(tankId) ?? nanoid();
    identities.current.set(tankId, id);
    return id;
  };
  const columns = snapshot.tanks.map((tank) => {
    const { order, units: lastUnits } = lastSession(snapshot, tank.id, now);
    const own = cells[tank.id] ?? {};
    const context = { now, zone, units, solutions: [], instruments: snapshot.instruments, monthFirst: monthFirst() };
    return { tank, order, lastUnits, own, read: readCells(own, context, lastUnits) };
  });
  const rows = [...new Set(columns.flatMap(({ order }) => order))];
  const filled = columns.flatMap(({ own }) => rows.filter((parameter) => (own[parameter] ?? '').trim() !== ''));

  const file = async () => {
    const wrong = columns.flatMap(({ tank, read }) =>
      rows.filter((parameter) => read.of[parameter]?.problem !== undefined).map((parameter) => ({ tank, parameter })),
    )[0];
    if (wrong) {
      setFault(
        `${capitalised(parameterOf(wrong.parameter).name)} of ${wrong.tank.name} is not understood: correct it, or empty it.`,
      );
      form.current?.querySelector<HTMLElement>(`[name="${wrong.tank.id} ${wrong.parameter}"]`)?.focus();
      return;
    }
    const at = when ?? now;
    if (at > now + AHEAD_MS) {
      setFault('The time lies ahead of now; the record holds what has happened.');
      return;
    }
    const entries = columns.flatMap(({ tank, read, own, lastUnits }): Entry[] =>
      read.values === undefined
        ? []
        : [
            {
              id: identityOf(tank.id),
              tankId: tank.id,
              at,
              kind: 'reading',
              ...read.values,
              jotted: rows
                .filter((parameter) => (own[parameter] ?? '').trim() !== '')
                .map(
                  (parameter) =>
                    `${parameterOf(parameter).words[0]} ${withUnit(own[parameter] ?? '', lastUnits[parameter])}`,
                )
                .join(' '),
            },
          ],
    );
    if (entries.length === 0) {
      setFault('Nothing is filled in yet.');
      return;
    }
    const label = `Logged tests of ${entries.length === 1 ? 'one tank' : `${entries.length} tanks`}`;
    if (!(await commit({ label, put: { entries } }))) return;
    identities.current.clear();
    setFault(undefined);
    setCells({});
    setWhen(null);
    setRound(round + 1);
  };
  const onKey = (event: KeyboardEvent<HTMLInputElement>, i: number) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    const next = form.current?.querySelector<HTMLInputElement>(`[data-cell="${i + 1}"]`);
    if (!event.ctrlKey && !event.metaKey && next) next.focus();
    else void file();
  };

  return (
    <form
      ref={form}
      aria-label="Tests of all tanks"
      onSubmit={(event) => {
        event.preventDefault();
        void file();
      }}
    >
      <WhenField
        key={`when ${round}`}
        label="When tested"
        value={when}
        onChange={setWhen}
        zone={zone}
        hint={when === null ? 'now, when left empty' : undefined}
        onEnter={() => form.current?.querySelector<HTMLInputElement>('[data-cell="0"]')?.focus()}
      />
      <div className="mt-3 overflow-x-auto">
        <table className="border-separate border-spacing-x-3 border-spacing-y-1.5">
          <thead>
            <tr>
              <td />
              {columns.map(({ tank }) => (
                <th key={tank.id} scope="col" className="text-left font-semibold">
                  {tank.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((parameter, row) => {
              const { name, kind } = parameterOf(parameter);
              return (
                <tr key={parameter}>
                  <th scope="row" className="pr-2 text-left align-top font-semibold whitespace-nowrap">
                    <span className="flex min-h-11 items-center gap-1.5 lg:min-h-9">
                      {capitalised(name)}{' '}
                      <span className="text-sm font-normal text-soft">{preferredUnit(kind, units).symbol}</span>
                    </span>
                  </th>
                  {columns.map(({ tank, own, read }, column) => {
                    const told = read.of[parameter];
                    const last = lastObservation(snapshot, tank.id, parameter);
                    const about = `${tank.id} ${parameter} about`;
                    return (
                      <td key={tank.id} className="align-top">
                        <input
                          name={`${tank.id} ${parameter}`}
                          data-cell={column * rows.length + row}
                          type="text"
                          autoComplete="off"
                          autoCapitalize="off"
                          spellCheck={false}
                          aria-label={`${capitalised(name)} of ${tank.name}`}
                          aria-invalid={told?.problem ? true : undefined}
                          aria-describedby={about}
                          className={`min-h-11 w-28 rounded-md border bg-sheet px-2.5 lg:min-h-9 ${told?.problem ? 'border-2 border-rust' : 'border-edge'}`}
                          placeholder={last ? observationText(parameter, last, units).replace(/ .*/, '') : ''}
                          value={own[parameter] ?? ''}
                          onChange={({ target: { value } }) => {
                            setFault(undefined);
                            setCells((present) => ({
                              ...present,
                              [tank.id]: { ...present[tank.id], [parameter]: value },
                            }));
                          }}
                          onKeyDown={(event) => onKey(event, column * rows.length + row)}
                        />
                        <p id={about} className={`max-w-36 text-xs ${told?.problem ? 'text-rust' : 'text-soft'}`}>
                          {told?.problem ??
                            (told?.value === undefined
                              ? ''
                              : `${boundSign(told.bound)}${showText(quantity(kind, told.value), units)}`)}
                        </p>
                      </td>
                    );
                  })}
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <Fault>{fault}</Fault>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Button type="submit" look="main" disabled={filled.length === 0}>
          Log {filled.length === 0 ? 'the round' : `${filled.length} ${filled.length === 1 ? 'test' : 'tests'}`}
        </Button>
        <span className="text-sm text-soft">
          Enter goes down a tank and on to the next; from the last cell it logs.
        </span>
      </div>
    </form>
  );
}
