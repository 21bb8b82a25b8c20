'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { fillFromTank } from '@/calculators/set-up/fill-from-tank';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { Worked } from '@/interface/answer/worked';
import { useTank } from '@/interface/workspace/workspace';
import { saltAndWarmth } from '@/derived/outlook/co2-of-the-water';
import { lastObservation } from '@/derived/observations/observations';
import { netVolumeL } from '@/record/schema';
import { TwoTanks } from './two-tanks';

/** A quarantine or second tank filled from a running one: what goes over, and what does the running one give ups. */
export function FromATank() {
  const { snapshot, tank } = useTank();
  const others = snapshot.tanks.filter(({ id }) => id !== tank.id);
  const largest = others.toSorted((a, b) => netVolumeL(b) - netVolumeL(a))[0];
  const [fromId, setFromId] = useKeptState('from-a-tank fromId', largest?.id ?? tank.id);
  const running = snapshot.tanks.find(({ id }) => id === fromId) ?? tank;
  const [ownTaken, setTaken] = useKeptState<number | null>('from-a-tank ownTaken', null);
  const [ownFilled, setFilled] = useKeptState<number | null>('from-a-tank ownFilled', null);
  const [newSalinity, setNewSalinity] = useKeptState<number | null>('from-a-tank newSalinity', null);
  const filledL =
    ownFilled ?? (running.id === tank.id ? Math.max(1, Math.round(netVolumeL(running) / 10)) : netVolumeL(tank));
  const takenL = ownTaken ?? Math.max(0.1, Math.round(Math.min(filledL, netVolumeL(running) / 5) * 10) / 10);
  const { salinity } = saltAndWarmth(snapshot, running);
  const [nitrate, phosphate] = [
    lastObservation(snapshot, running.id, 'nitrate'),
    lastObservation(snapshot, running.id, 'phosphate'),
  ];
  const result = attempt(() =>
    fillFromTank.run({
      takenL,
      netVolumeL: netVolumeL(running),
      salinity,
      ...(nitrate && { nitrate: nitrate.value }),
      ...(phosphate && { phosphate: phosphate.value }),
      newSalinity: newSalinity ?? Math.round(salinity * 2) / 2,
      filledL,
    }),
  );
  return (
    <Worked result={result} otherwise="Say how much is taken.">
      <div className="mt-5 grid gap-8 lg:grid-cols-2">
        <TwoTanks
          running={{ name: running.name, litres: netVolumeL(running) }}
          filled={{ name: running.id === tank.id ? 'the other' : tank.name, litres: filledL }}
          takenL={takenL}
        />
        <Figures title="This much">
          <SelectField
            label="From"
            value={fromId}
            options={snapshot.tanks.map(({ id, name }) => [id, name] as const)}
            onChange={setFromId}
          />
          <QuantityField
            label="Water taken"
            expected={{ ...AMOUNTS.waterChange, field: 'water taken' }}
            value={takenL}
            onChange={setTaken}
            onReset={ownTaken === null ? undefined : () => setTaken(null)}
          />
          <QuantityField
            label="The tank filled holds"
            expected={{ ...AMOUNTS.netVolume, field: 'tank that is filled' }}
            value={filledL}
            onChange={setFilled}
            onReset={ownFilled === null ? undefined : () => setFilled(null)}
          />
          <QuantityField
            label="New saltwater for the running tank"
            expected={readingExpectation('salinity')}
            value={newSalinity ?? Math.round(salinity * 2) / 2}
            onChange={setNewSalinity}
            onReset={newSalinity === null ? undefined : () => setNewSalinity(null)}
          />
        </Figures>
      </div>
    </Worked>
  );
}
