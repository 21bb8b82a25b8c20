'use client';

import { limewaterHours } from '@/calculators/limewater/limewater-hours';
import type { LimewaterWay } from '@/calculators/limewater/drip-ways';
import { dosingWindowText } from '@/calculators/dosing/dosing-window';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { CourseChart } from '@/interface/charts/pictures';
import { DayStrip } from '@/interface/charts/day-strip';
import { ClockFields } from '@/interface/controls/clock-fields';
import { useKeptState } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useWidth } from '@/interface/controls/use-width';
import { without } from '@/interface/parts/without';
import { Worked } from '@/interface/answer/worked';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { NextStep } from '@/interface/answer/next-step';
import type { Hours } from '@/record/kinds/entry-kind';
import { dripNow, limewaterHoursQuestion, limewaterQuestion } from '@/derived/limewater/limewater-question';
import { lightsOf, USUAL_LIGHTS } from '@/derived/day/day-of-tank';
import { limewaterSet } from '@/derived/limewater/set-limewater';

const DAY = 1440;
const ALL_DAY: Hours = { fromMinute: 0, forMinutes: DAY };
/** Lights down to lights up, where nothing is set yet. Common practice. */
const USUAL: Hours = { fromMinute: 1200, forMinutes: 720 };

interface Tried {
  readonly hours?: Hours;
  readonly pulses?: number;
  readonly litresPerDay?: number;
  readonly dripLPerH?: number;
}

/** The window on the day against the lights, and what each way of dripping makes of this tank's day. */
export function WhenToDrip() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const [tried, setTried] = useKeptState<Tried>('limewater drip', {});
  const [ref, width] = useWidth(600);
  const runs = dripNow(snapshot, tank, now);
  const amountNow = Number(limewaterQuestion(snapshot, tank, now)?.litresPerDay ?? 0);
  const litresPerDay = tried.litresPerDay ?? amountNow;
  const hours = tried.hours ?? runs.hours ?? (amountNow > 0 ? ALL_DAY : USUAL);
  const pulses = tried.pulses ?? runs.pulses;
  const question =
    litresPerDay > 0
      ? limewaterHoursQuestion(snapshot, tank, now, {
          hours,
          pulses,
          litresPerDay,
          ...(tried.dripLPerH !== undefined && { dripLPerH: tried.dripLPerH }),
        })
      : undefined;
  const result = question && attempt(() => limewaterHours.run(question));
  const ways = result?.outcome?.values.ways;
  const lights = lightsOf(snapshot, tank, now);
  const changed = tried.hours !== undefined || tried.pulses !== undefined || tried.litresPerDay !== undefined;
  const change = (over: Tried) => setTried({ ...tried, ...over });
  const set = async () => {
    const put = limewaterSet(snapshot, tank, now, { litresPerDay, hours, pulses });
    const label = `Limewater ${dosingWindowText(hours)}`;
    if (await commit({ label, put })) setTried({});
  };
  const optional = <Key extends keyof Tried>(key: Key, value: Tried[Key] | null) => {
    setTried(value === null ? without(tried, key) : { ...tried, [key]: value });
  };
  return (
    <Worked
      result={result}
      otherwise="Say how much limewater is dosed a day, below or under How much: then its hours are drawn here."
      next={<NextStep bench="limewater" words="How much limewater" />}
      actions={
        <>
          <Button look="main" disabled={!changed} onClick={() => void set()}>
            {changed ? 'Set these hours from now' : 'This is how it runs now'}
          </Button>
          {changed && (
            <Button look="quiet" onClick={() => setTried({})}>
              Back to what runs
            </Button>
          )}
        </>
      }
    >
      <div ref={ref} className="mt-5 max-w-5xl">
        <h2 className="font-semibold">The day</h2>
        <p className="text-sm text-soft">
          Drag over the row to draw its hours, or set them below.{' '}
          {!lights &&
            'No lights are logged, so they are taken as 10:00 to 20:00; “lights 9:00 to 19:00” in the line sets them.'}
        </p>
        <DayStrip
          lights={lights ?? USUAL_LIGHTS}
          width={width}
          rows={[
            {
              id: 'limewater',
              name: 'limewater',
              windows: hours.forMinutes >= DAY ? [] : [hours],
              atMinutes: pulses > 0 ? pulseMinutes(hours, pulses) : [],
            },
          ]}
          onDraw={(_, window) => change({ hours: window })}
        />
      </div>
      {ways && <Compared ways={ways} />}
      {ways && (
        <div className="mt-5 grid max-w-5xl gap-x-8 gap-y-4 lg:grid-cols-2">
          {(
            [
              ['pH', 'ph', ({ ph }) => ph],
              ['alkalinity', 'alkalinity', ({ alkalinity }) => alkalinity],
            ] as const satisfies readonly (readonly [string, 'ph' | 'alkalinity', (point: Point) => number])[]
          ).map(([name, kind, of]) => (
            <CourseChart
              key={name}
              name={name}
              title={`${name} within the day`}
              kind={kind}
              time="hours"
              since="of the day"
              height={200}
              lines={distinct(ways).map((way) => ({
                label: way.name,
                points: way.day.points.map((point) => ({ days: point.minute / DAY, value: of(point) })),
              }))}
            />
          ))}
        </div>
      )}
      <div className="mt-6">
        <Figures title="Try">
          <ClockFields label="Limewater from" hours={hours} onChange={(window) => change({ hours: window })} />
          <QuantityField
            narrow
            label="Limewater a day"
            expected={{ ...TOP_OFF_AMOUNTS.drip, field: 'limewater a day' }}
            value={litresPerDay > 0 ? litresPerDay : null}
            onChange={(value) => optional('litresPerDay', value)}
            onReset={tried.litresPerDay === undefined ? undefined : () => optional('litresPerDay', null)}
          />
          <QuantityField
            narrow
            label="Pulses a day"
            expected={{ ...AMOUNTS.pulses, low: 0 }}
            value={pulses}
            onChange={(value) => optional('pulses', value === null ? 0 : Math.round(value))}
            hint="0: it drips"
          />
          <QuantityField
            narrow
            label="Its drip is set to"
            expected={{ ...TOP_OFF_AMOUNTS.pump, field: 'drip rate' }}
            value={tried.dripLPerH ?? null}
            onChange={(value) => optional('dripLPerH', value)}
            hint={
              ways
                ? `${showText(quantity('dose', ways[2].litresPerHour * 1000), units)} an hour give the day’s amount`
                : 'as in 200 mL/h'
            }
          />
        </Figures>
      </div>
    </Worked>
  );
}

