'use client';

import { nanoid } from 'nanoid';
import { topOffUpkeep, UPKEEP, type UpkeepDue, type UpkeepItem } from '@/calculators/top-off/upkeep';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { attempt } from '@/calculators/calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Bench } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { whenText } from '@/interface/time/when';
import { without } from '@/interface/parts/without';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import { upkeepQuestion } from '@/derived/top-off/top-off-upkeep';

type EveryDays = Partial<Record<UpkeepItem, number>>;

/** What keeps a top-off honest, and when it falls due: drawn as a strip of days, and logged where it stands. */
export function MaintenanceBench() {
  return (
    <Bench>
      <Upkeep />
    </Bench>
  );
}

function Upkeep() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommit();
  const [own, setOwn] = useKeptState<EveryDays | undefined>('maintenance days', undefined);
  const everyDays = own ?? tank.topOff?.everyDays ?? {};
  const result = attempt(() =>
    topOffUpkeep.run(upkeepQuestion(snapshot, { ...tank, topOff: { ...tank.topOff, everyDays } }, now)),
  );
  const due = result.outcome?.values.due ?? [];
  const log = (item: UpkeepItem) =>
    void commit({
      label: `Logged: maintenance, ${UPKEEP[item].thing}`,
      put: { entries: [{ id: nanoid(), tankId: tank.id, at: now, kind: 'upkeep', item }] },
    });
  const keep = async () => {
    if (
      await commit({
        label: `Saved the maintenance intervals of ${tank.name}`,
        put: { tanks: [{ ...tank, topOff: { ...tank.topOff, everyDays } }] },
      })
    )
      setOwn(undefined);
  };
  const first = due[0];
  return (
    <Worked
      result={result}
      otherwise=""
      actions={
        <>
          {first && (
            <Button look="main" onClick={() => log(first.item)}>
              Done: {UPKEEP[first.item].thing}
            </Button>
          )}
          {own && <Button onClick={() => void keep()}>Save these days</Button>}
        </>
      }
    >
      <section aria-label="What falls due" className="mt-5 max-w-4xl">
        <h2 className="text-lg font-semibold">What falls due</h2>
        {(tank.topOff?.sensors ?? []).length === 0 && (
          <p className="text-soft">
            No sensor is described yet: say under ATO set-up which it has, and its maintenance is listed here.
          </p>
        )}
        <ul>
          {due.map((each) => (
            <Row
              key={each.item}
              due={each}
              now={now}
              zone={snapshot.settings.zone}
              own={everyDays[each.item]}
              onDone={() => log(each.item)}
              onEvery={(days) =>
                setOwn(days === null ? without(everyDays, each.item) : { ...everyDays, [each.item]: days })
              }
            />
          ))}
        </ul>
      </section>
    </Worked>
  );
}

/** The strip runs from the last time to a fortnight past due. */
function Row({
  due: { item, lastAt, dueAt, everyDays, does },
  now,
  zone,
  own,
  onDone,
  onEvery,
}: {
  readonly due: UpkeepDue;
  readonly now: number;
  readonly zone: string;
  readonly own: number | undefined;
  readonly onDone: () => void;
  readonly onEvery: (days: number | null) => void;
}) {
  const late = dueAt <= now;
  const share = lastAt === undefined || everyDays === undefined ? 1 : (now - lastAt) / (everyDays * DAY_MS);
  return (
    <li className="grid items-start gap-x-6 gap-y-1 border-t border-line py-2.5 sm:grid-cols-[minmax(0,1fr)_9rem_auto]">
      <div className="min-w-0">
        <span className={late ? 'font-semibold text-rust' : 'font-semibold'}>{does}</span>
        <span className="block text-sm text-soft">
          due {whenText(dueAt, now, zone, 'day')}
          {lastAt === undefined ? '; not logged yet' : `; last ${whenText(lastAt, now, zone, 'day')}`}
          {everyDays === undefined ? '; with each water change' : ''}
          {UPKEEP[item].origin === 'common practice' ? '; common practice' : '; interval chosen'}
        </span>
        <svg viewBox="0 0 300 10" className="mt-1 h-2.5 w-full max-w-md" aria-hidden="true" preserveAspectRatio="none">
          <rect x="0" y="3" width="225" height="4" fill="var(--glass-wash)" />
          <rect x="225" y="3" width="75" height="4" fill="var(--rust-wash)" />
          <rect
            x="0"
            y="3"
            width={Math.min(300, Math.max(2, share * 225))}
            height="4"
            fill={late ? 'var(--rust)' : 'var(--glass)'}
          />
          <rect x="224" y="0" width="2" height="10" fill="var(--ink)" />
        </svg>
      </div>
      {everyDays === undefined ? (
        <span />
      ) : (
        <QuantityField
          narrow
          label="Every"
          spoken={`Every, ${UPKEEP[item].thing}`}
          expected={TOP_OFF_AMOUNTS.everyDays}
          value={everyDays}
          onChange={(days) => days !== null && onEvery(days)}
          onReset={own === undefined ? undefined : () => onEvery(null)}
        />
      )}
      <Button aria-label={`Done: ${UPKEEP[item].thing}`} onClick={onDone}>
        Done
      </Button>
    </li>
  );
}
