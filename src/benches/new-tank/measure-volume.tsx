'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS, readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { netVolume, type ReadBy } from '@/calculators/set-up/net-volume';
import { quantity, showText } from '@/quantities/quantity';
import { capitalised } from '@/calculators/calculator/words';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { Worked } from '@/interface/answer/worked';
import { useCommit, useTank } from '@/interface/workspace/workspace';
import { lastObservation } from '@/derived/observations/observations';
import { netVolumeL } from '@/record/schema';
import { RiseAndVolume } from './rise-and-volume';

/** What a keeper has at hand to add, each with what it is read by. */
const ADDED = {
  'sodium-bicarbonate': { name: 'sodium bicarbonate', readBy: 'alkalinity', perL: 0.05 },
  'calcium-chloride-dihydrate': { name: 'calcium chloride dihydrate', readBy: 'calcium', perL: 0.15 },
  'ammonium-chloride': { name: 'ammonium chloride (no animals in)', readBy: 'ammonia', perL: 0.0063 },
  'sea-salt': { name: 'dry sea salt', readBy: 'salinity', perL: 2 },
} as const satisfies Record<string, { name: string; readBy: ReadBy; perL: number }>;
type AddedId = keyof typeof ADDED;

/** How much water there is, by a known amount added and the rise it made. */
export function MeasureVolume() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const commit = useCommit();
  const [addedId, setAddedId] = useKeptState<AddedId>('measure-volume addedId', 'sodium-bicarbonate');
  const { readBy, perL } = ADDED[addedId];
  const thoughtL = netVolumeL(tank);
  const [grams, setGrams] = useKeptState<number | null>('measure-volume grams', null);
  const [before, setBefore] = useKeptState<number | null>('measure-volume before', null);
  const [after, setAfter] = useKeptState<number | null>('measure-volume after', null);
  const last = lastObservation(snapshot, tank.id, readBy);
  const usualG = Number((perL * thoughtL).toPrecision(2));
  const given = grams ?? usualG;
  const from = before ?? last?.value ?? null;
  const result =
    from === null || after === null
      ? undefined
      : attempt(() =>
          netVolume.run({
            readBy,
            added: addedId === 'sea-salt' ? { seaSaltG: given } : { salt: { reagent: addedId, grams: given } },
            before: from,
            after,
            thoughtL,
          }),
        );
  const values = result?.outcome?.values;
  const { kind, name } = PARAMETERS[readBy];
  const choose = (id: AddedId) => {
    setAddedId(id);
    setGrams(null);
    setBefore(null);
    setAfter(null);
  };
  return (
    <Worked
      result={result}
      otherwise={`Test ${name}, add ${showText(quantity('mass', given), units)} of ${ADDED[addedId].name}, stir for an hour, test again.`}
      actions={
        values?.highL !== undefined && (
          <Button
            look="main"
            onClick={() =>
              void commit({
                label: `${tank.name} holds ${showText(quantity('volume', values.volumeL), units)}, measured`,
                put: { tanks: [{ ...tank, netVolumeL: Number(values.volumeL.toPrecision(4)) }] },
              })
            }
          >
            Take it as the net volume
          </Button>
        )
      }
    >
      <div className="mt-5 grid gap-8 lg:grid-cols-2">
        <RiseAndVolume
          kind={kind}
          before={from}
          after={after}
          thoughtL={thoughtL}
          lowL={values?.lowL}
          highL={values?.highL}
          volumeL={values?.volumeL}
        />
        <Figures title="Added and read">
          <SelectField
            label="Added"
            value={addedId}
            options={(Object.keys(ADDED) as AddedId[]).map((id) => [id, ADDED[id].name] as const)}
            onChange={choose}
          />
          <QuantityField
            key={`g-${addedId}`}
            label="This much of it"
            expected={AMOUNTS.weighedForVolume}
            value={given}
            onChange={setGrams}
            onReset={grams === null ? undefined : () => setGrams(null)}
          />
          <QuantityField
            key={`b-${addedId}`}
            label={`${capitalised(name)} before`}
            expected={{ ...readingExpectation(readBy), low: 0 }}
            value={from}
            onChange={setBefore}
            hint={before === null && last ? 'the last test' : undefined}
          />
          <QuantityField
            key={`a-${addedId}`}
            label={`${capitalised(name)} after`}
            expected={{ ...readingExpectation(readBy), low: 0 }}
            value={after}
            onChange={setAfter}
          />
        </Figures>
      </div>
    </Worked>
  );
}