type Point = LimewaterWay['day']['points'][number];

/** The same hours asked about twice are drawn once. */
function distinct(ways: readonly LimewaterWay[]): readonly LimewaterWay[] {
  return ways.filter(
    (way, i) => ways.findIndex((other) => JSON.stringify(other.hours) === JSON.stringify(way.hours)) === i,
  );
}

function pulseMinutes({ fromMinute, forMinutes }: Hours, pulses: number): number[] {
  return Array.from(
    { length: Math.round(pulses) },
    (_, i) => Math.round(fromMinute + (i * forMinutes) / Math.round(pulses)) % DAY,
  );
}

/** Round the clock, overnight and the hours tried, one beside the other. */
function Compared({ ways }: { readonly ways: readonly LimewaterWay[] }) {
  const {
    snapshot: {
      settings: { units },
    },
  } = useTank();
  const text = (kind: Parameters<typeof quantity>[0], amount: number) => showText(quantity(kind, amount), units);
  return (
    <div
      tabIndex={0}
      role="region"
      aria-label="Ways of dripping, side by side"
      className="mt-4 max-w-5xl overflow-x-auto"
    >
      <table className="w-full min-w-[38rem] text-sm">
        <caption className="sr-only">Ways of dripping the same limewater, for this tank</caption>
        <thead>
          <tr className="text-left text-soft">
            {['Hours', 'pH in the day', 'Alkalinity moves', 'Salinity dips', 'Largest pH step', 'While it runs'].map(
              (head) => (
                <th key={head} scope="col" className="py-1 pr-3 font-normal">
                  {head}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {ways.map((way) => (
            <tr key={way.name} className={`border-t border-line ${way.name === 'these hours' ? 'font-semibold' : ''}`}>
              <th
                scope="row"
                className={`py-1.5 pr-3 text-left ${way.name === 'these hours' ? 'font-semibold' : 'font-normal'}`}
              >
                {way.name === 'round the clock' ? 'round the clock' : `${way.name}, ${dosingWindowText(way.hours)}`}
              </th>
              <td className="pr-3">
                {text('ph', way.day.ph.low)} to {text('ph', way.day.ph.high)}
              </td>
              <td className="pr-3">{text('alkalinity', way.alkalinityRipple)}</td>
              <td className="pr-3">{way.salinityDip.toFixed(2)} ppt</td>
              <td className="pr-3">{way.mlAtOnce === undefined ? 'none: it drips' : text('ph', way.phStep)}</td>
              <td className="pr-3">{text('dose', way.litresPerHour * 1000)} an hour</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
