'use client';

import { nanoid } from 'nanoid';
import { useState } from 'react';
import { topOff } from '@/chemistry/evaporation/top-off';
import { attempt } from '@/chemistry/refusal';
import { quantity, showText } from '@/chemistry/units/quantity';
import { Answer, Cautions, Working } from '@/interface/answer';
import { Bench, Figures } from '@/interface/bench';
import { Button } from '@/interface/button';
import { QuantityField } from '@/interface/quantity-field';
import { Refused } from '@/interface/refused';
import { useCommitOnce, useNow, useTank, useTitle } from '@/interface/workspace';
import { AMOUNTS } from '@/chemistry/amounts';
import { topOffQuestion } from '@/reckoning/top-off-question';
import { ReservoirPicture } from './reservoir-picture';

export function TopOffBench() {
  const { book, tank } = useTank();
  const { units } = book.settings;
  const now = useNow();
  const commit = useCommitOnce();
  useTitle(`Top-off, ${tank.name}`);
  const [loss, setLoss] = useState<number | null>(null);
  const [reservoir, setReservoir] = useState<number | null>(null);
  const [surface, setSurface] = useState<number | null>(null);
  const [refill, setRefill] = useState<number | null>(null);

  const record = topOffQuestion(book, tank, now);
  const question = {
    ...record,
    reservoirL: reservoir ?? record.reservoirL,
    surroundings: { ...record.surroundings, openSurfaceM2: surface ?? record.surroundings.openSurfaceM2 },
    ...(loss === null ? {} : { litresPerDay: loss }),
  };
  const { outcome, refusal } = attempt(() => topOff.run(question));

  const logRefill = async () => {
    const volumeL = refill ?? (outcome ? Math.round((question.reservoirL - outcome.values.leftL) * 10) / 10 : 0);
    if (volumeL <= 0) return;
    if (
      await commit({
        label: `Logged a refill of ${showText(quantity('volume', volumeL), units)}`,
        put: { entries: [{ id: nanoid(), tankId: tank.id, at: now, kind: 'refill', volumeL }] },
      })
    )
      setRefill(null);
  };
  const needed = outcome ? question.reservoirL - outcome.values.leftL : 0;

  return (
    <Bench question="How much does the tank lose, and how long will the reservoir last?">
      {question.reservoirL === 0 ? (
        <Refused
          otherwise={
            outcome
              ? `The tank loses about ${showText(quantity('waterRate', outcome.values.litresPerDay), units)}. Say what the reservoir holds and the days it lasts are worked out.`
              : 'Say what the reservoir holds.'
          }
        />
      ) : outcome ? (
        <Answer
          answer={outcome.answer}
          actions={
            <Button look="main" disabled={refill === null && needed < 0.05} onClick={() => void logRefill()}>
              {refill === null && needed < 0.05
                ? 'The reservoir is full'
                : `Log a refill of ${showText(quantity('volume', refill ?? needed), units)}`}
            </Button>
          }
        />
      ) : (
        <Refused refusal={refusal} otherwise="" />
      )}
      <div className="mt-6 grid gap-8 md:grid-cols-[minmax(0,22rem)_minmax(0,1fr)]">
        {outcome && question.reservoirL > 0 && (
          <ReservoirPicture
            reservoirL={question.reservoirL}
            leftL={outcome.values.leftL}
            litresPerDay={outcome.values.litresPerDay}
            netVolumeL={question.netVolumeL}
            salinity={question.salinity}
            worstSalinity={outcome.values.worstSalinity}
            units={units}
          />
        )}
        <Figures title="What it rests on">
          <QuantityField
            label="Refilled just now"
            expected={AMOUNTS.refill}
            value={refill}
            onChange={setRefill}
            placeholder={showText(quantity('volume', needed), units)}
            hint="to the same mark each time; left empty, what should be missing is logged"
          />
          <QuantityField
            label="Loss a day"
            expected={LOSS}
            value={loss ?? outcome?.values.litresPerDay ?? null}
            digits={loss === null ? 3 : undefined}
            onChange={setLoss}
            onReset={loss === null ? undefined : () => setLoss(null)}
            hint={
              loss !== null
                ? 'in place of the log'
                : outcome?.values.fromLog
                  ? 'from the refills logged'
                  : 'from the open surface and the room'
            }
          />
          <QuantityField
            label="Reservoir"
            expected={AMOUNTS.reservoir}
            value={question.reservoirL}
            onChange={setReservoir}
            onReset={reservoir === null ? undefined : () => setReservoir(null)}
          />
          <QuantityField
            label="Open water surface"
            expected={AMOUNTS.openSurface}
            value={question.surroundings.openSurfaceM2}
            onChange={setSurface}
            onReset={surface === null ? undefined : () => setSurface(null)}
            hint="display and sump together; used for the rough estimate"
          />
        </Figures>
      </div>
      {outcome && <Working steps={outcome.working} />}
      {outcome && <Cautions cautions={outcome.cautions} />}
    </Bench>
  );
}

const LOSS = { field: 'loss a day', kind: 'waterRate', low: 0, high: 1000, usual: [0.1, 30] } as const;
