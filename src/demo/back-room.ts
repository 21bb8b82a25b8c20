import type { Entry, Tank } from '@/record/schema';
import { gaussian, seeded } from './noise';
import type { Calendar } from './calendar';

const FIRST_DAY = -18;

/**
 * The new tank in its third week. Ammonia and nitrite are no part of the tank model yet, so they are written here by
 * two populations growing on their food (Monod growth, rates by eye): enough for humps of the usual shape and order.
 */
export function backRoomEntries(tank: Tank, { at }: Calendar): Entry[] {
  const noise = gaussian(seeded(46));
  const entries: Entry[] = [
    {
      id: 'back-batch',
      tankId: tank.id,
      at: at(FIRST_DAY, 15),
      kind: 'batch',
      saltId: tank.saltId,
      volumeL: 48,
      saltG: 1860,
      targetSalinity: 35,
      measuredSalinity: 35.1,
    },
    {
      id: 'back-note',
      tankId: tank.id,
      at: at(FIRST_DAY, 17),
      kind: 'note',
      note: 'Dry rock in, bacteria starter and a measured dose of ammonia to 2 mg/L.',
    },
  ];
  let ammonia = 2;
  let nitrite = 0;
  let nitrate = 0;
  let first = 0.006;
  let second = 0.002;
  for (let day = FIRST_DAY; day <= 0; day++) {
    for (let step = 0; step < 24; step++) {
      const oxidised = Math.min(ammonia, ((first * ammonia) / (ammonia + 0.3) / 24) * 10);
      const finished = Math.min(nitrite, ((second * nitrite) / (nitrite + 0.4) / 24) * 14);
      first += ((0.55 * ammonia) / (ammonia + 0.3) / 24) * first;
      second += ((0.235 * nitrite) / (nitrite + 0.4) / 24) * second;
      ammonia -= oxidised;
      nitrite += oxidised * 2.7 - finished;
      nitrate += finished * 1.35;
    }
    const shown = (value: number, step: number) =>
      Math.max(0, Number((Math.round((value + noise(step)) / step) * step).toFixed(2)));
    entries.push({
      id: `back-read${day}`,
      tankId: tank.id,
      at: at(day, 9),
      kind: 'reading',
      values: {
        ammonia: shown(ammonia, 0.05),
        nitrite: shown(nitrite, 0.1),
        nitrate: shown(nitrate, 0.5),
        temperature: Number((25.2 + noise(0.2)).toFixed(1)),
        ...(day % 4 === 0
          ? { salinity: Number((35 + noise(0.2)).toFixed(1)), ph: Number((8.05 + noise(0.03)).toFixed(2)) }
          : {}),
      },
    });
    if (day % 5 === 0)
      entries.push({
        id: `back-refill${day}`,
        tankId: tank.id,
        at: at(day, 9, 20),
        kind: 'refill',
        volumeL: Math.max(0.8, Number((1.6 + noise(0.1)).toFixed(1))),
      });
  }
  return entries;
}
