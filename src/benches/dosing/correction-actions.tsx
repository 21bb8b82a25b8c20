'use client';

import type { correction } from '@/calculators/dosing/correction';
import type { Attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { correctionBegun, easingBegun, shareOfCorrection } from '@/derived/dosing/correction-entries';
import type { CorrectionQuestion } from '@/derived/dosing/correction-question';
import { pumpSetting } from './demand-figures';

/** A correction's question with its answer. */
export type WorkedCorrection = CorrectionQuestion & Attempt<ReturnType<typeof correction.run>>;

/** Begin, go on with, or end a correction; each files what was done, once. */
export function CorrectionActions({ worked }: { readonly worked: WorkedCorrection }) {
  const { outcome, solution, begun, input } = worked;
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  if (!outcome) return null;
  const { units } = snapshot.settings;
  const { mlPerDay, days, lowered, level, aim, done, byDose } = outcome.values;
  const { parameter } = input;
  const told = showText(quantity('dose', mlPerDay), units);
  const course = { parameter, solutionId: solution.id, from: level, to: aim };
  if (begun) {
    const given = input.begun?.givenToday === true;
    const share = () =>
      void commit({
        label: `Logged ${told} of ${solution.name}`,
        put: { entries: [shareOfCorrection(tank, now, begun, mlPerDay)] },
      });
    const end = () =>
      void commit({ label: `Ended the correction of ${parameter}`, put: { entries: [{ ...begun, endedAt: now }] } });
    return (
      <>
        {!done && (
          <Button look="main" disabled={given} onClick={share}>
            {given ? 'Today’s share is logged' : `Log today’s share, ${told}`}
          </Button>
        )}
        <Button look={done ? 'main' : 'quiet'} onClick={end}>
          End this correction
        </Button>
      </>
    );
  }
  if (mlPerDay > 0) {
    const begin = () =>
      void commit({
        label: `Begun: ${parameter} to ${showText(quantity(parameter, aim), units)}, ${told} of ${solution.name} logged`,
        put: { entries: correctionBegun(tank, now, { ...course, days, mlPerDay }) },
      });
    return (
      <Button look={byDose ? 'quiet' : 'main'} onClick={begin}>
        {byDose ? 'Do it at once instead' : 'Begin it'}: log today’s share, {told}
      </Button>
    );
  }
  if (!lowered) return null;
  const set = pumpSetting(lowered.mlPerDay);
  const lower = () =>
    void commit({
      label: `Set ${solution.name} to ${showText(quantity('doseRate', set), units)}`,
      put: {
        entries: easingBegun(
          snapshot,
          tank,
          now,
          { ...course, days: lowered.days, mlPerDay: set },
          pumpSetting(lowered.thenMlPerDay),
        ),
      },
    });
  return <Button onClick={lower}>Lower it from now, until it is down</Button>;
}
