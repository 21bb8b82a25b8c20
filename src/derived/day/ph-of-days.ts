import { TZDate } from '@date-fns/tz';
import { attempt } from '@/calculators/calculator/attempt';
import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import type { DayCourse } from '@/chemistry/day/day-course';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import type { Snapshot, Tank } from '@/record/schema';
import { lastObservation } from '../observations/observations';
import { saltAndWarmth } from '../outlook/co2-of-the-water';
import { outlook, type OutlookPoint } from '../outlook/outlook';
import { phOutlook } from '../outlook/ph-outlook';
import { fittedDay } from './fitted-day';

/** Often enough that day and night are drawn round. */
const STEP_MS = DAY_MS / 16;
const MOST_POINTS = 1600;

/**
 * Where pH is heading, day and night, if room and lamps stay as they are: the tank's own day at the alkalinity expected. Without a day that is told
 * it is the level it rests at, as `phOutlook` has it.
 */
export function phOfDays(snapshot: Snapshot, tank: Tank, now: number, until: number): OutlookPoint[] {
  const fit = fittedDay(snapshot, tank, now);
  const last = lastObservation(snapshot, tank.id, 'ph');
  if (!fit || !last) return phOutlook(snapshot, tank, now, until);
  const alkalinities = outlook(snapshot, tank, 'alkalinity', now, until);
  if (alkalinities.length < 2) return [];
  const { salinity, temperatureC } = saltAndWarmth(snapshot, tank);
  const { zone } = snapshot.settings;
  const step = Math.max(STEP_MS, (until - last.at) / MOST_POINTS);
  const ph = (alkalinityMmolPerL: number, pco2Uatm: number) =>
    carbonateOfWater({ alkalinityMmolPerL, pco2Uatm }, salinity, temperatureC).phNbs;
  const points: OutlookPoint[] = [];
  for (let at = last.at; at <= until; at += step) {
    const { outcome } = attempt((): OutlookPoint => {
      const local = new TZDate(at, zone);
      const place = sampleAt(fit.course, local.getHours() * 60 + local.getMinutes());
      const sample = fit.course.points[place];
      const expected = valueAt(alkalinities, at);
      const pco2 = sample?.pco2Uatm ?? Number.NaN;
      const value = ph(expected.value, pco2);
      const below = Math.hypot((sample?.ph ?? 0) - (fit.phLow[place] ?? 0), value - ph(expected.low, pco2));
      const above = Math.hypot((fit.phHigh[place] ?? 0) - (sample?.ph ?? 0), ph(expected.high, pco2) - value);
      return { at, value, low: value - below, high: value + above };
    });
    if (outcome) points.push(outcome);
  }
  return points;
}

function sampleAt({ points }: DayCourse, minute: number): number {
  return Math.round((minute / 1440) * (points.length - 1));
}

/** Between two points of an outlook by the straight line, beyond its ends as it ends. */
function valueAt(points: readonly OutlookPoint[], at: number): Pick<OutlookPoint, 'value' | 'low' | 'high'> {
  const next = points.findIndex((point) => point.at >= at);
  const [a, b] = [
    points[Math.max(0, next < 0 ? points.length - 1 : next - 1)],
    points[next < 0 ? points.length - 1 : next],
  ];
  if (!a || !b) throw new Error('an outlook without a point');
  const share = b.at > a.at ? Math.min(1, Math.max(0, (at - a.at) / (b.at - a.at))) : 0;
  const between = (of: (point: OutlookPoint) => number) => of(a) + share * (of(b) - of(a));
  return {
    value: between((p) => p.value),
    low: Math.max(
      0.5,
      between((p) => p.low),
    ),
    high: between((p) => p.high),
  };
}
