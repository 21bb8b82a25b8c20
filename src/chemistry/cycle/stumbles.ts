import type { Phrase } from '../calculator';
import { asNitrogen, freeAmmoniaShare } from '../nitrogen/free-ammonia';
import { attempt } from '../refusal';
import { ease } from '../tank-model/nitrification';
import { DAY_MS } from '../tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '../units/kinds';
import { quantity } from '../units/quantity';
import { ANIMALS, type AddedKind, type Deed, type FullReading } from './cycle-input';
import { expectedCourse, type BandPoint } from './expected-course';
import { LIFTING_SHARES, phAfterChange, SAG_BELOW } from './ph-lift';
import type { CycleReadOut } from './read-cycle';
import { SCHOOLS, type SchoolId } from './schools';
import type { CyclingTank } from './cycle-course';
import type { FirstSteps } from './stage';

/** What may be wrong with a cycle, each recognised from the record alone. */
export type StumbleId =
  | 'stalled'
  | 'no source'
  | 'too much ammonia'
  | 'uncontrolled source'
  | 'pH sag'
  | 'nitrate over-read'
  | 'kit reads free'
  | 'mini-cycle'
  | 'nitrite first'
  | 'nitrate vanished'
  | 'not tested'
  | 'stocked early';

export interface Stumble {
  readonly id: StumbleId;
  readonly severity: 'harm' | 'care' | 'note';
  readonly says: readonly Phrase[];
}

/** All that is looked at. Readings and deeds in order of time, none later than now. */
export interface CycleRecord {
  readonly tank: CyclingTank;
  readonly school: SchoolId;
  readonly doseLogged: boolean;
  readonly readings: readonly FullReading[];
  readonly deeds: readonly Deed[];
  readonly steps: FirstSteps;
  readonly now: number;
  readonly found: CycleReadOut;
  /** When the cycle was called done before, if it was. */
  readonly doneAt: number | undefined;
  /** Whether the supply carries chloramine that the filter line lets by. */
  readonly chloramine: boolean;
  /** Whether the ammonia kit reads the un-ionised kind alone. */
  readonly readsFree: boolean;
  /** What the new water for a change holds, mmol/L. */
  readonly newWaterAlkalinity: number;
}

/** Days without a test after which the stage is the model's alone. Chosen. */
const LONG_WITHOUT_DAYS = 7;
/** The second bacteria are held back above it. Common practice. */
const TOO_MUCH = 5;
const BACK_TO = 2;
/** A pH further back speaks of another day. */
const LATELY_DAYS = 3;
/** Days after something new in which a rise is put down to it. Chosen. */
const AFTER_ADDING_DAYS = 21;
/** Below it the bacteria are short of what they take with every ammonia. Common practice. */
const LOW_ALKALINITY = 4 * DKH;
/** Taken where none was tested: most salts mix to about it. */
const USUAL_ALKALINITY = 8 * DKH;
const COLD_C = 22;
const SLOW_PH = 7.5;

/** All that is recognised, in the order of `RULES`. */
export function stumblesOf(record: CycleRecord): Stumble[] {
  return RULES.flatMap((rule) => rule(record) ?? []);
}

type Rule = (record: CycleRecord) => Stumble | undefined;

const lastOf = <Id extends keyof FullReading>(readings: readonly FullReading[], id: Id, since = 0) =>
  readings.findLast((reading) => reading[id] !== undefined && reading.at >= since);

const put = (deeds: readonly Deed[], whats: readonly AddedKind[], from = -Infinity, until = Infinity) =>
  deeds.filter((deed) => deed.did === 'put in' && whats.includes(deed.what) && deed.at >= from && deed.at <= until);

/** Animals in a tank that is being fed ammonia by the measure. */
const stockedEarly: Rule = ({ school, deeds, found, doneAt, now }) => {
  if (found.stage === 'cycled' || doneAt !== undefined || SCHOOLS[school].source === 'fish') return undefined;
  if (put(deeds, ANIMALS, -Infinity, now).length === 0) return undefined;
  return {
    id: 'stocked early',
    severity: 'harm',
    says: [
      SCHOOLS[school].source === 'measured'
        ? 'Animals are in and the cycle is not through: dose no more ammonia, feed next to nothing, and test daily.'
        : 'Animals are in and the cycle is not through: feed next to nothing, and test daily.',
      'If there is a running tank, they are better off there.',
    ],
  };
};

const tooMuch: Rule = ({ readings, now }) => {
  const last = lastOf(readings, 'ammonia', now - LATELY_DAYS * DAY_MS)?.ammonia;
  if (last === undefined || last < TOO_MUCH) return undefined;
  return {
    id: 'too much ammonia',
    severity: 'care',
    says: [
      quantity('ammonia', last),
      'of ammonia holds the second bacteria back. A change of',
      quantity('percent', Math.ceil((1 - BACK_TO / last) * 20) * 5),
      'brings it to about',
      quantity('ammonia', BACK_TO),
      '; no more ammonia until it is gone.',
    ],
  };
};

