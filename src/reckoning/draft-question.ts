import { quantity, showText, type UnitPreferences } from '@/chemistry/units/quantity';
import type { EntryDraft, Tank } from '@/record/schema';

/** A twentieth over is the brim; more is another reservoir, another unit, or two refills. */
const OVERFULL = 1.05;

/** What to ask of an entry that its tank makes unlikely; it may be filed all the same, and is then set aside. */
export function draftQuestion(tank: Tank, draft: EntryDraft, units: UnitPreferences): string | undefined {
  const litres =
    draft.kind === 'refill'
      ? Math.max(draft.volumeL, draft.leavesL ?? 0)
      : draft.kind === 'reservoir-level'
        ? draft.litres
        : 0;
  if (tank.reservoirL === 0 || litres <= tank.reservoirL * OVERFULL) return undefined;
  return `${showText(quantity('volume', litres), units)} is more than the reservoir of ${tank.name} holds, ${showText(quantity('volume', tank.reservoirL), units)}: another unit, two refills, or a larger reservoir? As it stands it will be set aside.`;
}
