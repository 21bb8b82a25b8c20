'use client';

import { nanoid } from 'nanoid';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { supplyTimeline } from '@/derived/supplies/supply-timeline';

const FORM = 'the room now';

/** The room as it is now: its CO2 as a meter reads it, and its windows, each a press away. */
export function RoomNow() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const log = useLog(FORM);
  const { draft, set, field } = useDraft(FORM, { co2: null as number | null });
  const last = supplyTimeline(snapshot, tank).findLast(({ source, from }) => source === 'windows' && from <= now);
  const common = () => ({ id: nanoid(), tankId: tank.id, at: now });
  const windows = (off: boolean) =>
    void log([{ ...common(), kind: 'lever', lever: 'windows', ...(off && { off: true as const }) }]);
  const read = async () => {
    if (draft.co2 === null) return;
    if (await log([{ ...common(), kind: 'reading', values: { roomCo2: draft.co2 } }])) set({ co2: null });
  };
  return (
    <Form label="The room now" onSend={read} className="no-print">
      <h2 className="font-semibold">The room now</h2>
      <div className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-2">
        <QuantityField
          narrow
          label="CO₂ of the room"
          expected={readingExpectation('roomCo2')}
          {...field('co2')}
          placeholder="950 ppm"
        />
        <Button type="submit" disabled={draft.co2 === null}>
          Log it
        </Button>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <span className="text-soft">
          {last === undefined ? 'Windows: never logged' : last.ended ? 'Windows shut' : 'Windows open'}
        </span>
        {(last === undefined || last.ended) && <Button onClick={() => windows(false)}>Opened now</Button>}
        {(last === undefined || !last.ended) && <Button onClick={() => windows(true)}>Shut now</Button>}
      </div>
    </Form>
  );
}