const noSource: Rule = ({ tank, school, readings, steps, now, found }) => {
  const days = (now - tank.startedAt) / DAY_MS;
  const seen = readings.some(({ ammonia = 0, nitrite = 0 }) => ammonia >= steps.ammonia || nitrite >= steps.nitrite);
  const tested = readings.filter(({ ammonia }) => ammonia !== undefined).length;
  if (days < 5 || seen || tested < 3 || found.stage === 'cycled') return undefined;
  return {
    id: 'no source',
    severity: 'care',
    says: [
      'Neither ammonia nor nitrite has shown in',
      quantity('days', days),
      SCHOOLS[school].rock === 'live'
        ? ': the rock may be through already. A measured dose of ammonia tells: gone within a day, and it is.'
        : ': nothing feeds the bacteria. Dose a measured ammonia source; a tank that was fed nothing cycles nothing.',
    ],
  };
};

const stalled: Rule = (record) => {
  const { tank, school, doseLogged, steps, now, found, readings } = record;
  const rising = found.stage === 'ammonia rising' || found.stage === 'ammonia falling';
  if (!rising && found.stage !== 'nitrite rising' && found.stage !== 'nitrite falling') return undefined;
  const days = Math.round(SCHOOLS[school].lasts[1] * 1.3);
  // As tanks go at 25 °C: what the cold holds up is a stumble, not the plan.
  const usual = expectedCourse({ ...tank, temperatureC: 25 }, school, doseLogged, days, steps);
  const by = rising ? goneBy(usual.lines.ammonia, steps.ammonia) : usual.ends?.high;
  if (by === undefined || now < by) return undefined;
  return {
    id: 'stalled',
    severity: 'care',
    says: [
      rising ? 'Ammonia' : 'Nitrite',
      'is still there where nine in ten tanks have seen the last of it by',
      { moment: by, day: true },
      ':',
      ...holdsUp(record, readings),
    ],
  };
};

function goneBy(line: readonly BandPoint[], step: number): number | undefined {
  const last = line.findLastIndex(({ high }) => high >= step);
  return line[last + 1]?.at;
}

/** Why it is slow, from what was read; the surest first. */
function holdsUp({ chloramine, now, tank }: CycleRecord, readings: readonly FullReading[]): Phrase[] {
  const since = now - 14 * DAY_MS;
  const temperature = lastOf(readings, 'temperature', since)?.temperature ?? tank.temperatureC;
  const ph = lastOf(readings, 'ph', since)?.ph;
  const alkalinity = lastOf(readings, 'alkalinity', since)?.alkalinity;
  const ammonia = lastOf(readings, 'ammonia', since)?.ammonia;
  if (chloramine)
    return [
      'the supply carries chloramine past the carbon, which bleaches the bacteria with every top-off. See the Source bench.',
    ];
  if (temperature < COLD_C)
    return [
      'at',
      quantity('temperature', temperature),
      'the bacteria work at',
      quantity('percent', ease(temperature, undefined) * 100),
      'of what they do at',
      quantity('temperature', 25),
      '. Warm it.',
    ];
  if (ph !== undefined && ph < SLOW_PH)
    return ['pH', quantity('ph', ph), 'slows them. Change water, and air the room.'];
  if (alkalinity !== undefined && alkalinity < LOW_ALKALINITY)
    return [
      'alkalinity',
      quantity('alkalinity', alkalinity),
      'runs short: each milligram of ammonia takes some. A change of water brings it back.',
    ];
  if (ammonia !== undefined && ammonia >= TOO_MUCH) return ['so much ammonia holds them back. Change water.'];
  return [
    'nothing read so far explains it. Check the kit against a known solution, and put in bottled bacteria or a handful of live rock.',
  ];
}

/** Ammonia that rose by more than was dosed and the kit can be wrong by. */
const uncontrolled: Rule = ({ school, readings, deeds, steps, doneAt, tank }) => {
  if (SCHOOLS[school].source !== 'measured' || doneAt !== undefined) return undefined;
  const tested = readings.filter(({ ammonia }) => ammonia !== undefined);
  // The first day shows the dose itself, whether or not it was logged.
  for (let i = tested.length - 1; i > 0; i--) {
    const [before, after] = [tested[i - 1], tested[i]];
    if (!before || !after || before.at - tank.startedAt < DAY_MS / 2) continue;
    const dosed = deeds.reduce(
      (sum, deed) =>
        sum + (deed.did === 'dosed ammonia' && deed.at > before.at && deed.at <= after.at ? deed.ammonia : 0),
      0,
    );
    const unexplained = (after.ammonia ?? 0) - (before.ammonia ?? 0) - dosed;
    // Two tests, each off by a tenth of a milligram and a tenth of itself.
    const kitError = Math.hypot(0.14, 0.1 * (after.ammonia ?? 0), 0.1 * (before.ammonia ?? 0));
    if (unexplained < Math.max(3 * kitError, 2 * steps.ammonia)) continue;
    return {
      id: 'uncontrolled source',
      severity: 'care',
      says: [
        'Ammonia rose by',
        quantity('ammonia', unexplained),
        'more than was dosed by',
        { moment: after.at, day: true },
        ': something rots. Look for dead life on the rock, and take out any food; or log the dose that was not.',
      ],
    };
  }
  return undefined;
};

