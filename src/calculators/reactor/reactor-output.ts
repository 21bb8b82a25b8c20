import { halfWidth95 } from '@/numerics/normal-interval';
import { chamberPhFor, effluentCeiling, type Feed } from '@/chemistry/reactor/ceiling';
import { fitHalfwayFlow, flowFor, shareOfCeiling, type HalfwayFlow } from '@/chemistry/reactor/halfway-flow';
import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { Refusal } from '@/chemistry/refusal';
import { MG_CACO3_PER_MEQ } from '@/chemistry/conversion';
import { estimate, quantity, range } from '@/quantities/quantity';
import { defineCalculator, type Answer, type Phrase } from '../calculator/calculator';
import { listed } from '../calculator/words';
import { dkhText, refuseHighChamber, SLUDGE_BELOW_PH } from './reactor-input';
import {
  reactorOutputInput,
  type OwnRate,
  type ReactorOutputInput,
  type ReactorOutputValues,
} from './reactor-output-input';
import { flowThatStays } from './flow-decision';
import { outputCautions, outputSteps } from './reactor-output-words';

export const reactorOutput = defineCalculator({
  name: 'reactor-output',
  asks: 'Of the demand, the effluent’s alkalinity and the flow of a calcium reactor, what does the third have to be?',
  input: reactorOutputInput,
  // The worked demand of a calcium reactor: 18.2 L/day or 12.6 mL/min, 7.1 g of media and 3.1 g of CO2 a day at least.
  example: {
    netVolumeL: 400,
    demandPerDay: '1 dKH/day',
    effluentAlkalinity: '30 dKH',
    tankAlkalinity: '8 dKH',
    chamberPh: 6.6,
  },
  run: (input) => {
    const { netVolumeL, demandSd, carriedMmolPerDay, chamberPh, water } = input;
    if (chamberPh !== undefined) refuseHighChamber(chamberPh, input.tankPh);
    const feed: Feed = { alkalinity: input.tankAlkalinity, ...water };
    const ceiling = chamberPh === undefined ? undefined : effluentCeiling(feed, chamberPh);
    // Where the chamber's pH is not told, no effluent is stronger than the most acid chamber that is run can give.
    const most = ceiling ?? effluentCeiling(feed, SLUDGE_BELOW_PH);
    const three = third(input, feed, most);
    const { mmolPerDay, effluentAlkalinity, mlPerMin } = three;
    const gain = effluentAlkalinity - feed.alkalinity;
    const sdMmol = halfWidth95(demandSd) * netVolumeL;
    const doubt = gain > 0 ? ((sdMmol / gain) * 1000) / 1440 : 0;
    const fit = fitHalfwayFlow(
      input.measured.map(({ tankAlkalinity: then = feed.alkalinity, chamberPh: ph, ...each }) => ({
        ...each,
        feedAlkalinity: then,
        ceiling: effluentCeiling({ ...feed, alkalinity: then }, ph),
      })),
    );
    const byOwnRate = ownRate(fit, feed.alkalinity, ceiling, mmolPerDay, mlPerMin);
    const values = {
      ...three,
      litresPerDay: mlPerMin * 1.44,
      mlPerMinLow: input.find === 'flow' ? Math.max(0, mlPerMin - doubt) : mlPerMin,
      mlPerMinHigh: input.find === 'flow' ? mlPerMin + doubt : mlPerMin,
      suppliesPerDay: (mmolPerDay + carriedMmolPerDay) / netVolumeL,
      ceiling,
      shareOfCeiling:
        ceiling === undefined || ceiling <= feed.alkalinity ? undefined : gain / (ceiling - feed.alkalinity),
      mediaGPerDay: (mmolPerDay * MG_CACO3_PER_MEQ) / 1000,
      co2LeastGPerDay: ((mmolPerDay / 2) * MOLAR_MASS.CO2) / 1000,
      fit,
      byOwnRate,
      stays: input.find === 'flow' ? flowThatStays(input, three, gain) : undefined,
    };
    return {
      answer: answerOf(input, values),
      working: outputSteps(input, values),
      cautions: outputCautions(input, values),
      values,
    };
  },
});

