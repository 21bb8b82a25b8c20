import type { z } from 'zod';
import type { topOff } from '@/chemistry/evaporation/top-off';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { netVolumeL, type Book, type Tank } from '@/record/schema';
import { aimFor } from './known-events';
import { lastReading } from './readings';

/** Refills further back speak of another season. */
const REFILL_WINDOW_DAYS = 45;
/** Depth taken when the open surface was never measured: most displays are about half a metre deep. Common practice. */
const USUAL_DEPTH_M = 0.5;

/** What the record says of a tank's evaporation, ready for the top-off calculator. */
export function topOffQuestion(book: Book, tank: Tank, now: number): z.output<typeof topOff.input> {
  const refills = book.entries.flatMap((entry) =>
    entry.kind === 'refill' &&
    entry.tankId === tank.id &&
    entry.at <= now &&
    entry.at > now - REFILL_WINDOW_DAYS * DAY_MS
      ? [{ at: entry.at, litres: entry.volumeL }]
      : [],
  );
  return {
    now,
    netVolumeL: netVolumeL(tank),
    salinity: lastReading(book, tank.id, 'salinity')?.value ?? aimFor(tank, 'salinity'),
    reservoirL: tank.reservoirL,
    refills,
    surroundings: {
      openSurfaceM2: tank.openSurfaceM2 ?? (tank.displayL + tank.sumpL) / 1000 / USUAL_DEPTH_M,
      waterC: lastReading(book, tank.id, 'temperature')?.value ?? aimFor(tank, 'temperature'),
      airC: tank.room.airC,
      humidity: tank.room.humidity,
    },
  };
}
