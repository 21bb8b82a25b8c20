'use client';

import { calibrateEvery } from '@/calculators/parameters/instrument-age';
import { parameterOf } from '@/calculators/parameters/parameters';
import { differenceKindOf } from '@/calculators/parameters/rates';
import { capitalised } from '@/calculators/calculator/words';
import { quantity, showText } from '@/quantities/quantity';
import { HowSureMarks } from '@/interface/answer/answer';
import { Button } from '@/interface/controls/button';
import { Sentence } from '@/interface/answer/phrases';
import { RecordRow } from '@/interface/controls/record-row';
import { without } from '@/interface/parts/without';
import { whenText } from '@/interface/time/when';
import { useCommit, useNow, useTank } from '@/interface/workspace/workspace';
import type { InstrumentFinding } from '@/derived/observations/instrument-check';
import { calibrated } from '@/record/instrument-history';

/** One instrument: what it is, what its readings are worth, and what can be done about it. */
export function InstrumentRow({
  finding,
  told,
  grouped,
  onEdit,
}: {
  readonly finding: InstrumentFinding;
  /** Its finding is said here; else it stands at the head of the bench. */
  readonly told: boolean;
  /** It stands under its name with others that have the same: what it reads tells them apart. */
  readonly grouped: boolean;
  readonly onEdit: () => void;
}) {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommit();
  const { units, zone } = snapshot.settings;
  const { instrument, outcome, readings, lastAt } = finding;
  const { parameter } = instrument;
  const { error, errsMore, errorFrom } = outcome.values;
  const difference = (amount: number) => showText(quantity(differenceKindOf(parameter), amount), units);
  const usual = tank.instruments?.[parameter] === instrument.id;
  const calibration = instrument.calibrations?.at(-1);
  const reagent = instrument.reagents?.at(-1);
  const every = calibrateEvery(instrument);
  const put = (label: string, row: typeof instrument) => void commit({ label, put: { instruments: [row] } });
  const setUsual = () => {
    const others = without(tank.instruments ?? {}, parameter);
    void commit({
      label: usual
        ? `${instrument.name} is no longer what ${tank.name} is usually read by`
        : `${tank.name}’s ${parameterOf(parameter).name} is read by ${instrument.name}`,
      put: { tanks: [{ ...tank, instruments: usual ? others : { ...others, [parameter]: instrument.id } }] },
    });
  };
  return (
    <>
      <RecordRow
        title={grouped ? capitalised(parameterOf(parameter).name) : instrument.name}
        under={`${grouped ? '' : `${parameterOf(parameter).name}, `}${instrument.by}${usual ? `; ${tank.name}’s usual` : ''}`}
        onEdit={onEdit}
        onRemove={() =>
          void commit({
            label: `Removed ${instrument.name}${readings > 0 ? `; its ${readings} readings stay` : ''}`,
            remove: { instruments: [instrument.id] },
          })
        }
      >
        {told && (
          <span className="block">
            <Sentence phrases={outcome.answer.says} /> <HowSureMarks of={outcome.answer} />
          </span>
        )}
        <span className="block text-sm text-soft">
          {readings === 0
            ? 'No reading names it yet.'
            : `${readings} ${readings === 1 ? 'reading' : 'readings'}, the last ${lastAt === undefined ? '' : whenText(lastAt, now, zone, 'day')}.`}{' '}
          Errs by {difference(instrumentError(outcome))}
          {instrument.error === undefined ? ', as usual for its kind' : ', as stated'}
          {error ? `; its own ${errorFrom === 'repeats' ? 'repeats' : 'readings'} show ${difference(error.sd)}` : ''}.
          {calibration
            ? ` Calibrated ${whenText(calibration.at, now, zone, 'day')}${calibration.correction === 0 ? '' : `, corrected by ${difference(calibration.correction)}`}.`
            : every === undefined
              ? ''
              : ' Its calibration was never logged.'}
          {reagent
            ? ` Reagent${reagent.lot ? ` ${reagent.lot}` : ''} opened ${whenText(reagent.openedAt, now, zone, 'day')}${reagent.expiresAt === undefined ? '' : `, good until ${whenText(reagent.expiresAt, now, zone, 'day')}`}.`
            : ''}
        </span>
        {outcome.cautions
          .filter(() => told)
          .map(({ says, severity }, i) => (
            <span key={i} className={`block text-sm ${severity === 'note' ? 'text-soft' : 'text-kelp'}`}>
              {capitalised(severity)}: <Sentence phrases={says} />
            </span>
          ))}
      </RecordRow>
      <div className="-ml-3.5 flex flex-wrap sm:ml-40">
        <Button look="quiet" onClick={setUsual}>
          {usual ? `No longer ${tank.name}’s usual` : `Make it ${tank.name}’s usual`}
        </Button>
        {(instrument.by === 'probe' || calibration !== undefined) && (
          <Button look="quiet" onClick={() => put(`Calibrated ${instrument.name}`, calibrated(instrument, now))}>
            Calibrated now
          </Button>
        )}
        {errsMore && error && (
          <Button
            look="quiet"
            onClick={() =>
              put(`${instrument.name} errs by ${difference(error.sd)}`, { ...instrument, error: error.sd })
            }
          >
            Take {difference(error.sd)} as its error
          </Button>
        )}
      </div>
    </>
  );
}

/** The first line of the working. */
function instrumentError({ working }: InstrumentFinding['outcome']): number {
  return working[0]?.value.amount ?? 0;
}
