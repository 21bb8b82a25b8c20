'use client';

import { useState } from 'react';
import { capitalised, listed } from '@/calculators/calculator/words';
import { isParameter, PARAMETER_IDS, parameterOf, type ParameterId } from '@/calculators/parameters/parameters';
import { attempt } from '@/calculators/calculator/attempt';
import { Answer, Working } from '@/interface/answer/answer';
import { Button, ButtonLink } from '@/interface/controls/button';
import { Cautions } from '@/interface/answer/cautions';
import { SeriesChart } from '@/interface/charts/pictures';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { goTo, useAsks } from '@/interface/address/place';
import { useTimeline } from '@/interface/timeline/timeline-context';
import { marksOf } from '@/interface/timeline/marks';
import { useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { offInstrument } from '@/derived/observations/instrument-check';
import { observationsOf } from '@/derived/observations/observations';
import { outlookOf } from '@/derived/day/outlook-of';
import { isOfTheSalt, readingsAt, trendAhead, trendOf } from '@/derived/trends/parameter-trend';
import { benchAddress } from '@/registry/addresses';
import { useCycle } from '@/interface/workspace/cycle-context';
import { Co2Words } from './co2-words';
import { PanAndZoom } from './pan-and-zoom';
import { ProportionPicture } from './proportion-picture';

const LARGE = 340;

/** One level large, with its trend, the day its pace changed and where it goes; moved and drawn closer with the tide line. */
export function OneLevel() {
  const { snapshot, tank } = useTank();
  const { name: workspace } = useWorkspace();
  const now = useNow();
  const { from, to } = useTimeline();
  const asked = useAsks().get('of') ?? '';
  const [at35, setAt35] = useState(false);
  const cycle = useCycle().result?.outcome;
  const read = PARAMETER_IDS.filter((id) => observationsOf(snapshot, tank.id, id).length > 0);
  const parameter: ParameterId = isParameter(asked) ? asked : (read[0] ?? 'alkalinity');
  // Of a salinity that no sea has the level at 35 ppt is refused, and what was read stands.
  const told =
    at35 && isOfTheSalt(parameter) ? attempt(() => trendOf(snapshot, tank, parameter, now, true)) : undefined;
  const normalised = told?.outcome !== undefined;
  const { answer, working, cautions, values } = told?.outcome ?? trendOf(snapshot, tank, parameter, now);
  const modelled = outlookOf(snapshot, tank, parameter, now, to, cycle);
  const ahead = modelled.length > 0 ? modelled : trendAhead(values, now, to);
  const last = observationsOf(snapshot, tank.id, parameter).findLast(({ at }) => at <= now);
  const off = offInstrument(snapshot, tank, parameter, now);
  const choose = (id: ParameterId) => goTo(`${benchAddress(workspace, tank.id, 'trends', 'one')}&of=${id}`, 'replace');
  return (
    <>
      <Answer
        answer={off ? { ...answer, retest: true } : answer}
        cautions={cautions}
        actions={
          <>
            <ButtonLink href={`${benchAddress(workspace, tank.id, 'what-changed')}?of=${parameter}`}>
              What changed it?
            </ButtonLink>
            {isOfTheSalt(parameter) && (
              <Button aria-pressed={normalised} onClick={() => setAt35(!at35)}>
                {normalised ? 'Shown at 35 ppt' : 'Show at 35 ppt'}
              </Button>
            )}
          </>
        }
      />
      {off && (
        <p className="mt-2 max-w-3xl text-rust">
          Retest before acting: {off.instrument.name} and {off.otherName ?? 'another test'} contradict each other on{' '}
          {parameterOf(parameter).name}.
        </p>
      )}
      {last?.ages && (
        <p className="mt-2 max-w-3xl text-kelp">
          The last reading is by {last.instrument?.name}: {listed(last.ages)}. It is taken with twice the error.
        </p>
      )}
      {told?.refusal && (
        <p className="mt-2 max-w-3xl text-rust">
          It cannot be told at 35 ppt: {told.refusal.field} would be outside {told.refusal.allowed}. Look at the
          salinity it was read at.
        </p>
      )}
      <div className="mt-4">
        <ChoiceRow
          label="Level shown"
          choices={[...new Set([...read, parameter])].map((id) => [id, capitalised(parameterOf(id).name)] as const)}
          chosen={parameter}
          onChoose={choose}
        />
      </div>
      <div className="mt-3">
        <PanAndZoom
          label={`${parameterOf(parameter).name} over time: drag it, or arrow left and right move it, up and down zoom it`}
        >
          <SeriesChart
            parameter={parameter}
            readings={readingsAt(snapshot, tank, parameter, normalised)}
            band={tank.targets[parameter]}
            // What is ahead is told as the tank will hold it, and not at another salinity.
            ahead={normalised ? [] : ahead}
            marks={marksOf(snapshot, tank.id, from, to)}
            trend={values}
            height={LARGE}
          />
        </PanAndZoom>
        {parameter === 'ph' && <Co2Words carriedOn={modelled.length > 0} />}
        <p className="mt-1 max-w-3xl text-sm text-soft">
          Dots are tests with their own error, squares a laboratory’s, diamonds a probe’s; what stands apart is crossed.
          The line is what they tell together, with its 95 % range. Drag the picture, or use the arrow keys on it.
          {normalised && ' At 35 ppt, water that evaporated or was topped off is not taken for consumption.'}
        </p>
      </div>
      <Cautions cautions={cautions} />
      <Working steps={working} />
      {(parameter === 'alkalinity' || parameter === 'calcium') && <ProportionPicture />}
    </>
  );
}