const phSag: Rule = ({ readings, now, newWaterAlkalinity }) => {
  const since = now - LATELY_DAYS * DAY_MS;
  const last = lastOf(readings, 'ph', since)?.ph;
  if (last === undefined || last >= SAG_BELOW) return undefined;
  const tested = lastOf(readings, 'alkalinity', now - 2 * LATELY_DAYS * DAY_MS)?.alkalinity;
  const salinity = lastOf(readings, 'salinity')?.salinity ?? 35;
  const temperature = lastOf(readings, 'temperature')?.temperature ?? 25;
  const tank = { alkalinity: tested ?? USUAL_ALKALINITY, phNbs: last };
  const { outcome } = attempt(() =>
    LIFTING_SHARES.map((share) =>
      phAfterChange(tank, { alkalinity: newWaterAlkalinity }, salinity, temperature, share),
    ),
  );
  const [small, large] = outcome ?? [];
  const lifts = small !== undefined && large !== undefined && large.phAfter > last + 0.005;
  return {
    id: 'pH sag',
    severity: 'care',
    says: [
      'pH stands at',
      quantity('ph', last),
      ...(lifts
        ? [
            ': a change of',
            quantity('percent', small.share * 100),
            'lifts it to',
            quantity('ph', small.phAfter),
            'at once, of',
            quantity('percent', large.share * 100),
            'to',
            quantity('ph', large.phAfter),
            tested === undefined ? '(alkalinity not tested: taken as' : '(from alkalinity',
            quantity('alkalinity', tank.alkalinity),
            '). Open a window as well: what rots gives off CO2.',
          ]
        : [': a change would hardly lift it. Open a window: CO2 in the room holds it down.']),
    ],
  };
};

const nitrateOverRead: Rule = ({ readings, now, found }) => {
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

/** A kit set down as one for free ammonia, with figures that only one for all of it shows. */
const kitReadsFree: Rule = ({ readings, readsFree, now }) => {
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

const miniCycle: Rule = ({ readings, deeds, steps, now, doneAt }) => {
  if (doneAt === undefined) return undefined;
  const last = readings.findLast(
    ({ at, ammonia, nitrite }) =>
      at > doneAt && at > now - 7 * DAY_MS && (ammonia !== undefined || nitrite !== undefined),
  );
  if (!last || ((last.ammonia ?? 0) < steps.ammonia && (last.nitrite ?? 0) < steps.nitrite)) return undefined;
  const [cause] = put(
    deeds,
    ['fish', 'live rock', 'dry rock', 'sand', 'clean-up crew'],
    now - AFTER_ADDING_DAYS * DAY_MS,
    now,
  ).slice(-1);
  const shows: Phrase[] = [
    quantity('ammonia', last.ammonia ?? 0),
    'of ammonia and',
    quantity('nitrite', last.nitrite ?? 0),
    'of nitrite',
  ];
  return {
    id: 'mini-cycle',
    severity: 'care',
    says:
      cause?.did === 'put in'
        ? [
            'A mini-cycle:',
            ...shows,
            'after the',
            `${cause.what} of`,
            { moment: cause.at, day: true },
            '. The bacteria catch up within days: feed little, add nothing, test daily.',
          ]
        : ['Again', ...shows, ', and nothing new went in: look for something dead, and test again tomorrow.'],
  };
};

const nitriteFirst: Rule = ({ school, readings, deeds, steps }) => {
  if (SCHOOLS[school].rock === 'live') return undefined;
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

const nitrateVanished: Rule = ({ readings, deeds, tank }) => {
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

const notTested: Rule = ({ readings, tank, now, found, doneAt }) => {
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
      ': what stands here is what tanks like it do. Test today, and it is told from your tank again.',
    ],
  };
};

const RULES: readonly Rule[] = [
  stockedEarly,
  tooMuch,
  miniCycle,
  stalled,
  noSource,
  uncontrolled,
  phSag,
  nitriteFirst,
  nitrateVanished,
  kitReadsFree,
  notTested,
  nitrateOverRead,
];
