'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { DOSED_PARAMETERS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { batchMatch } from '@/calculators/mixing/batch-match';
import { readingExpectation } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { capitalised } from '@/calculators/calculator/words';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { originsOfBatch, waterOfBatch } from '@/derived/saltwater/batches';
import { changeHabit } from '@/derived/saltwater/change-habit';
import { levelsNow } from '@/derived/water-change/change-question';
import { aimFor } from '@/derived/observations/targets';
import { originsOfSalt, waterOfSalt } from '@/derived/saltwater/water-of-salt';
import { netVolumeL } from '@/record/schema';
import { BatchChoice, useBatch } from './batch-choice';
import { MatchBars } from './match-bars';

/** What is dissolved in a batch so that it brings what the tank holds. */
export function MatchBatch() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const choice = useBatch();
  const { state } = choice;
  const [litres, setLitres] = useKeptState<number | null>('match-batch litres', null);
  const [batch, setBatch] = useKeptState<Partial<Record<DosedParameter, number | null>>>('match-batch batch', {});
  const [own, setOwn] = useKeptState<Partial<Record<DosedParameter, number | null>>>('match-batch own', {});
  const levels = levelsNow(snapshot, tank, now);
  const salt = snapshot.salts.find(({ id }) => id === tank.saltId);
  const water = state ? waterOfBatch(snapshot, state) : waterOfSalt(salt, aimFor(tank, 'salinity'));
  const origins = state ? originsOfBatch(snapshot, state) : originsOfSalt(salt);
  const habit = changeHabit(snapshot, tank, now);
  const batchL = litres ?? state?.leftL ?? habit.changeL;
  const holds = (parameter: DosedParameter) => own[parameter] ?? levels[parameter] ?? aimFor(tank, parameter);
  const brings = (parameter: DosedParameter) => batch[parameter] ?? water[parameter];
  const of = (level: (parameter: DosedParameter) => number) => ({
    alkalinity: level('alkalinity'),
    calcium: level('calcium'),
    magnesium: level('magnesium'),
  });
  const result = attempt(() =>
    batchMatch.run({
      litres: batchL,
      batch: of(brings),
      tank: of(holds),
      assumed: DOSED_PARAMETERS.filter(
        (parameter) => origins[parameter] === 'assumed' && (batch[parameter] ?? null) === null,
      ),
      changeShare: Math.min(1, batchL / netVolumeL(tank)),
    }),
  );
  return (
    <Worked result={result} otherwise="">
      <div className="mt-6 grid gap-8 md:grid-cols-[19rem_minmax(0,1fr)]">
        <MatchBars
          rows={DOSED_PARAMETERS.map((parameter) => ({ parameter, batch: brings(parameter), tank: holds(parameter) }))}
          units={snapshot.settings.units}
        />
        <Figures title="Batch and tank">
          <BatchChoice {...choice} none="a batch to be mixed" />
          <QuantityField
            label="Litres of the batch"
            expected={{ ...AMOUNTS.batchVolume, field: 'litres of the batch' }}
            value={batchL}
            digits={litres === null ? 3 : undefined}
            onChange={setLitres}
          />
          {DOSED_PARAMETERS.map((parameter) => (
            <QuantityField
              key={`batch ${parameter}`}
              label={`${capitalised(parameter)} of the batch`}
              expected={{ ...readingExpectation(parameter), low: 0 }}
              value={brings(parameter)}
              digits={3}
              onChange={(amount) => setBatch((present) => ({ ...present, [parameter]: amount }))}
              onReset={
                batch[parameter] === undefined || batch[parameter] === null
                  ? undefined
                  : () => setBatch((present) => ({ ...present, [parameter]: null }))
              }
              hint={
                state?.checks.some((check) => check[parameter] !== undefined)
                  ? 'as it was tested'
                  : salt?.profile
                    ? 'by the label'
                    : 'as natural seawater'
              }
            />
          ))}
          {DOSED_PARAMETERS.map((parameter) => (
            <QuantityField
              key={`tank ${parameter}`}
              label={`${capitalised(parameter)} of the tank`}
              expected={{ ...readingExpectation(parameter), low: 0 }}
              value={holds(parameter)}
              digits={3}
              onChange={(amount) => setOwn((present) => ({ ...present, [parameter]: amount }))}
              onReset={
                own[parameter] === undefined || own[parameter] === null
                  ? undefined
                  : () => setOwn((present) => ({ ...present, [parameter]: null }))
              }
              hint={levels[parameter] === undefined ? 'not tested: the middle of its band' : 'by the tests'}
            />
          ))}
        </Figures>
      </div>
    </Worked>
  );
}
