import type { Phrase } from '../calculator/calculator';
import { attempt } from '../calculator/attempt';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import { quantity } from '@/quantities/quantity';
import { ANIMALS } from './cycle-input';
import { LIFTING_SHARES, phAfterChange, SAG_BELOW } from './ph-lift';
import { CREW_DAY, CYCLE_SCHOOLS } from './cycle-schools';
import { lastOf, LATELY_DAYS, put, type Rule } from './problem';

/** The second bacteria are held back above it. Common practice. */
export const TOO_MUCH_AMMONIA = 5;
const BACK_TO = 2;
/** Days after something new in which a rise is put down to it. Chosen. */
const AFTER_ADDING_DAYS = 21;
/** Taken where none was tested: most salts mix to about it. */
const USUAL_ALKALINITY = 8 * DKH;

/** Animals in a tank that is being fed ammonia by the measure. */
export const stockedEarly: Rule = ({ school, tank, deeds, found, doneAt, now }) => {
  if (found.stage === 'cycled' || doneAt !== undefined || CYCLE_SCHOOLS[school].source === 'fish') return undefined;
  // The crew of a starter programme comes before the programme has run out.
  const crewFrom = school === 'starter' ? tank.startedAt + CREW_DAY * DAY_MS : Infinity;
  const early = put(deeds, ANIMALS, -Infinity, now).filter(
    (deed) => deed.did !== 'put in' || deed.what !== 'clean-up crew' || deed.at < crewFrom,
  );
  if (early.length === 0) return undefined;
  return {
    id: 'stocked early',
    severity: 'danger',
    says: [
      CYCLE_SCHOOLS[school].source === 'measured'
        ? 'Animals are in and the cycle is not through: dose no more ammonia, feed next to nothing, and test daily.'
        : 'Animals are in and the cycle is not through: feed next to nothing, and test daily.',
      'If there is a running tank, they are better off there.',
    ],
  };
};

export const tooMuch: Rule = ({ readings, now }) => {
  const last = lastOf(readings, 'ammonia', now - LATELY_DAYS * DAY_MS)?.ammonia;
  if (last === undefined || last < TOO_MUCH_AMMONIA) return undefined;
  return {
    id: 'too much ammonia',
    severity: 'caution',
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

export const noSource: Rule = ({ tank, school, readings, steps, now, found }) => {
  const days = (now - tank.startedAt) / DAY_MS;
  const seen = readings.some(({ ammonia = 0, nitrite = 0 }) => ammonia >= steps.ammonia || nitrite >= steps.nitrite);
  const tested = readings.filter(({ ammonia }) => ammonia !== undefined).length;
  if (days < 5 || seen || tested < 3 || found.stage === 'cycled') return undefined;
  return {
    id: 'no source',
    severity: 'caution',
    says: [
      'Neither ammonia nor nitrite has shown in',
      quantity('days', days),
      CYCLE_SCHOOLS[school].rock === 'live'
        ? ': the rock may be through already. A measured dose of ammonia shows it: gone within a day, and it is.'
        : ': nothing feeds the bacteria. Dose a measured ammonia source; a tank that was fed nothing cycles nothing.',
    ],
  };
};

/** Ammonia that rose by more than was dosed and the kit can be wrong by. */
export const uncontrolled: Rule = ({ school, readings, deeds, steps, doneAt, tank }) => {
  if (CYCLE_SCHOOLS[school].source !== 'measured' || doneAt !== undefined) return undefined;
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
      severity: 'caution',
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

export const phSag: Rule = ({ readings, now, newWaterAlkalinity }) => {
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
    severity: 'caution',
    says: [
      'pH is at',
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

export const miniCycle: Rule = ({ readings, deeds, steps, now, doneAt }) => {
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
    severity: 'caution',
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
