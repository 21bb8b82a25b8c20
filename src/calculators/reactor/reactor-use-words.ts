import { quantity } from '@/quantities/quantity';
import type { Answer, Caution, Phrase, Step } from '../calculator/calculator';
import { stepIfTold } from '../calculator/step-if-told';
import { REACTOR_CAUTIONS } from './reactor-output-words';
import type { ReactorUseInput, ReactorUseValues } from './reactor-use-input';

/** Counted and needed further apart than this share are asked about. Chosen: a count and a bubble are each good to a tenth. */
const BUBBLES_AGREE = 1.5;
const PSI_KPA = 6.894757;
/** Media or gas that do not last so long are told first. Chosen. */
const SOON_DAYS = 14;

export function useAnswer(values: ReactorUseValues): Answer {
  const { mediaGPerDay, co2GPerDay, bubblesNeeded, media, cylinder, ph } = values;
  const due: Phrase[] = [
    ...(media ? ['Fill up the media by', { moment: media.at, day: true } as const] : []),
    ...(cylinder
      ? [media ? 'and change the cylinder by' : 'Change the cylinder by', { moment: cylinder.at, day: true } as const]
      : []),
  ];
  const soon = [media, cylinder].some((each) => each !== undefined && each.days < SOON_DAYS);
  const uses: Phrase[] = [
    'The reactor uses',
    quantity('mass', mediaGPerDay),
    'of media and about',
    quantity('mass', co2GPerDay),
    'of CO₂ a day',
    ...(bubblesNeeded === undefined ? [] : [`, ${Math.round(bubblesNeeded)} bubbles a minute`]),
    '.',
  ];
  const dueSentence: Phrase[] = due.length > 0 ? [...due, '.'] : [];
  return {
    says: soon ? [...dueSentence, ...uses] : [...uses, ...dueSentence],
    certainty: 'rough',
    because: [
      quantity('mass', values.co2LeastGPerDay),
      'of the gas is bound; the rest leaves dissolved and rests the tank at pH',
      quantity('ph', ph.reactor),
      'instead of',
      quantity('ph', ph.without),
      '.',
    ],
  };
}

export function useSteps(input: ReactorUseInput, values: ReactorUseValues): Step[] {
  const { ph, media, cylinder, bubblesNeeded, co2ByBubblesG } = values;
  const model = 'the tank model at rest with its air; how often air renews CO₂ is assumed';
  return [
    ...stepIfTold('Effluent a day', quantity('waterRate', values.litresPerDay), 'yours', 'flow × 1440 minutes'),
    ...stepIfTold(
      'Alkalinity it supplies',
      quantity('charge', values.mmolPerDay),
      'equation',
      'a day: flow × (effluent − tank)',
    ),
    ...stepIfTold(
      'Media dissolved a day',
      quantity('mass', values.mediaGPerDay),
      'equation',
      '50.04 mg CaCO₃ for each milliequivalent',
    ),
    ...stepIfTold(
      'CO₂ bound a day',
      quantity('mass', values.co2LeastGPerDay),
      'equation',
      'one CO₂ for each CaCO₃: the least',
    ),
    ...stepIfTold(
      'CO₂ used a day',
      quantity('mass', values.co2GPerDay),
      'equation',
      'what the effluent carries away of carbon, less what came with the feed and from the media; what escapes as bubbles is not in it',
    ),
    ...stepIfTold(
      'Bubbles a minute for it',
      bubblesNeeded === undefined ? undefined : quantity('ratio', bubblesNeeded),
      'yours',
      'by the bubble you calibrated; ideal gas law',
    ),
    ...stepIfTold(
      'CO₂ by the bubbles counted',
      co2ByBubblesG === undefined ? undefined : quantity('mass', co2ByBubblesG),
      'log',
      'a day: counted × the calibrated bubble',
    ),
    ...stepIfTold(
      'Media: refills a year',
      media ? quantity('ratio', media.perYear) : undefined,
      'equation',
      'filled up at a quarter left (chosen); three to four a year are common practice',
    ),
    ...stepIfTold(
      'Cylinders a year',
      cylinder ? quantity('ratio', cylinder.perYear) : undefined,
      'equation',
      'one or two a year are common practice',
    ),
    ...stepIfTold(
      'Magnesium from the media',
      quantity('mass', values.magnesiumMgPerDay / 1000),
      'assumed',
      `a day: ${input.magnesiumPercent} % of the media, as coral skeleton holds (from memory) unless a label says`,
    ),
    ...stepIfTold(
      'Strontium from the media',
      quantity('mass', values.strontiumMgPerDay / 1000),
      'assumed',
      `a day: ${input.strontiumPercent} % of the media, likewise`,
    ),
    ...stepIfTold(
      'Air renews CO₂',
      quantity('timesPerDay', input.exchangePerDay),
      'assumed',
      'chosen: the swings keepers see; the fall of pH goes with its inverse',
    ),
    ...stepIfTold('pH without the reactor', quantity('ph', ph.without), 'equation', model),
    ...stepIfTold('pH with it', quantity('ph', ph.reactor), 'equation', model),
    ...stepIfTold(
      'and limewater as far as it goes',
      ph.limewater === undefined ? undefined : quantity('ph', ph.limewater),
      'equation',
      'limewater up to its room, the reactor doing the rest',
    ),
    ...stepIfTold(
      'and a second chamber',
      quantity('ph', ph.secondChamber),
      'equation',
      'more media dissolve in the excess CO₂, to saturation: the most it can do',
    ),
    ...stepIfTold(
      'and half as much air again',
      quantity('ph', ph.aeration),
      'equation',
      'air renewing CO₂ half as often again',
    ),
  ];
}

