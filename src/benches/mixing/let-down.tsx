'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { fromStock } from '@/calculators/mixing/from-stock';
import { attempt } from '@/calculators/calculator/attempt';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { changeHabit } from '@/derived/saltwater/change-habit';
import { aimFor } from '@/derived/observations/targets';
import { BatchChoice, useBatch } from './batch-choice';
import { TwoLevels } from './two-levels';

/** A weaker water out of a stronger one, for the tank of lower salinity. */
export function LetDown() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const choice = useBatch();
  const { state } = choice;
  const [litres, setLitres] = useKeptState<number | null>('let-down litres', null);
  const [target, setTarget] = useKeptState<number | null>('let-down target', null);
  const [stock, setStock] = useKeptState<number | null>('let-down stock', null);
  const [water, setWater] = useKeptState<number | null>('let-down water', 0);
  const wantedL = litres ?? changeHabit(snapshot, tank, now).changeL;
  const aim = target ?? Math.round(aimFor(tank, 'salinity') * 2) / 2;
  const stockSalinity = stock ?? state?.salinity ?? null;
  const result =
    stockSalinity === null
      ? undefined
      : attempt(() =>
          fromStock.run({
            litresWanted: wantedL,
            target: aim,
            stockSalinity,
            ...(state && { stockL: state.leftL }),
            waterSalinity: water ?? 0,
          }),
        );
  const outcome = result?.outcome;
  return (
    <Worked result={result} otherwise="Say what the stock reads, and how much is wanted at what salinity.">
      <div className="mt-6 grid gap-8 md:grid-cols-[19rem_minmax(0,1fr)]">
        {outcome && stockSalinity !== null && (
          <TwoLevels
            before={{ litres: outcome.values.litresOfStock, salinity: stockSalinity }}
            after={{ litres: wantedL, salinity: aim }}
            takeOutL={0}
            fullL={undefined}
            units={snapshot.settings.units}
          />
        )}
        <Figures title="From this stock">
          <BatchChoice {...choice} none="a stock not logged" />
          <QuantityField
            label="The stock reads"
            expected={AMOUNTS.measuredSalinity}
            value={stockSalinity}
            digits={stock === null ? 3 : undefined}
            onChange={setStock}
            required
          />
          <QuantityField
            label="Saltwater wanted"
            expected={AMOUNTS.batchVolume}
            value={wantedL}
            digits={litres === null ? 3 : undefined}
            onChange={setLitres}
            required
          />
          <QuantityField
            label="At a salinity of"
            expected={AMOUNTS.batchSalinity}
            value={aim}
            onChange={setTarget}
            required
          />
          <QuantityField
            label="Let down with"
            expected={{ field: 'salinity of the water', kind: 'salinity', low: 0, high: 42 }}
            value={water}
            onChange={setWater}
            hint="0 ppt is RO/DI water; a weaker batch will do"
          />
        </Figures>
      </div>
    </Worked>
  );
}
