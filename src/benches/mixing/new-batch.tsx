'use client';

import { nanoid } from 'nanoid';
import { useId } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { mixBatch } from '@/calculators/mixing/mix-batch';
import { attempt } from '@/calculators/calculator/attempt';
import { preferredUnit, quantity, showText, type UnitPreferences } from '@/quantities/quantity';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { SelectField } from '@/interface/controls/select-field';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { aimFor } from '@/derived/observations/targets';
import { saltStrength } from '@/derived/saltwater/learnt-salt';
import { netVolumeL, type EntryOf } from '@/record/schema';
import { MixingVessel } from './mixing-vessel';

/** A first guess at a batch: a tenth of the tank, the commonest change. Common practice. */
const USUAL_SHARE = 0.1;

/** In whole litres or whole gallons, whichever the keeper reads. */
function wholeL(litres: number, units: UnitPreferences): number {
  const unit = preferredUnit('volume', units);
  return unit.toCanonical(Math.max(1, Math.round(unit.fromCanonical(litres))));
}

/** Salt and RO/DI water for a batch, or for a tank's first fill. */
export function NewBatch() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const lotId = useId();
  const netL = netVolumeL(tank);
  const form = 'new-batch';
  const forget = useForgetDrafts(form);
  const [saltId, setSaltId] = useKeptState(`${form} saltId`, tank.saltId);
  const [litres, setLitres] = useKeptState<number | null>(`${form} litres`, () => wholeL(netL * USUAL_SHARE, units));
  const [salinity, setSalinity] = useKeptState<number | null>(
    `${form} salinity`,
    () => Math.round(aimFor(tank, 'salinity') * 2) / 2,
  );
  const [ownStrength, setOwnStrength] = useKeptState<number | null>(`${form} ownStrength`, null);
  const [measured, setMeasured] = useKeptState<number | null>(`${form} measured`, null);
  const [vesselId, setVesselId] = useKeptState(`${form} vesselId`, '');
  const [lot, setLot] = useKeptState(`${form} lot`, '');

  const salt = snapshot.salts.find(({ id }) => id === saltId);
  const vessel = snapshot.vessels.find(({ id }) => id === vesselId);
  const strength = saltStrength(snapshot, salt);
  const result =
    litres === null || salinity === null
      ? undefined
      : attempt(() =>
          mixBatch.run({
            litresWanted: litres,
            targetSalinity: salinity,
            temperatureC: 25,
            ...(salt?.boxG !== undefined && { boxG: salt.boxG }),
            ...(salt?.boxPrice !== undefined && { boxPrice: salt.boxPrice }),
            ...(vessel && { vesselL: vessel.litres }),
            ...(ownStrength === null
              ? {
                  gramsPerLAt35: strength.gramsPerLAt35,
                  gramsPerLFrom: strength.from,
                  ...(strength.learnt ? { gramsPerLError: strength.learnt.error } : {}),
                }
              : { gramsPerLAt35: ownStrength, gramsPerLFrom: 'yours' as const }),
          }),
        );

  const log = async (saltG: number) => {
    if (litres === null || salinity === null) return;
    const entry: EntryOf<'batch'> = {
      id: nanoid(),
      tankId: tank.id,
      at: now,
      kind: 'batch',
      saltId: salt?.id ?? null,
      volumeL: litres,
      saltG,
      targetSalinity: salinity,
      ...(measured === null ? {} : { measuredSalinity: measured }),
      ...(vessel && { vesselId: vessel.id }),
      ...(lot.trim() && { lot: lot.trim() }),
    };
    if (
      await commit({
        label: `Logged a batch of ${showText(quantity('volume', litres), units)}`,
        put: { entries: [entry] },
      })
    ) {
      setMeasured((present) => (present === measured ? null : present));
      forget();
    }
  };
  const outcome = result?.outcome;

  return (
    <Worked
      result={result}
      otherwise="Say how many litres, and at what salinity."
      actions={
        outcome && (
          <>
            <Button look="main" onClick={() => void log(outcome.values.saltG)}>
              Log this batch
            </Button>
            <Button look="quiet" onClick={() => setLitres(wholeL(netL, units))}>
              First fill of the tank
            </Button>
          </>
        )
      }
    >
      <div className="mt-6 grid gap-8 md:grid-cols-[17rem_minmax(0,1fr)]">
        {outcome && litres !== null && salinity !== null && (
          <MixingVessel
            litres={litres}
            waterL={outcome.values.waterL}
            saltG={outcome.values.saltG}
            salinity={salinity}
            vesselL={vessel?.litres}
            units={units}
          />
        )}
        <Figures title="This batch">
          <QuantityField
            label="Saltwater wanted"
            expected={AMOUNTS.batchVolume}
            value={litres}
            onChange={setLitres}
            required
          />
          <QuantityField
            label="Target salinity"
            expected={AMOUNTS.batchSalinity}
            value={salinity}
            onChange={setSalinity}
            required
            hint="ppt, or specific gravity: “1.026 sg” is the 25/25 °C (77/77 °F) scale; “sg 60/60” and “sg 20/4” are known too"
          />
          <SelectField
            label="Salt"
            width="w-40"
            value={saltId ?? ''}
            options={[...snapshot.salts.map(({ id, name }) => [id, name] as const), ['', 'another salt'] as const]}
            onChange={(id) => setSaltId(id || null)}
          />
          <QuantityField
            label="Salt a litre at 35 ppt"
            expected={AMOUNTS.saltPerL}
            value={ownStrength ?? strength.gramsPerLAt35}
            digits={ownStrength === null ? 3 : undefined}
            onChange={setOwnStrength}
            onReset={ownStrength === null ? undefined : () => setOwnStrength(null)}
            hint={
              ownStrength !== null
                ? 'grams a litre of finished saltwater'
                : strength.from === 'learnt'
                  ? `learnt from ${strength.learnt?.batches ?? 0} measured batches${salt?.gramsPerLAt35 ? `; the label says ${salt.gramsPerLAt35} g/L` : ''}`
                  : strength.from === 'label'
                    ? 'from the label'
                    : 'a general figure, until a batch is measured'
            }
          />
          <SelectField
            label="Mixed in"
            width="w-40"
            value={vesselId}
            options={[
              ['', 'any vessel'] as const,
              ...snapshot.vessels.map(
                ({ id, name, litres: holds }) =>
                  [id, `${name}, ${showText(quantity('volume', holds), units)}`] as const,
              ),
            ]}
            onChange={setVesselId}
          />
          <div>
            <label htmlFor={lotId} className="block text-sm font-semibold">
              Lot of the box
            </label>
            <input
              id={lotId}
              className="mt-1 min-h-11 w-44 max-w-full rounded-md border border-edge bg-sheet px-2.5 lg:min-h-9"
              value={lot}
              maxLength={60}
              onChange={({ target: { value } }) => setLot(value)}
            />
          </div>
          <QuantityField
            label="Measured after mixing"
            expected={AMOUNTS.measuredSalinity}
            value={measured}
            onChange={setMeasured}
            hint="once read, it is logged with the batch and teaches this salt’s own figure; it can be read later too"
          />
        </Figures>
      </div>
    </Worked>
  );
}
