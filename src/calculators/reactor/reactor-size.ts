import * as z from 'zod';
import { effluentCeiling, effluentOf, type Feed } from '@/chemistry/reactor/ceiling';
import { dailyUse } from '@/chemistry/reactor/daily-use';
import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { Refusal } from '@/chemistry/refusal';
import { quantity } from '@/quantities/quantity';
import { AMOUNTS } from '../calculator/amounts';
import { amount, figure } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { stepIfTold } from '../calculator/step-if-told';
import { consumptionAfter } from '../consumption/growth';
import { monthsText, monthsUntilPaid, reactorGear, reactorPerMeq, USUAL_CO2_G_PER_MEQ } from '../methods/reactor-pays';
import { reactorWater, tankAlkalinity, dkhText } from './reactor-input';

/** Looked ahead, months. */
const AHEAD_MONTHS = 24;
/** Media are to be filled up no oftener than this a year, a quarter of them left. Common practice: three to four times. */
const REFILLS_A_YEAR = 3.5;
const USED_OF_CHARGE = 0.75;
/** Grams of coral skeleton in a litre of chamber. From memory: about a kilogram, its gaps included. */
const MEDIA_G_PER_L = 1000;
/** A chamber this many times what is asked stands still: its media pack, its feed drips and clogs. Chosen. */
const TOO_LARGE = 3;
/** A feed slower than this clogs and drifts. Chosen. */
const SLOWEST_ML_PER_MIN = 4;

const price = (field: string) => amount({ ...AMOUNTS.price, field });

export const reactorSizeInput = z.strictObject({
  netVolumeL: amount(AMOUNTS.netVolume),
  /** Alkalinity asked of the reactor a day: consumption less what goes on beside it. */
  demandPerDay: amount({ field: 'demand a day', kind: 'alkalinityRate', low: 0, high: 5 }),
  growthPerMonth: figure('growth a month', -0.5, 1).default(0),
  tankAlkalinity,
  water: reactorWater,
  effluentAlkalinity: amount(AMOUNTS.effluent),
  chamberPh: amount(AMOUNTS.chamberPh),
  /** The chamber that is thought of, or there. */
  chamberL: amount(AMOUNTS.chamber).optional(),
  leastMlPerMin: amount(AMOUNTS.reactorFlow).optional(),
  mostMlPerMin: amount(AMOUNTS.reactorFlow).optional(),
  /** The keeper's prices; what is left out is not reckoned. */
  prices: z
    .strictObject({
      twoPartPerMeq: figure('price of a milliequivalent', 0, 1000).optional(),
      mediaPerKg: price('reactor media, a kilogram').optional(),
      co2PerKg: price('CO2, a kilogram').optional(),
      twoPartGear: price('dosing pumps').optional(),
      reactorGear: price('reactor and its gear').optional(),
    })
    .prefault({}),
});
type SizeInput = z.output<typeof reactorSizeInput>;

