'use client';

import { useState, type ReactNode } from 'react';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { quantity, showText } from '@/quantities/quantity';
import { FOLLOWED, type Followed, type Levels } from '@/chemistry/water-change/followed';
import type { WaterOrigins } from '@/calculators/water-change/new-water-from';
import { useKeptState } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { batchStates, originsOfBatch, waterOfBatch, type BatchState } from '@/derived/saltwater/batches';
import { changeHabit } from '@/derived/saltwater/change-habit';
import { aimFor } from '@/derived/observations/targets';
import { batchName } from '@/derived/saltwater/water-day';
import { originsOfSalt, waterOfSalt } from '@/derived/saltwater/water-of-salt';
import type { Salt } from '@/record/schema';

export interface NewWater {
  readonly levels: Levels;
  /** Where each of them comes from. */
  readonly from: WaterOrigins;
  readonly salinity: number;
  /** Whether the keeper told the salinity, or no batch is there to tell it. */
  readonly salinityTold: boolean;
  readonly batch: BatchState | undefined;
  readonly salt: Salt | undefined;
  readonly fields: ReactNode;
}

/** What every way of changing is shown with. */
export interface Seen {
  readonly water: NewWater;
  /** Which level is drawn and answered for. */
  readonly about: Followed;
  /** Where the tank stands. */
  readonly levels: Levels;
}

/**
 * Which water goes in: a batch that stands ready, or a salt mixed to a salinity.
 * @param goesOn it is changed again and again: then the tank's salt comes first, as the balance reckons with it; one batch is soon used up
 */
export function useNewWater(goesOn: boolean): NewWater {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const batches = batchStates(snapshot, now).filter(({ batch }) => batch.tankId === tank.id || batch.tankId === null);
  const [chosen, setChosen] = useState<string>();
  const [own, setOwn] = useKeptState<number | null>('new-water own', null);
  // The newest that would do for the change; a batch too small is there to be chosen.
  const enough = batches.findLast(({ leftL }) => leftL >= 0.9 * changeHabit(snapshot, tank, now).changeL);
  const first = enough && !goesOn ? `batch ${enough.batch.id}` : `salt ${tank.saltId ?? ''}`;
  const value = chosen ?? first;
  const batch = batches.find(({ batch: { id } }) => value === `batch ${id}`);
  const salt = snapshot.salts.find(({ id }) => value === `salt ${id}`);
  const salinity = own ?? batch?.salinity ?? batch?.batch.targetSalinity ?? aimFor(tank, 'salinity');
  const water = batch ? waterOfBatch(snapshot, { ...batch, salinity }) : waterOfSalt(salt, salinity);
  const fields = (
    <>
      <SelectField
        label="New water"
        width="w-60"
        value={value}
        options={[
          ...batches.map(
            ({ batch: { id }, leftL }) =>
              [`batch ${id}`, `${batchName(snapshot, id)}, ${showText(quantity('volume', leftL), units)}`] as const,
          ),
          ...snapshot.salts.map(({ id, name }) => [`salt ${id}`, `mixed from ${name}`] as const),
          ['salt ', 'as natural seawater'] as const,
        ]}
        onChange={(next) => {
          setChosen(next);
          setOwn(null);
        }}
      />
      <QuantityField
        label="Its salinity"
        expected={AMOUNTS.newWaterSalinity}
        value={salinity}
        onChange={setOwn}
        onReset={own === null ? undefined : () => setOwn(null)}
        hint={
          batch
            ? batch.salinity === undefined
              ? 'as it was meant to be: not read yet'
              : 'as it was last read'
            : 'the middle of the tank’s band'
        }
      />
    </>
  );
  return {
    levels: Object.fromEntries(FOLLOWED.map((id) => [id, water[id]])),
    from: {
      ...(batch ? originsOfBatch(snapshot, batch) : originsOfSalt(salt)),
      ...(own !== null && { salinity: 'yours' }),
    },
    salinity,
    salinityTold: own !== null || batch === undefined,
    batch,
    salt,
    fields,
  };
}
