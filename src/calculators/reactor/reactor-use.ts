import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { afterSecondChamber, effluentCeiling, effluentOf, type Effluent, type Feed } from '@/chemistry/reactor/ceiling';
import { dailyUse, litresOfGas, type DailyUse } from '@/chemistry/reactor/daily-use';
import { restingWater, type TankOfReactor } from '@/chemistry/reactor/tank-ph';
import { Refusal } from '@/chemistry/refusal';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { defineCalculator } from '../calculator/calculator';
import { refuseHighChamber, dkhText } from './reactor-input';
import { reactorUseInput, type Lasts, type ReactorUseInput, type TankPhs } from './reactor-use-input';
import { useAnswer, useCautions, useSteps } from './reactor-use-words';

/** Media are filled up when so much of a charge is left: less leaves channels. Chosen. */
const REFILL_AT = 0.25;
export const reactorUse = defineCalculator({
  name: 'reactor-use',
  asks: 'What gas and media does a calcium reactor use, until when do they last, and what does its CO2 do to the tank’s pH?',
  input: reactorUseInput,
  example: {
    now: 1_764_000_000_000,
    netVolumeL: 400,
    tankAlkalinity: '8 dKH',
    effluentAlkalinity: '30 dKH',
    chamberPh: 6.6,
    mlPerMin: 12.63,
    pco2Uatm: 500,
    media: { grams: '3 kg' },
    cylinder: { grams: '2 kg' },
    bubbles: { counted: 60, ml: '5 mL' },
  },
  run: (input) => {
    refuseHighChamber(input.chamberPh, input.tankPh);
    const feed: Feed = { alkalinity: input.tankAlkalinity, ...input.water };
    const ceiling = effluentCeiling(feed, input.chamberPh);
    if (input.effluentAlkalinity <= feed.alkalinity || input.effluentAlkalinity > ceiling)
      throw new Refusal({
        field: 'effluent alkalinity',
        value: dkhText(input.effluentAlkalinity),
        allowed: `above the tank’s ${dkhText(feed.alkalinity)} and at most ${dkhText(ceiling)} at this chamber pH`,
        hint: 'Between the two lies what a chamber can give. Test the effluent again, and calibrate the chamber’s probe.',
      });
    const effluent = effluentOf(feed, input.effluentAlkalinity, input.chamberPh);
    if (!effluent) throw new Error('what lies under the ceiling has a carbonate system');
    const { dicMmolPerL } = carbonateOfWater(
      { alkalinityMmolPerL: feed.alkalinity, pco2Uatm: input.pco2Uatm },
      feed.salinity,
      feed.temperatureC,
    );
    const litresPerDay = input.mlPerMin * 1.44;
    const use = dailyUse(feed, dicMmolPerL, effluent, litresPerDay);
    const values = {
      ...use,
      litresPerDay,
      ...bubblesOf(input, use),
      media: lasts(input, input.media, use.mediaGPerDay, REFILL_AT),
      cylinder: lasts(input, input.cylinder, use.co2GPerDay, 0),
      magnesiumMgPerDay: use.mediaGPerDay * 10 * input.magnesiumPercent,
      strontiumMgPerDay: use.mediaGPerDay * 10 * input.strontiumPercent,
      effluent,
      ph: tankPh(input, feed, effluent, litresPerDay),
    };
    return {
      answer: useAnswer(values),
      working: useSteps(input, values),
      cautions: useCautions(input, values),
      values,
    };
  },
});

/** Longer than this no charge is told to last. Chosen. */
const LONGEST_DAYS = 3650;

function lasts(
  { now }: ReactorUseInput,
  charge: ReactorUseInput['media'],
  gramsPerDay: number,
  until: number,
): Lasts | undefined {
  if (!charge || gramsPerDay <= 0) return undefined;
  const { grams, filledAt = now } = charge;
  const keeps = grams * until;
  const left = charge.leftG ?? grams - (Math.max(0, now - filledAt) / DAY_MS) * gramsPerDay;
  const days = Math.min(LONGEST_DAYS, Math.max(0, left - keeps) / gramsPerDay);
  return { days, at: now + days * DAY_MS, perYear: (gramsPerDay * 365.25) / (grams - keeps) };
}

/** @throws Refusal for bubbles counted of which none was calibrated */
function bubblesOf({ bubbles, bubblesPerMin, roomC }: ReactorUseInput, use: DailyUse) {
  if (!bubbles) {
    if (bubblesPerMin !== undefined)
      throw new Refusal({
        field: 'bubbles a minute',
        value: bubblesPerMin,
        allowed: 'a calibrated bubble',
        hint: 'A bubble is of no known size. Hold a cylinder of water over the counter’s outlet, count how many fill 5 mL, and enter both.',
      });
    return { bubblesNeeded: undefined, co2ByBubblesG: undefined };
  }
  const mlPerBubble = bubbles.ml / bubbles.counted;
  const mlPerGram = litresOfGas(1, roomC) * 1000;
  return {
    bubblesNeeded: (use.co2GPerDay * mlPerGram) / mlPerBubble / 1440,
    co2ByBubblesG: bubblesPerMin === undefined ? undefined : (bubblesPerMin * mlPerBubble * 1440) / mlPerGram,
  };
}

function tankPh(
  { netVolumeL, pco2Uatm, runs, exchangePerDay, limewaterMmolPerDay }: ReactorUseInput,
  feed: Feed,
  effluent: Effluent,
  litresPerDay: number,
): TankPhs {
  const seen: TankOfReactor = { netVolumeL, ...feed, pco2Uatm, exchangePerDay };
  const loop = { effluent, litresPerDay };
  // What leaves through the surface goes with the difference of CO2, so the reactor adds as much whatever the air holds.
  const adds = restingWater(seen, loop).pco2Uatm - pco2Uatm;
  const tank = runs ? { ...seen, pco2Uatm: Math.max(LEAST_CO2, pco2Uatm - adds) } : seen;
  const gain = effluent.alkalinity - feed.alkalinity;
  const mmolPerDay = gain * litresPerDay;
  const byLime = Math.min(mmolPerDay, limewaterMmolPerDay);
  const second = afterSecondChamber(feed, effluent);
  return {
    without: restingWater(tank, undefined).phNbs,
    reactor: restingWater(tank, loop).phNbs,
    limewater:
      byLime > 0
        ? restingWater(tank, { effluent, litresPerDay: (mmolPerDay - byLime) / gain }, byLime).phNbs
        : undefined,
    secondChamber: restingWater(tank, {
      effluent: second,
      litresPerDay: mmolPerDay / (second.alkalinity - feed.alkalinity),
    }).phNbs,
    aeration: restingWater({ ...tank, exchangePerDay: exchangePerDay * 1.5 }, loop).phNbs,
  };
}

/** No air that a tank stands in holds less, µatm. Chosen. */
const LEAST_CO2 = 100;
