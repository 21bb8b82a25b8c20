import { halfWidth95, isToldFromZero } from '@/numerics/normal-interval';
import { Refusal } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { estimate, quantity, range } from '@/quantities/quantity';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { stepIfTold } from '../calculator/step-if-told';
import { consumptionAfter, DAYS_A_MONTH, monthsUntilOutgrown } from '../consumption/growth';
import { limewaterHeadRoom } from '../top-off/head-room';
import { limewaterInput, type LimewaterInput } from './limewater-input';
import {
  LIMEWATER_CAUTIONS,
  limewaterStrength,
  strengthCautions,
  strengthSteps,
  type LimewaterStrength,
} from './strength';
import { vesselLife, vesselSteps, vesselWords, type VesselLife } from './vessel-life';

/** After it is begun consumption is tested so often for so long: growth answers pH. Chosen; twice as much was seen. Common practice. */
const WATCH_DAYS = 60;
const SOONER_DAYS = 3;

/** Weaker than this it is water, and no litres of it supply anything, mmol/L. Chosen: a thousandth of saturated limewater is forty times as strong. */
const WEAKEST = 0.001;
/** Supplied beyond consumption by less than this share, it is no oversupply. Chosen. */
export const LEAST_OVER = 0.02;
/** Less than any test shows, mmol/L a day: of that no share is told. */
const LEAST_CONSUMED = 1e-3;

export const limewater = defineCalculator({
  name: 'limewater',
  asks: 'How much limewater does evaporation leave room for, what does it support, and when is it made anew?',
  input: limewaterInput,
  // The worked tank: 1.2 of the 2.0 L that evaporate, saturated at 25 °C, 25 g put into 10 L.
  example: {
    now: 1_764_000_000_000,
    netVolumeL: '250 L',
    temperatureC: '25 °C',
    vesselL: '10 L',
    limeG: '25 g',
    evaporation: { low: '1.7 L', litresPerDay: '2 L', high: '2.3 L' },
    consumption: '0.7 dKH/day',
    growthPerMonth: 0.03,
    litresPerDay: '1.2 L',
    runs: true,
  },
  run: (input) => {
    const { evaporation, netVolumeL, litresPerDay, consumption, growthPerMonth, keptBack, othersPerDay } = input;
    if (evaporation.low > evaporation.litresPerDay || evaporation.high < evaporation.litresPerDay)
      throw new Refusal({
        field: 'evaporation',
        value: `${evaporation.litresPerDay} L, ${evaporation.low} to ${evaporation.high}`,
        allowed: 'within its own range',
        hint: 'The range was given the wrong way round, or for another day.',
      });
    if (litresPerDay > evaporation.high && litresPerDay > 0)
      throw new Refusal({
        field: 'limewater a day',
        value: `${litresPerDay.toFixed(2)} L`,
        allowed: `at most the ${evaporation.litresPerDay.toFixed(2)} L a day that evaporate`,
        hint: 'More would raise the level and lower salinity day by day. Check first what evaporates: Evaporation and top-off reads it from the reservoir.',
      });
    const strength = limewaterStrength(input);
    const supports = (litres: number) => (litres * strength.alkalinity) / netVolumeL;
    const roomL = limewaterHeadRoom(evaporation.low, keptBack);
    const ceiling = supports(evaporation.litresPerDay);
    const room = supports(roomL);
    const runs = supports(litresPerDay);
    const suffices =
      consumption === undefined ? undefined : monthsUntilOutgrown(room, consumption, Math.max(0, growthPerMonth));
    // What nothing else supplies is what limewater has to.
    const needed = consumption === undefined ? undefined : Math.max(0, consumption - Math.max(0, othersPerDay));
    const values = {
      neededL:
        needed === undefined || strength.alkalinity < WEAKEST ? undefined : (needed * netVolumeL) / strength.alkalinity,
      over:
        consumption !== undefined &&
        consumption > LEAST_CONSUMED &&
        litresPerDay > 0 &&
        runs - consumption > Math.max(halfWidth95(input.consumptionSd), LEAST_OVER * consumption),
      gramsPerL: strength.gramsPerL,
      madeGPerL: strength.madeGPerL,
      strength: strength.alkalinity,
      strengthSd: strength.sd,
      lyingG: strength.lyingG,
      ceiling,
      ceilingLow: ceiling / apart(evaporation.litresPerDay, evaporation.low, strength.sd),
      ceilingHigh: ceiling * apart(evaporation.high, evaporation.litresPerDay, strength.sd),
      roomL,
      room,
      roomLow: room * Math.exp(-halfWidth95(strength.sd)),
      roomHigh: room * Math.exp(halfWidth95(strength.sd)),
      supplies: runs,
      shareOfCeiling: ceiling > 1e-9 ? runs / ceiling : 0,
      shareOfConsumption: consumption !== undefined && consumption > LEAST_CONSUMED ? runs / consumption : undefined,
      leaves: consumption === undefined ? undefined : Math.max(0, consumption - runs),
      inAYear: consumption === undefined ? undefined : consumptionAfter(12, consumption, Math.max(0, growthPerMonth)),
      sufficesMonths: suffices,
      vessel: vesselLife(input, strength),
    };
    return {
      answer: {
        says: [...doWhat(input, values), ...vesselWords(input, values.vessel)],
        certainty: input.tested ? 'worked out' : 'likely',
        because: becauseOf(input, values),
      },
      working: [...strengthSteps(input, strength), ...steps(input, values), ...vesselSteps(input, values.vessel)],
      cautions: [...cautions(input, strength, values), ...LIMEWATER_CAUTIONS],
      values,
    };
  },
});

