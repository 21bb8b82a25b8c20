'use client';

import { Link } from '@/interface/address/link';
import type { Answer as AnswerText } from '@/calculators/calculator/calculator';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { observationText } from '@/derived/observations/observations';
import { Answer, HowSureMarks } from '@/interface/answer/answer';
import { Bench } from '@/interface/answer/bench';
import { ButtonLink } from '@/interface/controls/button';
import { Sentence } from '@/interface/answer/phrases';
import { whenText } from '@/interface/time/when';
import { useNow, useTank, useWorkspace } from '@/interface/workspace/workspace';
import { waterStatus, type ParameterStatus } from '@/derived/observations/water-status';
import { useCycle } from '@/interface/workspace/cycle-context';
import { jotExamples } from '@/jot/example';
import { benchAddress } from '@/registry/addresses';
import { todayOf } from '@/derived/today/today';

/** The first screen of a tank: what needs doing, in the order it matters, and where the water stands. */
export function TodayBench() {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const now = useNow();
  const untouched = !tank.cycle && !snapshot.entries.some(({ tankId }) => tankId === tank.id);
  const { followed, result } = useCycle();
  const today = todayOf(snapshot, tank, now, followed && !result ? 'asked' : result?.outcome);
  return (
    <Bench question={`What needs doing at ${tank.name}?`}>
      <Answer
        answer={today.answer}
        actions={
          <>
            <ButtonLink look="main" href={benchAddress(name, tank.id, today.bench, today.as as never)}>
              See how, and act
            </ButtonLink>
            <ButtonLink look="quiet" href={benchAddress(name, tank.id, 'water-day')}>
              Water day
            </ButtonLink>
            {untouched && (
              <ButtonLink look="quiet" href={benchAddress(name, tank.id, 'new-tank', 'set-up')}>
                Not running yet? Set it up
              </ButtonLink>
            )}
          </>
        }
      />
      <div className="mt-8 grid gap-x-12 gap-y-8 lg:grid-cols-2">
        <section aria-label="After that">
          <h2 className="text-lg font-semibold">After that</h2>
          {today.lines.length < 2 && <p className="mt-2 text-soft">Nothing else needs attention.</p>}
          <ul className="mt-2">
            {today.lines.slice(1).map((line) => (
              <Line
                key={line.bench + line.title}
                href={benchAddress(name, tank.id, line.bench, line.as as never)}
                title={line.title}
                answer={line.answer}
              />
            ))}
          </ul>
        </section>
        <WaterStands standings={waterStatus(snapshot, tank, now)} now={now} />
      </div>
    </Bench>
  );
}

function Line({ href, title, answer }: { readonly href: string; readonly title: string; readonly answer: AnswerText }) {
  return (
    <li className="border-t border-line py-2.5">
      <Link href={href} className="font-semibold text-glass underline decoration-1 underline-offset-4">
        {title}
      </Link>
      <p>
        <Sentence phrases={answer.says} />
      </p>
      <p className="text-sm text-soft">
        <HowSureMarks of={answer} /> <Sentence phrases={answer.because} />
      </p>
    </li>
  );
}

/** Each parameter on its own band: where it stands, in words as well as place. */
function WaterStands({ standings, now }: { readonly standings: readonly ParameterStatus[]; readonly now: number }) {
  const {
    snapshot: {
      settings: { units, zone },
    },
  } = useTank();
  const examples = jotExamples(units);
  return (
    <section aria-label="Water now">
      <h2 className="text-lg font-semibold">Water now</h2>
      {standings.length === 0 && (
        <p className="mt-2 text-soft">
          {`Nothing measured yet that has a target. Jot it: “${examples.alkalinity} ca 430 ${examples.salinity} ${examples.temperature}”.`}
        </p>
      )}
      <ul className="mt-2">
        {standings.map(({ parameter, last, band, place, zeroForDays }) => {
          const { name } = PARAMETERS[parameter];
          const told = zeroForDays === undefined ? place : `zero, ${Math.round(zeroForDays)} days`;
          return (
            <li
              key={parameter}
              className="grid grid-cols-[7rem_minmax(0,1fr)_6.5rem] items-center gap-x-3 border-t border-line py-1.5"
            >
              <span>
                {name}
                <span className="block text-sm text-soft">{whenText(last.at, now, zone)}</span>
              </span>
              <BandBar value={last.value} band={band} label={`${name}: ${told}`} />
              <span className="text-right">
                <strong className="font-semibold">{observationText(parameter, last, units)}</strong>
                <span
                  className={`block text-sm ${place === 'low' || place === 'high' || told !== place ? 'font-semibold text-kelp' : 'text-soft'}`}
                >
                  {told}
                </span>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function BandBar({
  value,
  band: [low, high],
  label,
}: {
  readonly value: number;
  readonly band: readonly [number, number];
  readonly label: string;
}) {
  const margin = (high - low) * 0.75 || 1;
  const x = (level: number) => Math.min(97, Math.max(3, ((level - (low - margin)) / (high - low + 2 * margin)) * 100));
  return (
    <svg viewBox="0 0 100 16" preserveAspectRatio="none" className="h-4 w-full" role="img" aria-label={label}>
      <line x1="0" x2="100" y1="8" y2="8" stroke="var(--line)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
      <rect
        x={x(low)}
        width={x(high) - x(low)}
        y="3"
        height="10"
        fill="var(--band)"
        stroke="var(--edge)"
        strokeWidth="0.6"
        vectorEffect="non-scaling-stroke"
      />
      <line
        x1={x(value)}
        x2={x(value)}
        y1="0"
        y2="16"
        stroke="var(--glass)"
        strokeWidth="3.5"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
