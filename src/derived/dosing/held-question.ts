import type * as z from 'zod';
import { dosingPlan } from '@/calculators/dosing/dosing-plan';
import type { held } from '@/calculators/dosing/held';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { attempt } from '@/calculators/calculator/attempt';
import type { Snapshot, Tank } from '@/record/schema';
import { consumptionOf } from '../balance/consumption';
import { doseQuestion } from './dose-question';
import { suppliesAt } from '../supplies/supply-timeline';
import { aimFor, bandFor } from '../observations/targets';

/** Looked back over so many days. Eight weeks: what a keeper remembers, and two months of tests tell. */
const LOOKED_BACK_DAYS = 56;
/** A keeper has so many days to set what a test led to. Chosen. */
const TO_SET_DAYS = 3;
/** Set within this share of what was advised, it was followed: what a pump is off. Chosen. */
const AS_ADVISED = 0.05;

type HeldInput = z.output<typeof held.input>;

/**
 * How alkalinity was held over the last weeks, and what became of the advice: at each test the plan is worked out again as the record stood
 * then. Slow: a worker asks it (`workers/look-back.ts`).
 * @returns undefined where alkalinity was not tested
 */
export function heldQuestion(snapshot: Snapshot, tank: Tank, now: number): HeldInput | undefined {
  const from = now - LOOKED_BACK_DAYS * DAY_MS;
  const levels = (consumptionOf(snapshot, tank, 'alkalinity', now)?.history ?? []).filter(
    ({ at }) => at >= from && at <= now,
  );
  if (levels.length === 0) return undefined;
  const tests = levels.map(({ at }) => at);
  return {
    parameter: 'alkalinity',
    band: [...bandFor(tank, 'alkalinity')] as [number, number],
    target: aimFor(tank, 'alkalinity'),
    levels: levels.map(({ at, level }) => ({ at, level: Math.max(0, level) })),
    advice: tests.slice(0, -1).flatMap((at, i) => adviceAt(snapshot, tank, at, tests[i + 1] ?? now)),
  };
}

/** What the plan said of the part that carries alkalinity, by all that was in the record at a test; nothing where it could not be asked. */
function adviceAt(snapshot: Snapshot, tank: Tank, at: number, next: number): HeldInput['advice'] {
  const past: Snapshot = { ...snapshot, entries: snapshot.entries.filter((entry) => entry.at <= at) };
  const { outcome } = attempt(() => dosingPlan.run(doseQuestion(past, tank, at).input));
  const dose = outcome?.values.doses.find(({ use, carries }) => use === 'solved' && carries.includes('alkalinity'));
  if (!outcome || !dose) return [];
  const set = suppliesAt(snapshot, tank, Math.min(next, at + TO_SET_DAYS * DAY_MS)).doses.get(dose.id) ?? 0;
  const followed = Math.abs(set - dose.mlPerDay) <= AS_ADVISED * Math.max(set, dose.mlPerDay);
  const foretold = outcome.values.foreseen.find(({ parameter }) => parameter === 'alkalinity');
  return [
    {
      at,
      name: dose.name,
      runs: dose.runs,
      advised: dose.mlPerDay,
      set,
      followed,
      ...(followed && foretold && { foretold: { at: at + foretold.inDays * DAY_MS, level: foretold.level } }),
    },
  ];
}