export interface LimewaterValues {
  /** Litres a day that supply all that nothing else does; undefined while consumption is unknown. */
  readonly neededL: number | undefined;
  /** It supplies surely more than is consumed. */
  readonly over: boolean;
  readonly madeGPerL: number;
  readonly gramsPerL: number;
  readonly strength: number;
  readonly strengthSd: number;
  readonly lyingG: number | undefined;
  readonly ceiling: number;
  readonly ceilingLow: number;
  readonly ceilingHigh: number;
  readonly roomL: number;
  readonly room: number;
  /** As its strength varies: the litres are the least that evaporates. */
  readonly roomLow: number;
  readonly roomHigh: number;
  readonly supplies: number;
  readonly shareOfCeiling: number;
  readonly shareOfConsumption: number | undefined;
  readonly leaves: number | undefined;
  readonly inAYear: number | undefined;
  readonly sufficesMonths: number | undefined;
  readonly vessel: VesselLife;
}

/** By what factor an end of the ceiling stands off: evaporation's own and the strength's, which know nothing of each other. */
function apart(larger: number, smaller: number, strengthSd: number): number {
  if (larger <= 0) return 1;
  return Math.exp(Math.min(MOST_LOG, Math.hypot(Math.log(larger / Math.max(smaller, 1e-9)), halfWidth95(strengthSd))));
}

/** An evaporation that may be next to nothing leaves a lower end of next to nothing. */
const MOST_LOG = 10;

function percent(share: number): string {
  return `${Math.round(share * 100)}\u00a0%`;
}

function doWhat(input: LimewaterInput, values: LimewaterValues): Phrase[] {
  const { litresPerDay, runs, evaporation } = input;
  const { roomL, neededL, over, supplies, shareOfConsumption } = values;
  const doubt = halfWidth95(values.strengthSd);
  const more = supplies - (input.consumption ?? 0);
  const share: Phrase[] = [
    ': it supplies',
    estimate('alkalinityRate', supplies, supplies * (1 - doubt), supplies * (1 + doubt)),
    ...(shareOfConsumption === undefined ? [] : [`, ${percent(shareOfConsumption)} of the consumption`]),
  ];
  if (over && shareOfConsumption !== undefined)
    return [
      'Too much limewater:',
      quantity('waterRate', litresPerDay),
      `${runs ? 'supplies' : 'would supply'} ${percent(shareOfConsumption)} of the consumption, and alkalinity ${runs ? 'rises' : 'would rise'} by`,
      estimate('alkalinityRate', more, more - supplies * doubt, more + supplies * doubt),
      '. Reduce it to',
      quantity('waterRate', Math.min(roomL, neededL ?? roomL)),
      '.',
    ];
  if (litresPerDay === 0 && neededL !== undefined && neededL > 0 && neededL <= roomL)
    return [
      'Limewater:',
      quantity('waterRate', neededL),
      'would supply all that is not supplied yet; up to',
      quantity('waterRate', roomL),
      'fits this tank’s evaporation.',
    ];
  if (litresPerDay === 0 && neededL !== undefined && neededL > roomL)
    return [
      'Limewater:',
      quantity('waterRate', neededL),
      'would be needed and',
      quantity('waterRate', roomL),
      'fits this tank’s evaporation: so much of it, and the rest by another way.',
    ];
  if (litresPerDay === 0)
    return ['Limewater: up to', quantity('waterRate', roomL), 'fits this tank’s evaporation', '.'];
  // The reserve is a wish: what surely evaporates is the bound.
  if (litresPerDay > evaporation.low)
    return ['Reduce limewater from', quantity('waterRate', litresPerDay), 'to', quantity('waterRate', roomL), '.'];
  return [runs ? 'Go on with' : 'Run', quantity('waterRate', litresPerDay), 'of limewater', ...share, '.'];
}

function becauseOf(input: LimewaterInput, values: LimewaterValues): Phrase[] {
  const { consumption, growthPerMonth, now } = input;
  const phrases: Phrase[] = [
    quantity('waterRate', values.roomL),
    'is the most that fits, some of it kept for the top-off: it would supply',
    estimate('alkalinityRate', values.room, values.roomLow, values.roomHigh),
    ',',
    range('alkalinityRate', values.roomLow, values.roomHigh),
    'as its strength varies.',
    ...(values.neededL !== undefined && values.neededL > input.litresPerDay && input.litresPerDay > 0
      ? ['All that nothing else supplies would take', quantity('waterRate', values.neededL), '.']
      : []),
  ];
  if (consumption === undefined || consumption <= LEAST_CONSUMED)
    return [
      ...phrases,
      'What share of the consumption that is will be said once the consumption is known: two tests of alkalinity, and what was dosed between them.',
    ];
  if (values.sufficesMonths === 0)
    phrases.push(
      `All the room there is supports ${percent(values.room / consumption)} of what the tank consumes; the rest goes to the dosing plan.`,
    );
  else if (values.sufficesMonths === undefined)
    phrases.push('Its room holds all the tank consumes, and no growth is in sight that would pass it.');
  else
    phrases.push(
      `Growing by ${percent(growthPerMonth)} a month, consumption passes its room in`,
      { moment: now + values.sufficesMonths * DAYS_A_MONTH * DAY_MS, month: true },
      '.',
    );
  return [...phrases, ...sinceBegun(input, consumption)];
}