function third(input: ReactorOutputInput, feed: Feed, most: number) {
  const { find, netVolumeL, demandPerDay, carriedMmolPerDay, effluentAlkalinity, mlPerMin } = input;
  if (effluentAlkalinity !== undefined && find !== 'effluent') refuseEffluent(input, effluentAlkalinity, feed, most);
  if (find === 'flow') {
    const mmolPerDay = Math.max(0, needed(demandPerDay) * netVolumeL - carriedMmolPerDay);
    const effluent = given('effluent alkalinity', effluentAlkalinity);
    return { mmolPerDay, effluentAlkalinity: effluent, mlPerMin: mmolPerDay / (effluent - feed.alkalinity) / 1.44 };
  }
  const flow = given('reactor flow', mlPerMin);
  if (find === 'demand') {
    const effluent = given('effluent alkalinity', effluentAlkalinity);
    return { mmolPerDay: flow * 1.44 * (effluent - feed.alkalinity), effluentAlkalinity: effluent, mlPerMin: flow };
  }
  const mmolPerDay = Math.max(0, needed(demandPerDay) * netVolumeL - carriedMmolPerDay);
  if (flow <= 0)
    throw new Refusal({
      field: 'reactor flow',
      value: '0 mL/min',
      allowed: 'above 0',
      hint: 'No effluent, however strong, supplies anything without flow.',
    });
  const effluent = feed.alkalinity + mmolPerDay / (flow * 1.44);
  if (effluent > most)
    throw new Refusal({
      field: 'reactor flow',
      value: `${Number(flow.toFixed(1))} mL/min`,
      allowed: `at least ${(mmolPerDay / (most - feed.alkalinity) / 1.44).toFixed(1)} mL/min`,
      hint: `At this flow the effluent would have to be ${dkhText(effluent)}, and media stop dissolving at ${dkhText(most)} ${input.chamberPh === undefined ? `even at chamber pH ${SLUDGE_BELOW_PH}, below which they turn to sludge` : 'in this chamber'}. Open the flow first${phHint(feed, effluent)}.`,
    });
  return { mmolPerDay, effluentAlkalinity: effluent, mlPerMin: flow };
}

function needed(demandPerDay: number | undefined): number {
  return given('consumption a day', demandPerDay);
}

function given(field: string, value: number | undefined): number {
  if (value !== undefined) return value;
  throw new Refusal({
    field,
    value: 'nothing',
    allowed: 'a figure',
    hint: 'Two of the three are given; the third follows.',
  });
}

/** @throws Refusal for an effluent no stronger than the tank, or stronger than media can make it at the chamber's pH */
function refuseEffluent({ chamberPh }: ReactorOutputInput, effluent: number, feed: Feed, most: number): void {
  if (effluent - feed.alkalinity <= 0.1)
    throw new Refusal({
      field: 'effluent alkalinity',
      value: dkhText(effluent),
      allowed: `above the tank’s ${dkhText(feed.alkalinity)}`,
      hint: 'An effluent no stronger than the tank supplies nothing at any flow. Check the chamber’s pH first (too high, nothing dissolves), then whether the media are spent or the feed runs past them.',
    });
  if (effluent > most)
    throw new Refusal({
      field: 'effluent alkalinity',
      value: dkhText(effluent),
      allowed:
        chamberPh === undefined
          ? `at most ${dkhText(most)}, which a chamber at pH ${SLUDGE_BELOW_PH} gives`
          : `at most ${dkhText(most)} at chamber pH ${chamberPh.toFixed(2)}`,
      hint: `Media stop dissolving there${phHint(feed, effluent)}. If the effluent truly tests so strong, the chamber’s probe reads high: calibrate it first.`,
    });
}

function phHint(feed: Feed, effluent: number): string {
  const ph = chamberPhFor(feed, effluent);
  return ph === undefined
    ? '; no chamber that is run reaches it'
    : `; chamber pH ${(Math.floor(ph * 100) / 100).toFixed(2)} or lower would reach it`;
}