export const reactorSize = defineCalculator({
  name: 'reactor-size',
  asks: 'How large a calcium reactor suits a tank now and in two years, and when does it pay against two-part?',
  input: reactorSizeInput,
  example: {
    netVolumeL: 400,
    demandPerDay: '1 dKH/day',
    growthPerMonth: 0.02,
    tankAlkalinity: '8 dKH',
    effluentAlkalinity: '30 dKH',
    chamberPh: 6.6,
    chamberL: 4,
    prices: { twoPartPerMeq: 0.0012, mediaPerKg: 6, co2PerKg: 4, twoPartGear: 150 },
  },
  run: (input) => {
    const { netVolumeL, demandPerDay, growthPerMonth, chamberL, prices } = input;
    const feed: Feed = { alkalinity: input.tankAlkalinity, ...input.water };
    const ceiling = effluentCeiling(feed, input.chamberPh);
    const effluent =
      input.effluentAlkalinity > feed.alkalinity + 0.1 && input.effluentAlkalinity <= ceiling
        ? effluentOf(feed, input.effluentAlkalinity, input.chamberPh)
        : undefined;
    if (!effluent)
      throw new Refusal({
        field: 'effluent alkalinity',
        value: dkhText(input.effluentAlkalinity),
        allowed: `above the tank’s ${dkhText(feed.alkalinity)} and at most ${dkhText(ceiling)} at this chamber pH`,
        hint: 'Between the two lies what a chamber can give.',
      });
    const { dicMmolPerL } = carbonateOfWater(
      { alkalinityMmolPerL: feed.alkalinity, pco2Uatm: 600 },
      feed.salinity,
      feed.temperatureC,
    );
    const at = (perDay: number) => {
      const mmolPerDay = perDay * netVolumeL;
      const litresPerDay = mmolPerDay / (effluent.alkalinity - feed.alkalinity);
      return { mlPerMin: litresPerDay / 1.44, ...dailyUse(feed, dicMmolPerL, effluent, litresPerDay) };
    };
    const now = at(demandPerDay);
    const later = at(consumptionAfter(AHEAD_MONTHS, demandPerDay, Math.max(0, growthPerMonth)));
    const chamberFor = (gramsPerDay: number) =>
      (gramsPerDay * 365.25) / REFILLS_A_YEAR / USED_OF_CHARGE / MEDIA_G_PER_L;
    const co2GPerMeq = now.mmolPerDay > 0 ? now.co2GPerDay / now.mmolPerDay : USUAL_CO2_G_PER_MEQ;
    const perMeq = now.mmolPerDay > 0 ? reactorPerMeq(prices, co2GPerMeq) : undefined;
    const { gear, byRatio, dearerBy } = reactorGear(prices);
    const values = {
      now,
      later,
      chamberLNow: chamberFor(now.mediaGPerDay),
      chamberLLater: chamberFor(later.mediaGPerDay),
      verdict: verdictOf(chamberL, chamberFor(now.mediaGPerDay), chamberFor(later.mediaGPerDay)),
      reactorAYear: perMeq === undefined ? undefined : perMeq * now.mmolPerDay * 365.25,
      twoPartAYear: prices.twoPartPerMeq === undefined ? undefined : prices.twoPartPerMeq * now.mmolPerDay * 365.25,
      gear,
      gearByRatio: byRatio,
      dearerBy,
      co2GPerMeq,
      breakEvenMonths:
        now.mmolPerDay > 0
          ? monthsUntilPaid(prices, co2GPerMeq, now.mmolPerDay, Math.max(0, growthPerMonth))
          : undefined,
    };
    if (now.mmolPerDay <= 0)
      return {
        answer: {
          says: ['Nothing is left for a reactor: what runs beside it supports all the tank consumes.'],
          certainty: 'rough',
          because: ['Enter the consumption it is to support, under Output, and its size follows.'],
        },
        working: stepsOf(input, values),
        cautions: [],
        values,
      };
    return {
      answer: {
        says: [
          'A chamber of',
          quantity('volume', values.chamberLNow),
          ...(values.chamberLLater > values.chamberLNow * 1.1
            ? ['now,', quantity('volume', values.chamberLLater), 'in two years,']
            : []),
          'suits this demand, fed at',
          quantity('flow', now.mlPerMin),
          ...(later.mlPerMin > now.mlPerMin * 1.1 ? ['to', quantity('flow', later.mlPerMin)] : []),
          '.',
        ],
        certainty: 'rough',
        because: [...chamberWords(values.verdict, chamberL), ...payWords(values)],
      },
      working: stepsOf(input, values),
      cautions: cautionsOf(input, values),
      values,
    };
  },
});
type Verdict = 'fits' | 'too small' | 'small in two years' | 'too large' | undefined;

function verdictOf(chamberL: number | undefined, now: number, later: number): Verdict {
  if (chamberL === undefined) return undefined;
  if (chamberL < now * 0.8) return 'too small';
  if (chamberL > later * TOO_LARGE) return 'too large';
  return chamberL < later * 0.8 ? 'small in two years' : 'fits';
}

const VERDICTS: Record<NonNullable<Verdict>, string> = {
  fits: 'The chamber you named fits, now and in two years.',
  'too small': 'The chamber you named is too small: its media would need filling more than every three months.',
  'small in two years': 'The chamber you named fits now and will be small in two years.',
  'too large':
    'The chamber you named is too large, which is a fault too: its media pack and its feed must drip so slowly that it clogs.',
};

function chamberWords(verdict: Verdict, chamberL: number | undefined): Phrase[] {
  return verdict === undefined || chamberL === undefined ? [] : [VERDICTS[verdict]];
}