/** What happened to consumption since limewater was begun, as far as the tests can tell. */
function sinceBegun({ before, startedAt, consumptionSd }: LimewaterInput, consumption: number): Phrase[] {
  if (!before || startedAt === undefined) return [];
  const sure = isToldFromZero(consumption - before.perDay, Math.hypot(consumptionSd, before.sd));
  return [
    'Since it began',
    { moment: startedAt, day: true },
    'consumption went from',
    quantity('alkalinityRate', before.perDay),
    'to',
    quantity('alkalinityRate', consumption),
    sure ? ': a change beyond the tests’ error.' : ': no more than the tests can show.',
  ];
}

function steps(input: LimewaterInput, values: LimewaterValues): Step[] {
  const { evaporation, consumption, netVolumeL, keptBack } = input;
  const rate = (amount: number | undefined) => (amount === undefined ? undefined : quantity('alkalinityRate', amount));
  return [
    ...stepIfTold('Net volume', quantity('volume', netVolumeL), 'setting', 'the tank’s own settings'),
    ...stepIfTold(
      'Evaporation',
      quantity('waterRate', evaporation.litresPerDay),
      'log',
      'as Evaporation and top-off finds it',
    ),
    ...stepIfTold('Ceiling', rate(values.ceiling), 'equation', 'evaporation × strength ÷ net volume'),
    ...stepIfTold(
      'Room',
      quantity('waterRate', values.roomL),
      'common practice',
      `the least that may evaporate (95 % range), less ${Math.round(keptBack * 100)} % left to the ordinary top-off`,
    ),
    ...stepIfTold('Supports with all of it', rate(values.room), 'equation', 'room × strength ÷ net volume'),
    ...stepIfTold(
      'Dosed a day',
      quantity('waterRate', input.litresPerDay),
      input.runs ? 'log' : 'yours',
      'as it runs, or as you try',
    ),
    ...stepIfTold('Supplied by it', rate(values.supplies), 'equation', 'dosed a day × strength ÷ net volume'),
    ...stepIfTold(
      'Share of the ceiling',
      quantity('percent', values.shareOfCeiling * 100),
      'equation',
      'dosed a day ÷ evaporation',
    ),
    ...stepIfTold('Alkalinity consumption', rate(consumption), 'log', 'as Consumption and doses finds it'),
    ...stepIfTold('Left to other sources', rate(values.leaves), 'equation', 'consumption less what limewater supplies'),
    ...stepIfTold('Consumption in a year', rate(values.inAYear), 'equation', 'growing on by the same share a month'),
  ];
}

function cautions(input: LimewaterInput, strength: LimewaterStrength, values: LimewaterValues): Caution[] {
  const { litresPerDay, startedAt, now, evaporation } = input;
  const list: Caution[] = [...strengthCautions(strength)];
  if (values.over)
    list.push({
      severity: 'danger',
      says: [
        'Alkalinity and pH are driven up day by day: above 8.4 carbonate falls out on pumps and heaters, and animals burn. Reduce it today, and test alkalinity and pH.',
      ],
    });
  if (litresPerDay > values.roomL && litresPerDay <= evaporation.low)
    list.push({
      severity: 'note',
      says: [
        'It leaves',
        quantity('waterRate', evaporation.low - litresPerDay),
        'at the least to the ordinary top-off, a little less than you keep back. Look each day whether the top-off still comes on.',
      ],
    });
  if (litresPerDay > evaporation.low && litresPerDay > 0)
    list.push({
      severity: 'danger',
      says: [
        quantity('waterRate', litresPerDay),
        'leaves the top-off less to do than evaporation surely asks for: on a damp day the level rises and salinity falls.',
      ],
    });
  if (startedAt !== undefined && now - startedAt < WATCH_DAYS * DAY_MS && now >= startedAt)
    list.push({
      severity: 'caution',
      says: [
        'Limewater runs since',
        { moment: startedAt, day: true },
        `: higher pH speeds growth, and consumption may rise, even double. Test alkalinity every ${SOONER_DAYS} days until`,
        { moment: startedAt + WATCH_DAYS * DAY_MS, day: true },
        ', then compare before and after.',
      ],
    });
  else if (!input.runs)
    list.push({
      severity: 'caution',
      says: [
        `Once it runs, test alkalinity every ${SOONER_DAYS} days for two months: higher pH speeds growth, and consumption may rise, even double.`,
      ],
    });
  return list;
}
