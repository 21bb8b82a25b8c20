import type * as z from 'zod';
import { given } from '@/calculators/calculator/given';
import { attempt } from '@/calculators/calculator/attempt';
import { changeWords } from '@/calculators/ph/change-words';
import type { phDay } from '@/calculators/ph/ph-day';
import { limewaterHeadRoom } from '@/calculators/top-off/head-room';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { describeEntry } from '@/record/kinds/describe';
import { netVolumeL, type Snapshot, type Tank } from '@/record/schema';
import { consumptionOf } from '../balance/consumption';
import { dosesRunning } from '../balance/what-goes-in';
import { dayOfRecord, readingsBefore } from '../day/fitted-day';
import { lightsOf, scheduledParts, USUAL_LIGHTS, waterNow } from '../day/day-of-tank';
import { limewaterOf } from '../limewater/limewater-question';
import { observationsOf } from '../observations/observations';
import { supplyTimeline } from '../supplies/supply-timeline';
import { evaporationOf } from '../top-off/top-off-question';

export type PhDayQuestion = z.input<typeof phDay.input>;
export type MeasureOverrides = NonNullable<PhDayQuestion['measures']>;

/** Limewater of a day, as it is made new. Common practice: nearly saturated, some of it lost to air. */
const LIMEWATER_G_PER_L = 1.4;

/**
 * A tank's day of pH and what could be done about it, ready for the ph-day calculator; undefined while no pH is read of which alkalinity is known.
 * @param tried what the keeper says of windows, skimmer, media and refugium, in place of what is usual
 */
export function phDayQuestion(
  snapshot: Snapshot,
  tank: Tank,
  now: number,
  tried: MeasureOverrides = {},
  together: PhDayQuestion['together'] = [],
): PhDayQuestion | undefined {
  const { readings, withoutHour, probeSd, changed, room, calibratedAt } = dayOfRecord(snapshot, tank, now);
  if (readings.length === 0) return undefined;
  const before = changed && readingsBefore(snapshot, tank, changed.at);
  const { prices } = snapshot.settings;
  return {
    netVolumeL: netVolumeL(tank),
    lights: lightsOf(snapshot, tank, now) ?? USUAL_LIGHTS,
    consumption: Math.min(5, Math.max(0, consumptionOf(snapshot, tank, 'alkalinity', now)?.perDay ?? 0)),
    water: waterNow(snapshot, tank, now),
    parts: scheduledParts(snapshot, tank, now, dosesRunning(snapshot, tank, now).slice(0, 12)).map((part) => ({
      ...part,
      doses: 0,
    })),
    readings: readings.map((each) => ({ ...each })),
    withoutHour,
    probeSd,
    ...given({ room, calibratedDaysAgo: calibratedAt && Math.max(0, (now - calibratedAt) / DAY_MS) }),
    ...(changed &&
      before &&
      before.length > 1 && {
        before: {
          what: changeWords(changed.entry, describeEntry(changed.entry, snapshot)),
          at: changed.at,
          readings: before.map((each) => ({ ...each })),
        },
      }),
    measures: {
      ...given({
        openRoomUatm: openRoomOf(snapshot, tank, now),
        mediaPerKg: prices?.scrubberMediaPerKg,
        hydroxidePerKg: prices?.calciumHydroxidePerKg,
        limewater: limewaterThatFits(snapshot, tank, now),
      }),
      ...tried,
    },
    together,
  };
}

/** The room's CO2 as it was read while the windows stood open; undefined where it never was. */
function openRoomOf(snapshot: Snapshot, tank: Tank, now: number): number | undefined {
  const open = supplyTimeline(snapshot, tank).filter(({ source, ended }) => source === 'windows' && !ended);
  const read = observationsOf(snapshot, tank.id, 'roomCo2').filter(
    ({ at }) => at <= now && open.some(({ from, until }) => at >= from && at < until),
  );
  return read.length === 0 ? undefined : read.reduce((sum, { value }) => sum + value, 0) / read.length;
}

/** Limewater that fits into what evaporates, for a tank that has none yet. */
function limewaterThatFits(snapshot: Snapshot, tank: Tank, now: number) {
  if (limewaterOf(snapshot, tank)) return undefined;
  const { outcome } = attempt(() => evaporationOf(snapshot, tank, now));
  const litresPerDay = outcome && limewaterHeadRoom(outcome.low, undefined);
  return litresPerDay !== undefined && litresPerDay > 0.001
    ? { litresPerDay, gramsPerL: LIMEWATER_G_PER_L }
    : undefined;
}
