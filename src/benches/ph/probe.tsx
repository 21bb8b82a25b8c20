'use client';

import { BUFFER_READS, BUFFER_TEMPERATURE, probeCheck } from '@/calculators/ph/probe-check';
import { given } from '@/calculators/calculator/given';
import { attempt } from '@/calculators/calculator/attempt';
import { BUFFER_IDS, BUFFERS, type Buffer } from '@/chemistry/day/buffers';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity, showText } from '@/quantities/quantity';
import { whenText } from '@/interface/time/when';
import { Figures } from '@/interface/answer/bench';
import { Worked } from '@/interface/answer/worked';
import { Button } from '@/interface/controls/button';
import { SelectField } from '@/interface/controls/select-field';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useDraft } from '@/interface/forms/draft';
import { useForgetDrafts } from '@/interface/storage/kept-draft';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { calibrated } from '@/record/instrument-history';
import { lastObservation } from '@/derived/observations/observations';

const FORM = 'probe check';
const CHOICES = BUFFER_IDS.map((id) => [id, BUFFERS[id].name] as const);

/** A probe in two buffers: its slope and offset, and whether to calibrate, correct or replace it. */
export function Probe() {
  const { snapshot, tank } = useTank();
  const { zone, units } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const forget = useForgetDrafts(FORM);
  const probes = snapshot.instruments.filter(({ parameter, by }) => parameter === 'ph' && by === 'probe');
  const usual = tank.instruments?.ph ?? lastObservation(snapshot, tank.id, 'ph')?.instrument?.id;
  const { draft, set, field } = useDraft(FORM, () => ({
    probe: probes.find(({ id }) => id === usual)?.id ?? probes[0]?.id ?? '',
    first: 'seven' as Buffer,
    firstReads: null as number | null,
    second: 'ten' as Buffer,
    secondReads: null as number | null,
    temperatureC: 25 as number | null,
  }));
  const { first, firstReads, second, secondReads, temperatureC } = draft;
  const probe = probes.find(({ id }) => id === draft.probe);
  const history = (probe?.calibrations ?? []).flatMap(({ at, slope, offset }) =>
    slope === undefined ? [] : [{ at, slope, offset: offset ?? 0 }],
  );
  const before = history.at(-1);
  const result =
    firstReads === null || secondReads === null
      ? undefined
      : attempt(() =>
          probeCheck.run({
            first: { buffer: first, reads: firstReads },
            second: { buffer: second, reads: secondReads },
            temperatureC: temperatureC ?? 25,
            ...given({ before: before && { slope: before.slope, daysAgo: Math.max(0.5, (now - before.at) / DAY_MS) } }),
          }),
        );
  const values = result?.outcome?.values;
  const file = (label: string, make: (own: NonNullable<typeof probe>) => NonNullable<typeof probe>) =>
    probe &&
    void commit({ label, put: { instruments: [make(probe)] } }).then((kept) => {
      if (!kept) return;
      set({ firstReads: null, secondReads: null });
      forget();
    });
  return (
    <Worked
      result={result}
      otherwise="Put the probe in two buffers, let it stand still in each, and type what it reads. Before that: a probe is worth its trouble where pH is dosed by, or swings; a small share dosed at a steady pH needs none."
      actions={
        values &&
        probe && (
          <>
            <Button
              look="main"
              onClick={() =>
                file(`${probe.name} calibrated`, (own) =>
                  calibrated(own, now, 0, { slope: values.slope, offset: values.offset }),
                )
              }
            >
              It was calibrated in them now
            </Button>
            <Button
              onClick={() =>
                file(`${probe.name} corrected by its buffers`, (own) =>
                  calibrated(own, now, values.correction, {
                    factor: values.factor,
                    slope: values.slope,
                    offset: values.offset,
                  }),
                )
              }
            >
              Correct its readings instead, from now on
            </Button>
          </>
        )
      }
    >
      <div className="mt-5">
        <Figures title="In the buffers">
          {probes.length > 0 && (
            <SelectField
              label="Probe"
              options={probes.map(({ id, name }) => [id, name] as const)}
              {...field('probe')}
            />
          )}
          <QuantityField label="Temperature of the buffers" expected={BUFFER_TEMPERATURE} {...field('temperatureC')} />
          <SelectField label="First buffer" options={CHOICES} {...field('first')} />
          <QuantityField
            label="Reads in it"
            spoken="Reads in the first buffer"
            expected={BUFFER_READS}
            {...field('firstReads')}
            required
          />
          <SelectField label="Second buffer" options={CHOICES} {...field('second')} />
          <QuantityField
            label="Reads in it"
            spoken="Reads in the second buffer"
            expected={BUFFER_READS}
            {...field('secondReads')}
            required
          />
        </Figures>
        {probes.length === 0 && (
          <p className="mt-2 text-soft">
            No pH probe is described yet; add it under Instruments, and its calibration can be kept.
          </p>
        )}
        {history.length > 0 && (
          <section aria-label="What its buffers told before" className="mt-6 max-w-xl">
            <h2 className="font-semibold">What its buffers told before</h2>
            <ul>
              {history.toReversed().map(({ at, slope, offset }) => (
                <li key={at} className="flex flex-wrap justify-between gap-x-4 border-t border-line py-1.5">
                  <span>{whenText(at, now, zone, 'day')}</span>
                  <span className="text-soft">
                    slope {showText(quantity('percent', slope * 100), units)}, offset{' '}
                    {showText(quantity('ph', offset), units)}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </Worked>
  );
}
