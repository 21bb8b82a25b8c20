'use client';

import { nanoid } from 'nanoid';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { capitalised } from '@/calculators/calculator/words';
import { parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { boundSign } from '@/chemistry/observation';
import { preferredUnit, quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { monthFirst } from '@/interface/time/date-order';
import { onSessionAsked } from '@/interface/shell/session-request';
import { Fault } from '@/interface/forms/form';
import { useKeptState } from '@/interface/storage/kept-draft';
import { whenText } from '@/interface/time/when';
import { WhenField } from '@/interface/fields/when-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { lastObservation, observationText } from '@/derived/observations/observations';
import { lastSession } from '@/derived/observations/last-session';
import { readCells, withUnit, type CellRead } from '@/jot/read-cell';
import { describeEntry } from '@/record/kinds/describe';
import { AHEAD_MS } from '@/record/rows/fields';
import type { Entry } from '@/record/schema';

type Cells = Readonly<Partial<Record<ParameterId, string>>>;

/**
 * A session of tests by keyboard alone: one cell a test, in the order and the units of the last session. Enter goes to the next cell, from the
 * last one it logs; Ctrl+Enter logs from anywhere. A cell takes what the jotted line takes after the test's name: "8.3", "<0.02", "45 ppb p".
 */
export function SessionGrid() {
  const { snapshot, tank } = useTank();
  const { units, zone } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const [cells, setCells] = useKeptState<Cells>('session cells', {});
  const [when, setWhen] = useKeptState<number | null>('session when', null);
  const [round, setRound] = useState(0);
  const [fault, setFault] = useState<string>();
  const [id, setId] = useState(nanoid);
  const form = useRef<HTMLFormElement>(null);
  const { order, units: lastUnits } = lastSession(snapshot, tank.id, now);
  const read = readCells(
    cells,
    { now, zone, units, solutions: [], instruments: snapshot.instruments, monthFirst: monthFirst() },
    lastUnits,
  );
  const filled = order.filter((parameter) => (cells[parameter] ?? '').trim() !== '');
  const wrong = filled.filter((parameter) => read.of[parameter]?.problem !== undefined);

  const file = async () => {
    const [first] = wrong;
    if (first !== undefined) {
      setFault(
        `${capitalised(parameterOf(first).name)} is not understood; ${filled.length - wrong.length === 0 ? 'correct it' : 'the others stand. Correct it, or empty it to log the others'}.`,
      );
      form.current?.querySelector<HTMLElement>(`[name="${first}"]`)?.focus();
      return;
    }
    const at = when ?? now;
    const problem =
      read.values === undefined
        ? 'Nothing is filled in yet.'
        : at > now + AHEAD_MS
          ? 'The time lies ahead of now; the record holds what has happened.'
          : undefined;
    setFault(problem);
    if (problem !== undefined || !read.values) return;
    const entry: Entry = {
      id,
      tankId: tank.id,
      at,
      kind: 'reading',
      ...read.values,
      // As a line it would have been jotted as: the next session is asked in its order and its units.
      jotted: filled
        .map(
          (parameter) => `${parameterOf(parameter).words[0]} ${withUnit(cells[parameter] ?? '', lastUnits[parameter])}`,
        )
        .join(' '),
    };
    if (!(await commit({ label: `Logged ${describeEntry(entry, snapshot)}`, put: { entries: [entry] } }))) return;
    setCells({});
    setWhen(null);
    setId(nanoid());
    setRound(round + 1);
    form.current?.querySelector<HTMLElement>('input')?.focus();
  };

  const cellAt = (i: number) => form.current?.querySelectorAll<HTMLInputElement>('input[data-cell]')[i];
  useEffect(() => onSessionAsked(() => form.current?.querySelector<HTMLInputElement>('input[data-cell]')?.focus()), []);
  const onKey = (event: KeyboardEvent<HTMLInputElement>, i: number) => {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    const next = cellAt(i + 1);
    if (!event.ctrlKey && !event.metaKey && next) next.focus();
    else void file();
  };

  return (
    <form
      ref={form}
      aria-label="A session of tests"
      onSubmit={(event) => {
        event.preventDefault();
        void file();
      }}
    >
      <div className="mb-3">
        <WhenField
          key={`when ${round}`}
          label="When tested"
          value={when}
          onChange={setWhen}
          zone={zone}
          hint={when === null ? 'now, when left empty' : undefined}
          onEnter={() => cellAt(0)?.focus()}
        />
      </div>
      <div className="grid grid-cols-2 gap-x-5 gap-y-3 sm:grid-cols-[repeat(auto-fill,minmax(10.5rem,1fr))]">
        {order.map((parameter, i) => {
          const told: CellRead | undefined = read.of[parameter];
          const text = cells[parameter] ?? '';
          const last = lastObservation(snapshot, tank.id, parameter);
          const { name, kind } = parameterOf(parameter);
          const cell = `${round}-${parameter}`;
          return (
            <div key={cell} className="min-w-0">
              <label htmlFor={cell} className="block text-sm font-semibold">
                {capitalised(name)}{' '}
                <span className="font-normal text-soft">
                  {unitWords(lastUnits[parameter]) ?? preferredUnit(kind, units).symbol}
                </span>
              </label>
              <input
                id={cell}
                name={parameter}
                data-cell
                type="text"
                autoComplete="off"
                autoCapitalize="off"
                spellCheck={false}
                className={`mt-1 min-h-11 w-full rounded-md border bg-sheet px-2.5 lg:min-h-9 ${told?.problem ? 'border-2 border-rust' : 'border-edge'}`}
                placeholder={
                  last && lastUnits[parameter] === undefined
                    ? observationText(parameter, last, units).replace(/ .*/, '')
                    : ''
                }
                value={text}
                aria-invalid={told?.problem ? true : undefined}
                aria-describedby={`${cell}-about`}
                onChange={(event) => {
                  const typed = event.target.value;
                  setFault(undefined);
                  setCells((present) => ({ ...present, [parameter]: typed }));
                }}
                onKeyDown={(event) => onKey(event, i)}
              />
              <p id={`${cell}-about`} className={`mt-0.5 text-sm ${told?.problem ? 'text-rust' : 'text-soft'}`}>
                {told?.problem ? (
                  <>
                    {told.problem}{' '}
                    {told.suggestion && (
                      <button
                        type="button"
                        className="min-h-8 font-semibold underline underline-offset-4"
                        onClick={() => setCells((present) => ({ ...present, [parameter]: told.suggestion ?? '' }))}
                      >
                        Use {told.suggestion}
                      </button>
                    )}
                  </>
                ) : told?.value !== undefined ? (
                  `${boundSign(told.bound)}${showText(quantity(kind, told.value), units)}${told.instrument ? `, ${told.instrument}` : ''}`
                ) : last ? (
                  `last ${observationText(parameter, last, units)}, ${whenText(last.at, now, zone, 'day')}`
                ) : (
                  'not tested yet'
                )}
              </p>
            </div>
          );
        })}
      </div>
      <Fault>{fault}</Fault>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <Button type="submit" look="main" disabled={filled.length === 0}>
          Log {filled.length === 0 ? 'the session' : `${filled.length} ${filled.length === 1 ? 'test' : 'tests'}`}
        </Button>
        <span className="text-sm text-soft">
          Enter goes on, from the last cell it logs; Ctrl+Enter logs from anywhere.
        </span>
      </div>
    </form>
  );
}

/** A unit as it was typed, a lone letter as the degree it means. */
function unitWords(typed: string | undefined): string | undefined {
  return typed !== undefined && /^[cf]$/i.test(typed) ? `°${typed.toUpperCase()}` : typed;
}
