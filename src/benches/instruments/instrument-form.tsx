'use client';

import { useState } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { capitalised } from '@/calculators/calculator/words';
import { READ_BY, type ReadBy } from '@/calculators/parameters/parameter';
import { PARAMETER_IDS, parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { differenceKindOf } from '@/calculators/parameters/rates';
import { FormEnd } from '@/interface/forms/form-end';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useRowForm } from '@/interface/forms/row-form';
import { NameField } from '@/interface/forms/name-field';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { WhenField } from '@/interface/fields/when-field';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { corrected, reagentOpened } from '@/record/instrument-history';
import type { Instrument } from '@/record/schema';

/** A kit, a probe or a laboratory: what it reads, its step and its error, its reagent, and how often it is calibrated. */
export const InstrumentForm = inOwnScope(function InstrumentForm({
  instrument,
  onDone,
}: {
  readonly instrument?: Instrument;
  readonly onDone: () => void;
}) {
  const { snapshot } = useTank();
  const { zone } = snapshot.settings;
  const now = useNow();
  const { form, id, leave, save } = useRowForm('instruments', instrument, onDone);
  const reagent = instrument?.reagents?.at(-1);
  const { draft, set, field } = useDraft(form, {
    name: instrument?.name ?? '',
    parameter: (instrument?.parameter ?? 'alkalinity') as ParameterId,
    by: (instrument?.by ?? 'kit') as ReadBy,
    resolution: instrument?.resolution ?? null,
    error: instrument?.error ?? null,
    calibrateEveryDays: instrument?.calibrateEveryDays ?? null,
    lot: reagent?.lot ?? '',
    openedAt: reagent?.openedAt ?? null,
    expiresAt: reagent?.expiresAt ?? null,
    correction: null as number | null,
    // What else a laboratory reads by the same name: a row each.
    also: [] as readonly ParameterId[],
  });
  const { parameter, by, also } = draft;
  const [fault, setFault] = useState<string>();
  const kind = differenceKindOf(parameter);
  const { low, high, readBy } = parameterOf(parameter);
  const most = (high - low) / 2;
  const isRead =
    instrument !== undefined &&
    snapshot.entries.some(
      (entry) => entry.kind === 'reading' && Object.values(entry.instruments ?? {}).includes(instrument.id),
    );

  const send = () => {
    const { resolution, error, calibrateEveryDays, openedAt, expiresAt, correction } = draft;
    const name = draft.name.trim();
    const lot = draft.lot.trim();
    const taken = snapshot.instruments.some(
      (other) => other.id !== id && other.parameter === parameter && other.name.toLowerCase() === name.toLowerCase(),
    );
    const problem =
      name === ''
        ? 'The instrument needs a name to be jotted by.'
        : taken
          ? `Another instrument for ${parameterOf(parameter).name} has that name.`
          : openedAt !== null && expiresAt !== null && expiresAt <= openedAt
            ? 'The reagent’s date lies before it was opened.'
            : openedAt === null && (expiresAt !== null || lot !== '')
              ? 'Say when the reagent was opened: readings are told apart by it from then on.'
              : undefined;
    setFault(problem);
    if (problem) return;
    const plain: Instrument = {
      id,
      name,
      parameter,
      by,
      ...given({ resolution, error, calibrateEveryDays }),
      ...given({ calibrations: instrument?.calibrations, reagents: instrument?.reagents }),
    };
    const withReagent =
      openedAt === null ? plain : reagentOpened(plain, { openedAt, ...given({ lot: lot || null, expiresAt }) });
    const row = correction === null ? withReagent : corrected(withReagent, correction, now);
    const others = (by === 'laboratory' && !instrument ? also : [])
      .filter((each) => each !== parameter)
      .map((each): Instrument => ({ id: `${id}-${each}`, name: row.name, parameter: each, by }));
    return save(row, ...others);
  };

  return (
    <Form label="An instrument" onSend={send} className="rounded-md border border-line bg-sheet p-4">
      <NameField {...field('name')} placeholder="Alkalinity kit" />
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        {isRead ? (
          <p className="max-w-56 text-sm text-soft">
            Reads {parameterOf(parameter).name}, which stays: readings name it.
          </p>
        ) : (
          <SelectField
            label="Reads"
            width="w-44"
            value={parameter}
            options={PARAMETER_IDS.map((each) => [each, capitalised(parameterOf(each).name)] as const)}
            onChange={(each) => set({ parameter: each })}
          />
        )}
        <SelectField
          label="It is a"
          width="w-36"
          value={by}
          options={READ_BY.map((each) => [each, each] as const)}
          onChange={(each) => set({ by: each })}
        />
        <QuantityField
          key={`${parameter} step`}
          narrow
          label="Step of its scale"
          expected={{ field: 'step of the scale', kind, low: most / 1e6, high: most }}
          {...field('resolution')}
        />
        <QuantityField
          key={`${parameter} error`}
          narrow
          label="Error"
          expected={{ field: 'error', kind, low: most / 1e6, high: most }}
          {...field('error')}
          hint={
            readBy[by] === undefined
              ? 'one standard deviation'
              : 'one standard deviation; usual for its kind where empty'
          }
        />
        <QuantityField
          narrow
          label="Calibrated every"
          expected={AMOUNTS.calibrateEvery}
          {...field('calibrateEveryDays')}
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        <WhenField label="Reagent opened" {...field('openedAt')} zone={zone} />
        <WhenField label="Good until" {...field('expiresAt')} zone={zone} />
        <label className="block">
          <span className="block text-sm font-semibold">Lot</span>
          <input
            className="mt-1 min-h-11 w-32 rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
            value={draft.lot}
            maxLength={60}
            onChange={(event) => set({ lot: event.target.value })}
          />
        </label>
        <QuantityField
          key={`${parameter} correction`}
          narrow
          label="Correction"
          expected={{ field: 'correction', kind, low: -most, high: most }}
          {...field('correction')}
          hint="added to what it reads, from now on"
        />
      </div>
      {by === 'laboratory' && !instrument && (
        <details className="mt-3">
          <summary className="min-h-9 cursor-pointer font-semibold">
            What else it reads{also.length > 0 ? ` (${also.length})` : ''}
          </summary>
          <div className="mt-1 flex flex-wrap gap-x-5">
            {PARAMETER_IDS.filter(
              (each) => each !== parameter && parameterOf(each).readBy.laboratory !== undefined,
            ).map((each) => (
              <label key={each} className="inline-flex min-h-11 items-center gap-2 lg:min-h-9">
                <input
                  type="checkbox"
                  className="size-5 accent-glass"
                  checked={also.includes(each)}
                  onChange={({ target: { checked } }) =>
                    set({ also: checked ? [...also, each] : also.filter((other) => other !== each) })
                  }
                />
                {parameterOf(each).name}
              </label>
            ))}
          </div>
        </details>
      )}
      <FormEnd fault={fault} save="Save the instrument" onLeave={leave} />
    </Form>
  );
});
