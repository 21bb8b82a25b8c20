import { mostAtOnceL } from '@/chemistry/evaporation/refill-account';
import { quantity, showText, type UnitPreferences } from '@/chemistry/units/quantity';
import { netVolumeL, type EntryDraft, type Tank } from '@/record/schema';

/** What to ask of an entry that its tank makes unlikely; it may be filed all the same, and is then set aside. */
export function draftQuestion(tank: Tank, draft: EntryDraft, units: UnitPreferences): string | undefined {
  const litres =
    draft.kind === 'refill'
      ? Math.max(draft.volumeL, draft.leavesL ?? 0)
      : draft.kind === 'reservoir-level'
        ? draft.litres
        : 0;
  if (litres <= mostAtOnceL(tank.reservoirL, netVolumeL(tank))) return undefined;
  const told = (amount: number) => showText(quantity('volume', amount), units);
  return tank.reservoirL > 0
    ? `${told(litres)} is more than the reservoir of ${tank.name} holds, ${told(tank.reservoirL)}: another unit, two refills, or a larger reservoir? As it stands it will be set aside.`
    : `${told(litres)} at once is more than a quarter of ${tank.name}: another unit? As it stands it will be set aside.`;
}
