'use client';

import { useState } from 'react';
import { quantity, showText } from '@/quantities/quantity';
import { SelectField } from '@/interface/controls/select-field';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { batchStates, type BatchState } from '@/derived/saltwater/batches';
import { batchName } from '@/derived/saltwater/water-day';

export interface ChosenBatch {
  readonly batches: readonly BatchState[];
  readonly state: BatchState | undefined;
  readonly choose: (id: string) => void;
}

/** Of the batches that stand in vessels, the one that is spoken of; the last mixed, until another is chosen. */
export function useBatch(): ChosenBatch {
  const { snapshot } = useTank();
  const now = useNow();
  const batches = batchStates(snapshot, now);
  const [chosen, setChosen] = useState<string>();
  const state = chosen === '' ? undefined : (batches.find(({ batch: { id } }) => id === chosen) ?? batches.at(-1));
  return { batches, state, choose: setChosen };
}

export function BatchChoice({
  batches,
  state,
  choose,
  none,
}: ChosenBatch & { /** What else it may be. */ readonly none: string }) {
  const { snapshot } = useTank();
  const { units } = snapshot.settings;
  if (batches.length === 0) return null;
  return (
    <SelectField
      label="Which batch"
      width="w-64"
      value={state?.batch.id ?? ''}
      options={[
        ...batches.map(
          ({ batch: { id }, leftL }) =>
            [id, `${batchName(snapshot, id)}, ${showText(quantity('volume', leftL), units)}`] as const,
        ),
        ['', none] as const,
      ]}
      onChange={choose}
    />
  );
}
