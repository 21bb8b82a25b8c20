import { asNitrogen, freeAmmoniaShare } from '@/chemistry/nitrogen/free-ammonia';
import { attempt } from '../calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { quantity } from '@/quantities/quantity';
import { CYCLE_SCHOOLS } from './cycle-schools';
import { lastOf, LATELY_DAYS, type Rule } from './problem';

/** Days without a test after which the stage is the model's alone. Chosen. */
const LONG_WITHOUT_DAYS = 7;

export const nitriteFirst: Rule = ({ school, readings, deeds, steps }) => {
  if (CYCLE_SCHOOLS[school].rock === 'live') return undefined;
  const first = readings.find(({ nitrite = 0 }) => nitrite >= steps.nitrite);
  if (!first) return undefined;
  const before = readings.some(({ at, ammonia = 0 }) => at <= first.at && ammonia >= steps.ammonia);
  const dosed = deeds.some((deed) => deed.did === 'dosed ammonia' && deed.at <= first.at && deed.ammonia > 0);
  if (before || dosed) return undefined;
  return {
    id: 'nitrite first',
    severity: 'note',
    says: [
      'Nitrite read at',
      { moment: first.at, day: true },
      'before any ammonia: ammonia came and went between tests, or two bottles of the kits changed places. Test both again.',
    ],
  };
};

export const nitrateVanished: Rule = ({ readings, deeds, tank }) => {
  const tested = readings.filter(({ nitrate }) => nitrate !== undefined);
  for (let i = tested.length - 1; i > 0; i--) {
    const [before, after] = [tested[i - 1], tested[i]];
    if (!before || !after || after.at - before.at > 2.5 * DAY_MS) continue;
    const [from, to] = [before.nitrate ?? 0, after.nitrate ?? 0];
    const changed = deeds.reduce(
      (sum, deed) => sum + (deed.did === 'changed' && deed.at >= before.at && deed.at <= after.at ? deed.litres : 0),
      0,
    );
    if (from < 5 || to > 0.3 * from || changed > 0.4 * tank.volumeL) continue;
    return {
      id: 'nitrate vanished',
      severity: 'note',
      says: [
        'Nitrate went from',
        quantity('nitrate', from),
        'to',
        quantity('nitrate', to),
        'by',
        { moment: after.at, day: true },
        ', and no change of water explains it. No tank does that in a day or two: shake the kit’s second bottle well and test again.',
      ],
    };
  }
  return undefined;
};

/** A kit set down as one for free ammonia, with figures that only one for all of it shows. */
export const kitReadsFree: Rule = ({ readings, readsFree, now }) => {
  const last = lastOf(readings, 'ammonia', now - 14 * DAY_MS);
  if (last?.ammonia === undefined) return undefined;
  const salinity = lastOf(readings, 'salinity')?.salinity ?? 35;
  const temperature = lastOf(readings, 'temperature')?.temperature ?? 25;
  const share =
    attempt(() => freeAmmoniaShare(lastOf(readings, 'ph')?.ph ?? 8.1, salinity, temperature)).outcome ?? 0.05;
  // What is handed in is all ammonia already: a free-ammonia kit's figure was divided by the share.
  if (!readsFree || last.ammonia < 12) return undefined;
  return {
    id: 'kit reads free',
    severity: 'note',
    says: [
      'The kit is set down as reading free ammonia alone, and its',
      quantity('freeAmmonia', asNitrogen(last.ammonia * share)),
      'would then be',
      quantity('ammonia', last.ammonia),
      'of all ammonia. Is it a kit that reads all of it? Most do.',
    ],
  };
};

export const notTested: Rule = ({ readings, tank, now, found, doneAt }) => {
  if (doneAt !== undefined || found.stage === 'cycled') return undefined;
  const last = readings.findLast(({ ammonia, nitrite }) => ammonia !== undefined || nitrite !== undefined);
  const since = (now - (last?.at ?? tank.startedAt)) / DAY_MS;
  if (since < LONG_WITHOUT_DAYS) return undefined;
  return {
    id: 'not tested',
    severity: 'note',
    says: [
      'Neither ammonia nor nitrite was tested for',
      quantity('days', since),
      ': this is what tanks like it do. Test today, and it is worked out from your tank again.',
    ],
  };
};

export const nitrateOverRead: Rule = ({ readings, now, found }) => {
  const last = lastOf(readings, 'nitrate', now - LATELY_DAYS * DAY_MS);
  const nitrite = last?.nitrite ?? lastOf(readings, 'nitrite', now - DAY_MS * LATELY_DAYS)?.nitrite ?? 0;
  if (last?.nitrate === undefined || nitrite < 0.5) return undefined;
  const made = found.course.lines.nitrate.findLast(({ at }) => at <= now)?.middle ?? 0;
  return {
    id: 'nitrate over-read',
    severity: 'note',
    says: [
      'A nitrate kit turns nitrate into nitrite first and reads both: with',
      quantity('nitrite', nitrite),
      'of nitrite there, its',
      quantity('nitrate', last.nitrate),
      'say little. By balance the tank has made about',
      quantity('nitrate', made),
      '.',
    ],
  };
};
