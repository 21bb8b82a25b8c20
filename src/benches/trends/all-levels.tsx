'use client';

import type { Answer as AnswerText } from '@/calculators/calculator/calculator';
import { PARAMETER_IDS, PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import { Answer } from '@/interface/answer/answer';
import { Cautions } from '@/interface/answer/cautions';
import { Link } from '@/interface/address/link';
import { Sentence } from '@/interface/answer/phrases';
import { benchAddress } from '@/registry/addresses';
import { SeriesChart } from '@/interface/charts/pictures';
import { markOf, marksOf } from '@/interface/timeline/marks';
import { useTimeline } from '@/interface/timeline/timeline-context';
import { dayText } from '@/interface/time/when';
import { useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { kindOf } from '@/record/kinds/list';
import type { EntryKind } from '@/record/schema';
import { trendAhead, trendOf } from '@/derived/trends/parameter-trend';
import { Co2Words } from './co2-words';
import { useCycle } from '@/interface/workspace/cycle-context';
import { outlookOf } from '@/derived/day/outlook-of';
import { observationsOf } from '@/derived/observations/observations';
import { levelsOutcome } from '@/derived/trends/levels-question';
import { nutrientsAtZero } from '@/derived/observations/water-status';

const CYCLING: readonly ParameterId[] = ['ammonia', 'nitrite'];
/** Ammonia and nitrite are shown only where they are measured. */
const ALWAYS: readonly ParameterId[] = [
  'alkalinity',
  'calcium',
  'magnesium',
  'nitrate',
  'phosphate',
  'ph',
  'salinity',
  'temperature',
];

/** What their own words leave open: what was every other day, and what of the float. */
const NEEDS_ITS_TITLE: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'feeding',
  'upkeep',
  'replaced',
  'seen',
  'put-in',
  'trial',
]);

/** A small picture of every level, each with its trend in a sentence; all move with the tide line. */
export function AllLevels() {
  const { snapshot, tank } = useTank();
  const { name: workspace } = useWorkspace();
  const { from, to } = useTimeline();
  const now = useNow();
  const { zone } = snapshot.settings;
  const marks = marksOf(snapshot, tank.id, from, to);
  const measured = (id: ParameterId) => observationsOf(snapshot, tank.id, id).length > 0;
  // A tank that is cycling is read by ammonia and nitrite first; whatever was never measured stands last.
  const cycle = useCycle().result?.outcome;
  const inOrder =
    measured('alkalinity') && !(tank.cycle && tank.cycle.doneAt === undefined)
      ? PARAMETER_IDS
      : PARAMETER_IDS.toSorted((a, b) => Number(CYCLING.includes(b)) - Number(CYCLING.includes(a)));
  const ordered = [...inOrder.filter(measured), ...ALWAYS.filter((id) => !measured(id))];
  const answer: AnswerText = levelsOutcome(snapshot, tank, now).answer;

  return (
    <>
      <Answer answer={answer} />
      <Cautions alone cautions={nutrientsAtZero(snapshot, tank, now).cautions} />
      <div className="mt-6 grid gap-x-8 gap-y-6 md:grid-cols-2">
        {ordered.map((id) => {
          const trend = trendOf(snapshot, tank, id, now);
          const modelled = outlookOf(snapshot, tank, id, now, to, cycle);
          const ahead = modelled.length > 0 ? modelled : trendAhead(trend.values, now, to);
          return (
            <div key={id} className="min-w-0">
              <SeriesChart
                parameter={id}
                readings={observationsOf(snapshot, tank.id, id)}
                band={tank.targets[id]}
                ahead={ahead}
                marks={marks}
                trend={trend.values}
              />
              {measured(id) && (
                <p className="mt-1 text-sm text-soft">
                  <Sentence phrases={trend.answer.says} />{' '}
                  <Link
                    href={`${benchAddress(workspace, tank.id, 'trends', 'one')}&of=${id}`}
                    className="text-glass underline underline-offset-4"
                  >
                    {PARAMETERS[id].name} large
                  </Link>
                </p>
              )}
              {id === 'ph' && <Co2Words carriedOn={modelled.length > 0} />}
            </div>
          );
        })}
      </div>
      <section aria-label="What happened" className="mt-8 max-w-3xl">
        <h2 className="text-lg font-semibold">What happened in this stretch</h2>
        {marks.length === 0 ? (
          <p className="mt-1 text-soft">
            No doses, changes or notes between {dayText(from, zone)} and {dayText(to, zone)}.
          </p>
        ) : (
          <ul className="mt-2">
            {marks.toReversed().map((mark) => (
              <li key={mark.entryId} className="flex items-baseline gap-3 border-t border-line py-1.5 text-[0.95rem]">
                <svg
                  width="12"
                  height="12"
                  viewBox="-0.5 -0.5 11 11"
                  aria-hidden="true"
                  className="shrink-0 translate-y-0.5"
                >
                  <path d={markOf(mark.kind).path} fill="none" stroke="var(--soft)" strokeWidth="1.4" />
                </svg>
                <span className="w-14 shrink-0 text-soft">{dayText(mark.at, zone)}</span>
                <span className="min-w-0">
                  {NEEDS_ITS_TITLE.has(mark.kind) && `${kindOf(mark.kind).title}: `}
                  {mark.text}
                </span>
              </li>
            ))}
          </ul>
        )}
        <p className="mt-3 text-sm text-soft">
          Over the charts: shaded, the target band of {PARAMETERS.alkalinity.name} and the rest; dots, tests with their
          own error as whiskers (squares a laboratory’s, diamonds a probe’s, crossed what stands apart); the line, what
          they tell together with its 95 % range; a dashed line, where it is heading as things stand; upright lines,
          what happened.
        </p>
      </section>
    </>
  );
}