export function useCautions(input: ReactorUseInput, values: ReactorUseValues): Caution[] {
  const { co2ByBubblesG, co2GPerDay, ph } = values;
  const { pressureKPa, magnesiumMgPerDay: consumed } = input;
  const cautions: Caution[] = [];
  const say = (severity: Caution['severity'], ...says: Phrase[]) => cautions.push({ severity, says });
  if (pressureKPa !== undefined && pressureKPa > 10 * PSI_KPA)
    say(
      'danger',
      'The feed is at',
      quantity('pressure', pressureKPa),
      ': above 10 psi a lid may fail. Throttle it to 5 psi or less before anything else.',
    );
  else if (pressureKPa !== undefined && pressureKPa > 5 * PSI_KPA)
    say(
      'caution',
      'The feed is at',
      quantity('pressure', pressureKPa),
      ': hold it at 5 psi or less, gas and feed alike.',
    );
  if (co2ByBubblesG !== undefined && co2ByBubblesG > co2GPerDay * BUBBLES_AGREE)
    say(
      'caution',
      'The bubbles supply',
      quantity('mass', co2ByBubblesG),
      'a day, far more than the effluent carries away: gas escapes. Look for a gas pocket under the lid, bubbles in the effluent, or a leak.',
    );
  if (co2ByBubblesG !== undefined && co2ByBubblesG * BUBBLES_AGREE < co2GPerDay)
    say(
      'caution',
      'The bubbles supply',
      quantity('mass', co2ByBubblesG),
      'a day, less than this effluent at this pH takes: count again, calibrate the bubble, or the chamber’s probe reads low.',
    );
  if (ph.reactor < 7.8)
    say('caution', 'The tank’s pH would rest below 7.8, where growth suffers:', ...answersTo(ph), '.');
  else if (ph.without - ph.reactor > 0.05) say('note', 'To win pH back:', ...answersTo(ph), '.');
  if (consumed !== undefined && consumed > 0 && values.magnesiumMgPerDay < consumed * 0.7)
    say(
      'note',
      `The media supply about ${Math.round((values.magnesiumMgPerDay / consumed) * 100)} % of the magnesium the tank consumes: mix dolomite in, or dose the rest.`,
    );
  say(
    'note',
    'A cylinder’s gauge stands still until its liquid is gone, and then falls within days: weigh the cylinder to know what is left.',
  );
  return [...cautions, ...REACTOR_CAUTIONS];
}

function answersTo({ reactor, limewater, secondChamber, aeration }: ReactorUseValues['ph']): Phrase[] {
  const gain = (ph: number) => quantity('ph', Math.max(0, ph - reactor));
  return [
    ...(limewater === undefined ? [] : ['limewater as far as evaporation goes', gain(limewater), ',']),
    'half as much air again',
    gain(aeration),
    ', a second chamber at most',
    gain(secondChamber),
  ];
}
