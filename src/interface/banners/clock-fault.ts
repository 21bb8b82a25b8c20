import type { Snapshot } from '@/record/schema';
import { whenText } from '../time/when';

const DAY_MS = 86_400_000;
/** Before any reef was kept with this. */
const NO_CLOCK_BEFORE = Date.UTC(2020, 0, 1);

/** What is wrong with this device's clock, as far as the record tells; undefined where nothing is. */
export function clockFault({ entries, settings: { zone } }: Snapshot, now: number): string | undefined {
  if (now < NO_CLOCK_BEFORE)
    return `This device’s clock shows ${new Date(now).toISOString().slice(0, 10)}: what is logged would be filed on that day. Set the clock first.`;
  const last = entries.at(-1)?.at ?? 0;
  if (last - now > DAY_MS)
    return `The last entry lies ahead of this device’s clock, ${whenText(last, now, zone)}: the clock may be slow, or the entry’s date a slip.`;
  return undefined;
}
