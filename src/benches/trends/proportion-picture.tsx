'use client';

import { scaleLinear } from 'd3-scale';
import { estimate, preferredUnit, quantity } from '@/quantities/quantity';
import type { Phrase } from '@/calculators/calculator/calculator';
import { Sentence } from '@/interface/answer/phrases';
import { useTimeline } from '@/interface/timeline/timeline-context';
import { dayText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { proportionOf } from '@/derived/trends/proportion';

const WIDTH = 420;
const HEIGHT = 250;
const LEFT = 46;
const FOOT = 34;

/** Alkalinity against calcium over the stretch in view, and the slope they have when corals take both. */
export function ProportionPicture() {
  const {
    snapshot,
    snapshot: {
      settings: { units, zone },
    },
    tank,
  } = useTank();
  const now = useNow();
  const { from, to } = useTimeline();
  const told = proportionOf(snapshot, tank, now, from, Math.min(to, now));
  const [first, last] = [told?.points[0], told?.points.at(-1)];
  if (!told || !first || !last)
    return (
      <section aria-label="Alkalinity against calcium" className="mt-8 max-w-3xl">
        <h2 className="text-lg font-semibold">Alkalinity against calcium</h2>
        <p className="mt-1 text-soft">Not enough tests of both in this stretch to lay one against the other.</p>
      </section>
    );
  const unit = preferredUnit('alkalinity', units);
  const expectedCalcium = last.calcium - told.calcium + told.calciumExpected;
  const x = scaleLinear()
    .domain(
      extent(
        told.points.map(({ alkalinity }) => unit.fromCanonical(alkalinity)),
        0.4,
      ),
    )
    .range([LEFT, WIDTH - 10])
    .nice(4);
  const y = scaleLinear()
    .domain(extent([...told.points.map(({ calcium }) => calcium), expectedCalcium], 8))
    .range([HEIGHT - FOOT, 24])
    .nice(4);
  const at = (alkalinity: number, calcium: number) => `${x(unit.fromCanonical(alkalinity))} ${y(calcium)}`;
  const says: Phrase[] = [
    `Alkalinity ${told.alkalinity < 0 ? 'fell' : 'rose'}`,
    quantity('alkalinity', Math.abs(told.alkalinity)),
    `and calcium ${told.calcium < 0 ? 'fell' : 'rose'}`,
    estimate(
      'calcium',
      Math.abs(told.calcium),
      Math.abs(told.calcium) - told.calciumSd,
      Math.abs(told.calcium) + told.calciumSd,
    ),
    'over this stretch; in their proportion calcium would have',
    told.calciumExpected < 0 ? 'fallen' : 'risen',
    quantity('calcium', Math.abs(told.calciumExpected)),
    told.apart
      ? '. One was dosed out of proportion, or a test errs.'
      : ', which the tests cannot tell from what it did.',
  ];
  return (
    <section aria-label="Alkalinity against calcium" className="mt-8 max-w-3xl">
      <h2 className="text-lg font-semibold">Alkalinity against calcium</h2>
      <p className="mt-1">
        <Sentence phrases={says} />
      </p>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="mt-2 w-full max-w-xl"
        role="img"
        aria-label={`Alkalinity against calcium from ${dayText(first.at, zone)} to ${dayText(last.at, zone)}`}
      >
        {x.ticks(5).map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1="10" y2={HEIGHT - FOOT} stroke="var(--line)" strokeDasharray="1 5" />
            <text x={x(tick)} y={HEIGHT - FOOT + 16} fontSize="12" textAnchor="middle" fill="var(--soft)">
              {tick}
            </text>
          </g>
        ))}
        {y.ticks(4).map((tick) => (
          <text key={tick} x={LEFT - 6} y={y(tick) + 4} fontSize="12" textAnchor="end" fill="var(--soft)">
            {tick}
          </text>
        ))}
        <text x={WIDTH - 10} y={HEIGHT - 4} fontSize="12" textAnchor="end" fill="var(--soft)">
          alkalinity, {unit.symbol}
        </text>
        <text x={LEFT + 6} y="12" fontSize="12" fill="var(--soft)">
          calcium, mg/L
        </text>
        <line
          x1={x(unit.fromCanonical(first.alkalinity))}
          y1={y(first.calcium)}
          x2={x(unit.fromCanonical(last.alkalinity))}
          y2={y(expectedCalcium)}
          stroke="var(--dusk)"
          strokeWidth="1.6"
          strokeDasharray="5 4"
        />
        <text
          x={x(unit.fromCanonical(last.alkalinity))}
          y={y(expectedCalcium) + (expectedCalcium < last.calcium ? 16 : -8)}
          fontSize="12"
          textAnchor="middle"
          fill="var(--dusk)"
        >
          in proportion
        </text>
        <path
          d={`M${told.points.map(({ alkalinity, calcium }) => at(alkalinity, calcium)).join(' L')}`}
          fill="none"
          stroke="var(--glass)"
          strokeWidth="2"
        />
        <circle
          cx={x(unit.fromCanonical(first.alkalinity))}
          cy={y(first.calcium)}
          r="3.5"
          fill="var(--paper)"
          stroke="var(--glass)"
        />
        <circle cx={x(unit.fromCanonical(last.alkalinity))} cy={y(last.calcium)} r="3.5" fill="var(--glass)" />
        <text
          x={x(unit.fromCanonical(first.alkalinity))}
          y={y(first.calcium) + 17}
          fontSize="12"
          textAnchor="middle"
          fill="var(--ink)"
        >
          {dayText(first.at, zone)}
        </text>
        <text
          x={x(unit.fromCanonical(last.alkalinity))}
          y={y(last.calcium) + (expectedCalcium < last.calcium ? -9 : 17)}
          fontSize="12"
          textAnchor="middle"
          fill="var(--ink)"
        >
          {dayText(last.at, zone)}
        </text>
      </svg>
    </section>
  );
}

/** The least and the most, with room for what is drawn about them. */
function extent(values: readonly number[], room: number): [number, number] {
  return [Math.min(...values) - room, Math.max(...values) + room];
}
