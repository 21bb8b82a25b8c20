'use client';

import { useState, type FormEvent } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { capitalised } from '@/calculators/calculator/words';
import { READ_BY, type ReadBy } from '@/calculators/parameters/parameter';
import { PARAMETER_IDS, parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { differenceKindOf } from '@/calculators/parameters/rates';
import { FormEnd } from '@/interface/controls/form-end';
import { useKeptState, useRowForm } from '@/interface/storage/kept-draft';
import { NameField } from '@/interface/controls/name-field';
import { focusRefused, QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { WhenField } from '@/interface/fields/when-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
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
  const commit = useCommitOnce();
  const { form, id, opened, leave } = useRowForm('instrument', instrument, onDone);
  const [name, setName] = useKeptState(`${form} name`, instrument?.name ?? '');
  const [parameter, setParameter] = useKeptState<ParameterId>(
    `${form} parameter`,
    instrument?.parameter ?? 'alkalinity',
  );
  const [by, setBy] = useKeptState<ReadBy>(`${form} by`, instrument?.by ?? 'kit');
  const [resolution, setResolution] = useKeptState<number | null>(`${form} resolution`, instrument?.resolution ?? null);
  const [error, setError] = useKeptState<number | null>(`${form} error`, instrument?.error ?? null);
  const [every, setEvery] = useKeptState<number | null>(`${form} every`, instrument?.calibrateEveryDays ?? null);
  const reagent = instrument?.reagents?.at(-1);
  const [lot, setLot] = useKeptState(`${form} lot`, reagent?.lot ?? '');
  const [openedAt, setOpenedAt] = useKeptState<number | null>(`${form} reagent`, reagent?.openedAt ?? null);
  const [expiresAt, setExpiresAt] = useKeptState<number | null>(`${form} expires`, reagent?.expiresAt ?? null);
  const [correction, setCorrection] = useKeptState<number | null>(`${form} correction`, null);
  // What else a laboratory reads by the same name: a row each.
  const [also, setAlso] = useKeptState<readonly ParameterId[]>(`${form} also`, []);
  const [fault, setFault] = useState<string>();
  const kind = differenceKindOf(parameter);
  const { low, high, readBy } = parameterOf(parameter);
  const most = (high - low) / 2;
  const isRead =
    instrument !== undefined &&
    snapshot.entries.some(
      (entry) => entry.kind === 'reading' && Object.values(entry.instruments ?? {}).includes(instrument.id),
    );

  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    if (focusRefused(event.currentTarget)) return;
    const taken = snapshot.instruments.some(
      (other) =>
        other.id !== id && other.parameter === parameter && other.name.toLowerCase() === name.trim().toLowerCase(),
    );
    const problem =
      name.trim() === ''
        ? 'The instrument needs a name to be jotted by.'
        : taken
          ? `Another instrument for ${parameterOf(parameter).name} has that name.`
          : openedAt !== null && expiresAt !== null && expiresAt <= openedAt
            ? 'The reagent’s date lies before it was opened.'
            : openedAt === null && (expiresAt !== null || lot.trim() !== '')
              ? 'Say when the reagent was opened: readings are told apart by it from then on.'
              : undefined;
    setFault(problem);
    if (problem) return;
    const plain: Instrument = {
      id,
      name: name.trim(),
      parameter,
      by,
      ...(resolution !== null && { resolution }),
      ...(error !== null && { error }),
      ...(every !== null && { calibrateEveryDays: every }),
      ...(instrument?.calibrations && { calibrations: instrument.calibrations }),
      ...(instrument?.reagents && { reagents: instrument.reagents }),
    };
    const withReagent =
      openedAt === null
        ? plain
        : reagentOpened(plain, {
            openedAt,
            ...(lot.trim() !== '' && { lot: lot.trim() }),
            ...(expiresAt !== null && { expiresAt }),
          });
    const row = correction === null ? withReagent : corrected(withReagent, correction, now);
    const others = (by === 'laboratory' && !instrument ? also : [])
      .filter((each) => each !== parameter)
      .map((each): Instrument => ({ id: `${id}-${each}`, name: row.name, parameter: each, by }));
    if (
      await commit({
        label: `Saved ${row.name}`,
        put: { instruments: [row, ...others] },
        ...(opened && { base: { instruments: [opened] } }),
      })
    )
      leave();
  };

  return (
    <form
      onSubmit={(event) => void save(event)}
      aria-label="An instrument"
      className="rounded-md border border-line bg-sheet p-4"
    >
      <NameField value={name} onChange={setName} placeholder="Alkalinity kit" />
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
            onChange={setParameter}
          />
        )}
        <SelectField
          label="It is a"
          width="w-36"
          value={by}
          options={READ_BY.map((each) => [each, each] as const)}
          onChange={setBy}
        />
        <QuantityField
          key={`${parameter} step`}
          narrow
          label="Step of its scale"
          expected={{ field: 'step of the scale', kind, low: most / 1e6, high: most }}
          value={resolution}
          onChange={setResolution}
        />
        <QuantityField
          key={`${parameter} error`}
          narrow
          label="Error"
          expected={{ field: 'error', kind, low: most / 1e6, high: most }}
          value={error}
          onChange={setError}
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
          value={every}
          onChange={setEvery}
        />
      </div>
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        <WhenField label="Reagent opened" value={openedAt} onChange={setOpenedAt} zone={zone} />
        <WhenField label="Good until" value={expiresAt} onChange={setExpiresAt} zone={zone} />
        <label className="block">
          <span className="block text-sm font-semibold">Lot</span>
          <input
            className="mt-1 min-h-11 w-32 rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
            value={lot}
            maxLength={60}
            onChange={(event) => setLot(event.target.value)}
          />
        </label>
        <QuantityField
          key={`${parameter} correction`}
          narrow
          label="Correction"
          expected={{ field: 'correction', kind, low: -most, high: most }}
          value={correction}
          onChange={setCorrection}
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
                    setAlso(checked ? [...also, each] : also.filter((other) => other !== each))
                  }
                />
                {parameterOf(each).name}
              </label>
            ))}
          </div>
        </details>
      )}
      <FormEnd fault={fault} save="Save the instrument" onLeave={leave} />
    </form>
  );
});
