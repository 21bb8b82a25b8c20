'use client';

import { differenceInCalendarDays } from 'date-fns';
import { TZDate } from '@date-fns/tz';
import { useState } from 'react';
import type { Answer as AnswerText } from '@/calculators/calculator/calculator';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { quantity } from '@/chemistry/units/quantity';
import { Answer } from '@/interface/answer';
import { useAsks } from '@/interface/place';
import { Bench } from '@/interface/bench';
import { Button } from '@/interface/button';
import { describeEntry, entryText, saysAll } from '@/record/kinds/describe';
import { kindOf } from '@/record/kinds/list';
import { useKeptState } from '@/interface/kept-draft';
import { whenText } from '@/interface/when';
import { useCommit, useNow, useTank } from '@/interface/workspace';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { lastObservation } from '@/reckoning/observations';
import { jotExamples } from '@/record/line/example';
import type { Book, Entry, Tank } from '@/record/schema';
import { EntryEditor } from './entry-editor';

const PAGE = 25;
/** Alkalinity is the one to keep up with; a week without it and consumption is a guess. Common practice. */
const TEST_EVERY_DAYS = 7;

export function LogBench() {
  const { book, tank } = useTank();
  const { zone, units } = book.settings;
  const examples = jotExamples(units);
  const now = useNow();
  const commit = useCommit();
  const [editing, setEditing] = useKeptState<string | null>('log editing', null);
  const [shown, setShown] = useState(PAGE);
  const find = useAsks().get('find') ?? '';
  const words = find.toLowerCase().split(/\s+/);
  const entries = book.entries
    .filter((entry) => entry.tankId === tank.id || entry.tankId === null)
    .filter((entry) => find === '' || saysAll(entryText(entry, book), words))
    .toReversed();
  const remove = (entry: Entry) =>
    void commit({
      label: `Removed ${kindOf(entry.kind).title.toLowerCase()}: ${describeEntry(entry, book)}`,
      remove: { entries: [entry.id] },
    });

  return (
    <Bench>
      <Answer answer={logAnswer(book, tank, now)} />
      <section aria-label="Log by fields" className="mt-6">
        <EntryEditor key={tank.id} />
      </section>
      <section aria-label="Entries" className="mt-8">
        <h2 className="text-lg font-semibold">
          {find === '' ? 'Entries, the last first' : `Entries with “${find}”, the last first`}
        </h2>
        {find !== '' && (
          <Button look="quiet" onClick={() => window.history.pushState(null, '', window.location.pathname)}>
            Show all entries
          </Button>
        )}
        {entries.length === 0 && find === '' && (
          <p className="mt-2 text-soft">
            {`None yet. The line above takes a whole session: “${examples.alkalinity} ca 430 mg 1320”, “${examples.changed}”, “${examples.refilled}”.`}
          </p>
        )}
        <ul className="mt-2">
          {entries.slice(0, shown).map((entry) => (
            <li key={entry.id} className="border-t border-line py-1.5">
              {editing === entry.id ? (
                <EntryEditor entry={entry} onDone={() => setEditing(null)} />
              ) : (
                <div className="flex flex-wrap items-baseline gap-x-4">
                  <span className="w-36 shrink-0 text-sm text-soft">{whenText(entry.at, now, zone)}</span>
                  <span className="min-w-0 flex-1 basis-64">
                    <span className="font-semibold">{kindOf(entry.kind).title}</span> {describeEntry(entry, book)}
                    {entry.note && entry.kind !== 'note' && <span className="text-soft"> — {entry.note}</span>}
                  </span>
                  <span className="flex">
                    <Button
                      look="quiet"
                      aria-label={`Edit ${kindOf(entry.kind).title.toLowerCase()} of ${whenText(entry.at, now, zone)}`}
                      onClick={() => setEditing(entry.id)}
                    >
                      Edit
                    </Button>
                    <Button
                      look="quiet"
                      aria-label={`Remove ${kindOf(entry.kind).title.toLowerCase()} of ${whenText(entry.at, now, zone)}`}
                      onClick={() => remove(entry)}
                    >
                      Remove
                    </Button>
                  </span>
                </div>
              )}
            </li>
          ))}
        </ul>
        {entries.length > shown && (
          <Button className="mt-3" onClick={() => setShown(shown + 4 * PAGE)}>
            Earlier entries ({entries.length - shown} more)
          </Button>
        )}
      </section>
    </Bench>
  );
}

function logAnswer(book: Book, tank: Tank, now: number): AnswerText {
  const last = lastObservation(book, tank.id, 'alkalinity');
  const count = book.entries.filter((entry) => entry.tankId === tank.id).length;
  if (!last)
    return {
      says: ['Test alkalinity and jot it down; a second test some days later shows its consumption.'],
      certainty: 'not enough yet',
      because: [`${count} ${count === 1 ? 'entry' : 'entries'} so far.`],
    };
  const zone = book.settings.zone;
  const days = differenceInCalendarDays(new TZDate(now, zone), new TZDate(last.at, zone));
  const due = (now - last.at) / DAY_MS >= TEST_EVERY_DAYS;
  const others = DOSED_PARAMETERS.filter((parameter) => parameter !== 'alkalinity')
    .map((parameter) => lastObservation(book, tank.id, parameter))
    .filter((reading) => reading !== undefined && now - reading.at < 30 * DAY_MS).length;
  return {
    says: due
      ? ['Test alkalinity today: the last reading is', quantity('days', Math.max(days, 2)), 'old.']
      : [
          'Alkalinity was',
          quantity(PARAMETERS.alkalinity.kind, last.value),
          days === 0 ? 'today.' : days === 1 ? 'yesterday.' : `${days} days ago.`,
        ],
    certainty: 'worked out',
    ...(due && { retest: true }),
    because: [
      `${count} ${count === 1 ? 'entry' : 'entries'}; ${others === 2 ? 'calcium and magnesium are tested within the month.' : 'calcium or magnesium is more than a month old.'}`,
    ],
  };
}
