'use client';

import type { MeasureOfTank } from '@/calculators/ph/ph-day-values';
import { PH_AMOUNTS } from '@/calculators/ph/ph-day-input';
import { MEASURE_WORDS } from '@/calculators/ph/ph-day-words';
import { capitalised } from '@/calculators/calculator/words';
import { HARVEST_G_PER_L } from '@/calculators/ph/ph-day';
import { PH_MEASURES, type PhMeasure } from '@/chemistry/day/ph-measures';
import type { Expectation } from '@/quantities/parse-quantity';
import { estimate, quantity, range, showText } from '@/quantities/quantity';
import { Figures } from '@/interface/answer/bench';
import { Worked } from '@/interface/answer/worked';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Waiting } from '@/interface/lazy/waiting';
import { without } from '@/interface/parts/without';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { lightsOf, USUAL_LIGHTS } from '@/derived/day/day-of-tank';
import type { MeasureOverrides } from '@/derived/ph/ph-question';
import { netVolumeL } from '@/record/schema';
import { DayPicture } from './day-picture';
import { usePhDay } from './use-ph-day';

/** What it takes of the keeper, and what can go wrong with it. Common practice. */
const TAKES: Readonly<Record<PhMeasure, { readonly effort: string; readonly hazard: string }>> = {
  windows: { effort: 'nothing to buy', hazard: 'heating in winter; the tank cools and evaporates more in dry air' },
  'outside air': {
    effort: 'a tube through wall or window, once',
    hazard: 'frost, smoke and insect spray come in with it; a long thin tube throttles the skimmer',
  },
  scrubber: {
    effort: 'media changed as they turn colour',
    hazard: 'media are caustic: gloves, no dust; spent ones do nothing and say nothing',
  },
  refugium: {
    effort: 'a lamp by night, algae harvested weekly',
    hazard: 'strips nutrients as well; a weak lamp does little',
  },
  limewater: { effort: 'a drip in place of some of the top-off', hazard: 'caustic; never more than evaporates' },
  carbonate: {
    effort: 'another salt in the same bottle, half as much of it',
    hazard: 'each dose lifts pH at once: by night and in small doses; never in the same hour as calcium',
  },
  surface: { effort: 'a pump turned up', hazard: 'draws the water towards the room’s air, whichever that is' },
};

const FIELDS: readonly (readonly [keyof MeasureOverrides, label: string, Expectation, usual?: string])[] = [
  ['openRoomUatm', 'Room with windows open', PH_AMOUNTS.roomCo2, '500 ppm'],
  ['skimmerAirLPerH', 'Air the skimmer draws', PH_AMOUNTS.skimmerAir, '300 L/h'],
  ['tubeCm', 'Tube to the outside', PH_AMOUNTS.tube, '3 m'],
  ['boreCm', 'Its bore', PH_AMOUNTS.bore, '8 mm'],
  ['mediaG', 'Scrubber media', PH_AMOUNTS.media, '1 kg'],
  ['mediaPerKg', 'Media cost, a kilogram', PH_AMOUNTS.mediaPrice],
  ['throughMediaPercent', 'Of its air through media', PH_AMOUNTS.throughMedia, '100 %'],
  ['harvestGPerWeek', 'Algae harvested a week', PH_AMOUNTS.harvest],
  ['lampW', 'Refugium lamp', PH_AMOUNTS.lamp, '30 W'],
];

const HINTS: Partial<Record<keyof MeasureOverrides, string>> = {
  skimmerAirLPerH: 'on its label',
  throughMediaPercent: 'less with room air at a tee',
  harvestGPerWeek: 'wet',
  mediaPerKg: 'with your prices, under Methods, it is kept',
};

