'use client';

import { nanoid } from 'nanoid';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { batchCorrection } from '@/calculators/mixing/batch-correction';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { useForgetDrafts, useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { momentAfter, saltOf, strengthByItself } from '@/derived/saltwater/batches';
import { aimFor } from '@/derived/observations/targets';
import { saltStrength } from '@/derived/saltwater/learnt-salt';
import { BatchChoice, useBatch } from './batch-choice';
import { TwoLevels } from './two-levels';

/** A batch that reads high or low: salt to add, or water to pour or to swap. */
export function CorrectBatch() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const choice = useBatch();
  const { state } = choice;
  const vessel = snapshot.vessels.find(({ id }) => id === state?.batch.vesselId);
  const form = 'correct-batch';
  const forget = useForgetDrafts(form);
  const [holds, setHolds] = useKeptState<number | null>(`${form} holds`, null);
  const [reads, setReads] = useKeptState<number | null>(`${form} reads`, null);
  const [target, setTarget] = useKeptState<number | null>(`${form} target`, null);
  const [full, setFull] = useKeptState<number | null>(`${form} full`, null);
  const holdsL = holds ?? state?.leftL ?? null;
  const read = reads ?? state?.salinity ?? null;
  const aim = target ?? state?.batch.targetSalinity ?? Math.round(aimFor(tank, 'salinity') * 2) / 2;
  const fullL = full ?? vessel?.litres;
  const salt = state ? saltOf(snapshot, state.batch) : snapshot.salts.find(({ id }) => id === tank.saltId);
  const result =
    holdsL === null || read === null
      ? undefined
      : attempt(() =>
          batchCorrection.run({
            holdsL,
            reads: read,
            target: aim,
            gramsPerLAt35: (state && strengthByItself(state)) ?? saltStrength(snapshot, salt).gramsPerLAt35,
            ...(fullL !== undefined && { fullL }),
          }),
        );
  const outcome = result?.outcome;
  const log = () => {
    if (!state || !outcome || read === null) return;
    const { saltG, takeOutL, pourInL } = outcome.values;
    void commit({
      label: `Logged ${saltG > 0 ? `${showText(quantity('mass', saltG), units)} of salt added` : `${showText(quantity('volume', pourInL), units)} of water poured in`}`,
      put: {
        entries: [
          {
            id: nanoid(),
            tankId: state.batch.tankId,
            at: momentAfter(state, now),
            kind: 'batch-check',
            batchId: state.batch.id,
            salinity: read,
            ...(saltG > 0 && { saltAddedG: saltG }),
            ...(takeOutL > 0.01 && { waterTakenOutL: takeOutL }),
            ...(pourInL > 0.01 && { waterPouredInL: pourInL }),
          },
        ],
      },
    }).then((kept) => kept && forget());
  };
  const acts = outcome !== undefined && outcome.values.saltG + outcome.values.pourInL > 0;
  return (
    <Worked
      result={result}
      otherwise="Say how much is in the vessel and what it reads."
      actions={
        state &&
        acts && (
          <Button look="main" onClick={log}>
            Log that it was done
          </Button>
        )
      }
    >
      <div className="mt-6 grid gap-8 md:grid-cols-[19rem_minmax(0,1fr)]">
        {outcome && holdsL !== null && read !== null && (
          <TwoLevels
            before={{ litres: holdsL, salinity: read }}
            after={{ litres: outcome.values.finalL, salinity: acts ? aim : read }}
            takeOutL={outcome.values.takeOutL}
            fullL={fullL}
            units={units}
          />
        )}
        <Figures title="This vessel">
          <BatchChoice {...choice} none="a batch not logged" />
          <QuantityField
            label="Stands in it"
            expected={{ ...AMOUNTS.batchVolume, field: 'saltwater in the vessel' }}
            value={holdsL}
            digits={holds === null ? 3 : undefined}
            onChange={setHolds}
            required
          />
          <QuantityField
            label="It reads"
            expected={AMOUNTS.measuredSalinity}
            value={read}
            digits={reads === null ? 3 : undefined}
            onChange={setReads}
            required
            hint="as your instrument shows it; “What a reading means” puts right its temperature and scale"
          />
          <QuantityField
            label="It should read"
            expected={AMOUNTS.batchSalinity}
            value={aim}
            onChange={setTarget}
            onReset={target === null ? undefined : () => setTarget(null)}
          />
          <QuantityField
            label="Full at"
            expected={AMOUNTS.vessel}
            value={fullL ?? null}
            onChange={setFull}
            hint="left empty, water is swapped at the level it has"
          />
        </Figures>
      </div>
    </Worked>
  );
}