interface SizeValues {
  readonly now: { readonly mlPerMin: number; readonly mediaGPerDay: number; readonly co2GPerDay: number };
  readonly later: SizeValues['now'];
  readonly chamberLNow: number;
  readonly chamberLLater: number;
  readonly reactorAYear: number | undefined;
  readonly twoPartAYear: number | undefined;
  readonly gear: number | undefined;
  readonly gearByRatio: boolean;
  readonly dearerBy: number | undefined;
  readonly breakEvenMonths: number | 'never' | undefined;
}

function payWords({ breakEvenMonths, dearerBy, gearByRatio }: SizeValues): Phrase[] {
  if (breakEvenMonths === undefined || dearerBy === undefined)
    return ['Say what two-part, media, gas and gear cost, and the month in which it pays is worked out.'];
  if (breakEvenMonths === 'never') return ['At these prices it never pays against two-part.'];
  return [
    'Against two-part its gear costs',
    quantity('money', dearerBy),
    `more${gearByRatio ? ' (taken as nearly twice as dear)' : ''} and pays in`,
    monthsText(breakEvenMonths),
    '.',
  ];
}

function stepsOf(input: SizeInput, values: SizeValues): Step[] {
  const money = (amount: number | undefined) => (amount === undefined ? undefined : quantity('money', amount));
  return [
    ...stepIfTold(
      'Asked of the reactor',
      quantity('alkalinityRate', input.demandPerDay),
      'log',
      'a day: consumption less what goes on beside it',
    ),
    ...stepIfTold(
      'Flow now',
      quantity('flow', values.now.mlPerMin),
      'equation',
      'demand ÷ (effluent − tank alkalinity)',
    ),
    ...stepIfTold(
      'Flow in two years',
      quantity('flow', values.later.mlPerMin),
      'equation',
      'growing on by the same share a month',
    ),
    ...stepIfTold(
      'Media a day',
      quantity('mass', values.now.mediaGPerDay),
      'equation',
      '50.04 mg CaCO₃ for each milliequivalent',
    ),
    ...stepIfTold(
      'CO₂ a day',
      quantity('mass', values.now.co2GPerDay),
      'equation',
      'by the balance of carbon over the chamber',
    ),
    ...stepIfTold(
      'Chamber now',
      quantity('volume', values.chamberLNow),
      'common practice',
      'three to four refills a year, at a quarter left; about a kilogram of media a litre (from memory)',
    ),
    ...stepIfTold('Chamber in two years', quantity('volume', values.chamberLLater), 'common practice', 'likewise'),
    ...stepIfTold('Media and gas a year', money(values.reactorAYear), 'yours', 'grams a day × your prices'),
    ...stepIfTold('Two-part a year', money(values.twoPartAYear), 'yours', 'by the price and strength of your bottles'),
    ...stepIfTold(
      'Gear of the reactor',
      money(values.gear),
      values.gearByRatio ? 'common practice' : 'yours',
      values.gearByRatio ? 'nearly twice an automated two-part' : 'your price',
    ),
  ];
}

function cautionsOf({ leastMlPerMin, mostMlPerMin }: SizeInput, { now, later }: SizeValues): Caution[] {
  const cautions: Caution[] = [];
  if (mostMlPerMin !== undefined && later.mlPerMin > mostMlPerMin)
    cautions.push({
      severity: 'caution',
      says: [
        'The feed pump gives',
        quantity('flow', mostMlPerMin),
        'at most, and in two years',
        quantity('flow', later.mlPerMin),
        'are needed.',
      ],
    });
  if (leastMlPerMin !== undefined && now.mlPerMin < leastMlPerMin)
    cautions.push({
      severity: 'caution',
      says: [
        'The feed pump gives no less than',
        quantity('flow', leastMlPerMin),
        ', and',
        quantity('flow', now.mlPerMin),
        'are needed: a weaker effluent (higher chamber pH) or a smaller pump.',
      ],
    });
  else if (now.mlPerMin > 0 && now.mlPerMin < SLOWEST_ML_PER_MIN)
    cautions.push({
      severity: 'caution',
      says: [
        quantity('flow', now.mlPerMin),
        'is so slow that a valve clogs and drifts: feed it by a pump with a roller, or run a weaker effluent.',
      ],
    });
  return cautions;
}