/** Ways up in order of sense, each for this tank: what it would lift, what it costs, what it takes; together through the model. */
export function Measures() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const { question, result, tried, setTried, together, setTogether } = usePhDay();
  const values = result?.outcome?.values;
  if (question && !result) return <Waiting />;
  const turn = (measure: PhMeasure) =>
    setTogether(together.includes(measure) ? together.filter((each) => each !== measure) : [...together, measure]);
  const chosen =
    values?.together ?? values?.measures.find(({ measure }) => together[0] === measure && together.length === 1);
  return (
    <Worked
      result={question && waysOf(result)}
      otherwise="Read pH and alkalinity first; what each measure would lift is worked out from them."
    >
      {values && (
        <ol aria-label="Ways to a higher pH" className="mt-5 max-w-5xl">
          {PH_MEASURES.flatMap((measure) => values.measures.find((each) => each.measure === measure) ?? []).map(
            (each) => (
              <One
                key={each.measure}
                of={each}
                chosen={together.includes(each.measure)}
                onTurn={() => turn(each.measure)}
              />
            ),
          )}
        </ol>
      )}
      {values && (
        <p className="mt-3 max-w-3xl text-soft" role="status">
          {together.length > 1 && values.together
            ? `Together they lift the day’s mean by ${showText(estimate('ph', values.together.rise.value, values.together.rise.low, values.together.rise.high), units)} (${showText(range('ph', values.together.rise.low, values.together.rise.high), units)}): less or more than their sum, for each changes what the other finds.`
            : 'Tick two and more to see them together; they do not add up.'}
        </p>
      )}
      {values && (
        <div className="mt-4 max-w-4xl">
          <DayPicture
            values={values}
            lights={lightsOf(snapshot, tank, now) ?? USUAL_LIGHTS}
            withMeasures={chosen?.course}
          />
        </div>
      )}
      <div className="mt-6">
        <Figures title="What they hang on" narrow>
          {FIELDS.map(([key, label, expected, usual]) => {
            const given = question?.measures?.[key];
            return (
              <QuantityField
                key={key}
                narrow
                label={label}
                expected={expected}
                value={typeof given === 'number' ? given : null}
                digits={3}
                onChange={(value) => setTried(value === null ? without(tried, key) : { ...tried, [key]: value })}
                onReset={tried[key] === undefined ? undefined : () => setTried(without(tried, key))}
                placeholder={
                  key === 'harvestGPerWeek'
                    ? showText(quantity('mass', HARVEST_G_PER_L * netVolumeL(tank)), units)
                    : usual
                }
                hint={HINTS[key]}
              />
            );
          })}
        </Figures>
      </div>
    </Worked>
  );
}

/** The same outcome under the answer that is this part's. */
function waysOf(result: ReturnType<typeof usePhDay>['result']) {
  return result?.outcome ? { outcome: { ...result.outcome, answer: result.outcome.values.ways } } : result;
}

function One({
  of,
  chosen,
  onTurn,
}: {
  readonly of: MeasureOfTank;
  readonly chosen: boolean;
  readonly onTurn: () => void;
}) {
  const {
    snapshot: {
      settings: { units },
    },
  } = useTank();
  const { measure, rise, lowestRise, mediaHours, costAMonth, kWhAMonth } = of;
  const { effort, hazard } = TAKES[measure];
  const seen = rise.value >= 0.03;
  return (
    <li className="grid gap-x-5 gap-y-1 border-t border-line py-2.5 sm:grid-cols-[minmax(0,15rem)_minmax(0,13rem)_minmax(0,1fr)]">
      <label className="flex min-h-11 items-start gap-2 font-semibold lg:min-h-9">
        <input type="checkbox" className="mt-0.5 size-5 shrink-0 accent-glass" checked={chosen} onChange={onTurn} />
        {capitalised(MEASURE_WORDS[measure])}
      </label>
      <span>
        {seen ? (
          <>
            lifts by <strong>{showText(estimate('ph', rise.value, rise.low, rise.high), units)}</strong>{' '}
            <span className="text-soft">({showText(range('ph', rise.low, rise.high), units)})</span>
            <span className="block text-sm text-soft">
              its lowest by {showText(estimate('ph', lowestRise.value, lowestRise.low, lowestRise.high), units)}
            </span>
          </>
        ) : (
          <span className="text-soft">
            no difference to be seen ({showText(range('ph', rise.low, rise.high), units)})
          </span>
        )}
      </span>
      <span className="text-sm text-soft">
        {mediaHours !== undefined && (
          <span className="block text-ink">media spent in {showText(quantity('days', mediaHours / 24), units)}</span>
        )}
        {costAMonth !== undefined && (
          <span className="block text-ink">{showText(quantity('money', costAMonth), units)} a month</span>
        )}
        {kWhAMonth !== undefined && <span className="block text-ink">{Math.round(kWhAMonth)} kWh a month</span>}
        {capitalised(effort)}. {capitalised(hazard)}.
      </span>
    </li>
  );
}
