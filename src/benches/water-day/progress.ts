import type { Answer } from '@/calculators/calculator/calculator';
import { LAST_STEP, type DayPhase } from '@/calculators/water-change/checklist';
import { ticksOf } from '@/derived/saltwater/water-day';
import type { Snapshot, WaterDay } from '@/record/schema';

/** A day whose last step is ticked. */
export function isDone(snapshot: Snapshot, day: WaterDay): boolean {
  return ticksOf(snapshot, day.id).some(({ step }) => step === LAST_STEP);
}

/** Once a step is ticked the next one is the answer. */
export function progressOf(snapshot: Snapshot, day: WaterDay, phases: readonly DayPhase[]): Answer | undefined {
  const done = new Set(ticksOf(snapshot, day.id).map(({ step }) => step));
  const steps = phases.flatMap((phase) => phase.steps.map((step) => ({ ...step, phase: phase.title })));
  const ticked = steps.filter(({ key }) => done.has(key)).length;
  if (ticked === 0) return undefined;
  const next = steps.find(({ key }) => !done.has(key));
  const count = `${ticked} of ${steps.length} steps are done.`;
  if (!next) return { says: ['The water-change day is done.'], certainty: 'worked out', because: [count] };
  return { says: [`${next.phase}:`, ...next.says], certainty: 'worked out', because: [count] };
}