function ownRate(
  fit: HalfwayFlow | undefined,
  feedAlkalinity: number,
  ceiling: number | undefined,
  mmolPerDay: number,
  mlPerMin: number,
): OwnRate | undefined {
  if (!fit || ceiling === undefined || ceiling <= feedAlkalinity) return undefined;
  const flow = (times: number) => flowFor(mmolPerDay, fit.mlPerMin * times, feedAlkalinity, ceiling);
  const spread = Math.exp(halfWidth95(fit.logSd));
  return {
    effluentAlkalinity: feedAlkalinity + shareOfCeiling(fit.mlPerMin, mlPerMin) * (ceiling - feedAlkalinity),
    mlPerMin: flow(1),
    low: flow(spread),
    high: flow(1 / spread),
  };
}

function answerOf(input: ReactorOutputInput, values: ReactorOutputValues): Answer {
  const { find, certainty, moves, retest } = input;
  const howSure = { certainty, moves, retest };
  const { mlPerMin, litresPerDay, mmolPerDay, effluentAlkalinity, suppliesPerDay } = values;
  const because = becauseOf(input, values);
  if (mmolPerDay <= 0)
    return {
      says: ['Close the reactor’s feed: the tank consumes no more than it is already given.'],
      ...howSure,
      because: [],
    };
  if (find === 'demand')
    return {
      says: [
        'With effluent of',
        quantity('alkalinity', effluentAlkalinity),
        'at',
        quantity('flow', mlPerMin),
        'the reactor supports',
        quantity('alkalinityRate', suppliesPerDay),
        '.',
      ],
      certainty: 'worked out',
      because,
    };
  if (find === 'effluent')
    return {
      says: [
        'At',
        quantity('flow', mlPerMin),
        'bring the effluent to',
        quantity('alkalinity', effluentAlkalinity),
        '.',
      ],
      ...howSure,
      because,
    };
  const { stays } = values;
  if (stays)
    return {
      says: ['Leave the effluent at', quantity('flow', stays.mlPerMin), '.'],
      ...howSure,
      because: [
        estimate('flow', mlPerMin, values.mlPerMinLow, values.mlPerMinHigh),
        'would hold the level; as it runs alkalinity is foreseen at',
        quantity('alkalinity', stays.level),
        'in',
        quantity('days', stays.inDays),
        '.',
      ],
    };
  return {
    says: [
      'Run the effluent at',
      estimate('flow', mlPerMin, values.mlPerMinLow, values.mlPerMinHigh),
      ', which is',
      { ...quantity('waterRate', litresPerDay), halfWidth: ((values.mlPerMinHigh - values.mlPerMinLow) / 2) * 1.44 },
      ...(input.carriedMmolPerDay > 0 && input.carriedBy.length > 0
        ? [
            ':',
            quantity('alkalinityRate', input.carriedMmolPerDay / input.netVolumeL),
            `more comes from ${listed(input.carriedBy)}.`,
          ]
        : ['.']),
    ],
    ...howSure,
    because,
  };
}

function becauseOf(input: ReactorOutputInput, values: ReactorOutputValues): Phrase[] {
  const phrases: Phrase[] =
    input.find !== 'flow' || input.demandSd === 0
      ? ['As good as the figures given.']
      : ['Within', range('flow', values.mlPerMinLow, values.mlPerMinHigh), '(95 % range).'];
  const own = values.byOwnRate;
  if (input.find === 'flow' && own && Math.abs(own.effluentAlkalinity / values.effluentAlkalinity - 1) > 0.03)
    phrases.push(
      'By its own tests this chamber would give',
      quantity('alkalinity', own.effluentAlkalinity),
      'at that flow',
      ...(own.mlPerMin === undefined
        ? [', and at no flow at this pH enough: lower the chamber’s pH.']
        : [': it would take', quantity('flow', own.mlPerMin), '.']),
    );
  return phrases;
}
