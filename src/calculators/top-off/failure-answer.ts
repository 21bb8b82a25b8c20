import type { Answer, Step } from '../calculator/calculator';
import { stepIfTold } from '../calculator/step-if-told';
import { quantity } from '@/quantities/quantity';
import { HARM } from './harm';
import { phOf } from '../carbonate/danger';
import type { FailureValues } from './failed';
import type { FailureInput } from './failure-input';

export function failureAnswer(
  { reservoirL, spareL }: FailureInput,
  { worst, largestL, floor, stopped }: Pick<FailureValues, 'worst' | 'largestL' | 'floor' | 'stopped'>,
): Answer {
  const spills = worst.spiltL > 0.05;
  const holds = worst.salinity >= floor;
  return {
    says:
      reservoirL === 0
        ? ['There is no reservoir to run in.']
        : [
            'With',
            quantity('volume', reservoirL),
            'the worst case is',
            quantity('salinity', worst.salinity),
            ...(worst.limewater ? ['at pH', ...phOf(worst.limewater)] : []),
            ...(spills ? ['and', quantity('volume', worst.spiltL), 'on the floor'] : []),
            ...(holds
              ? ['; it stays above', quantity('salinity', floor), '.']
              : largestL > 0.5
                ? [';', quantity('volume', largestL), 'would keep it above', quantity('salinity', floor), '.']
                : ['; the water is at the edge of', quantity('salinity', floor), 'already.']),
          ],
    certainty: 'worked out',
    because: [
      ...(worst.hours === undefined ? [] : ['It would take', quantity('days', worst.hours / 24), 'to run in.']),
      ...(stopped ? [] : ['How soon a top-off that stopped is felt is not known, since how much evaporates is not.']),
      ...(stopped?.hoursToBand === undefined
        ? []
        : [
            'With no top-off at all the band is left after',
            quantity('days', stopped.hoursToBand / 24),
            ...(stopped.hoursToHarm === undefined
              ? ['.']
              : [
                  ', and',
                  quantity('salinity', HARM.high),
                  'reached after',
                  quantity('days', stopped.hoursToHarm / 24),
                  '.',
                ]),
          ]),
      ...(spareL === undefined ? ['Nothing runs over in this: the sump is not described yet.'] : []),
    ],
  };
}

export function failureWorking(input: FailureInput, values: FailureValues): Step[] {
  const { netVolumeL, salinity, reservoirL, spareL, litresPerDay, band } = input;
  const { worst, stopped, flowLPerH, largestL, floor, siphon } = values;
  const hours = (value: number | undefined) => (value === undefined ? undefined : quantity('days', value / 24));
  return [
    ...stepIfTold('Net volume', quantity('volume', netVolumeL), 'setting', 'the tank’s own settings'),
    ...stepIfTold('Salinity', quantity('salinity', salinity), 'log', 'the last reading, or the tank’s aim'),
    ...stepIfTold('Reservoir', quantity('volume', reservoirL), 'setting', 'taken as full'),
    ...stepIfTold(
      'Room to rise',
      spareL === undefined ? undefined : quantity('volume', spareL),
      'setting',
      'from the mark to the rim',
    ),
    ...stepIfTold(
      'Salinity when it is at the rim',
      worst.atRim === undefined ? undefined : quantity('salinity', worst.atRim),
      'equation',
      'the tank model: S·V ÷ (V + C)',
    ),
    ...stepIfTold(
      'Salinity when all has run in',
      quantity('salinity', worst.salinity),
      'equation',
      'the tank model: what runs over takes salt with it, S·exp(−(R − C) ÷ (V + C)) from the rim on',
    ),
    ...stepIfTold(
      'pH when all has run in',
      worst.limewater?.phNbs === undefined ? undefined : quantity('ph', worst.limewater.phNbs),
      'equation',
      'limewater goes in with the top-off: its hydroxide, before any CO₂ comes in and before anything falls out',
    ),
    ...stepIfTold('On the floor', quantity('volume', worst.spiltL), 'equation', 'reservoir less room to rise'),
    ...stepIfTold(
      'The pump gives',
      flowLPerH === undefined ? undefined : quantity('pumpRate', flowLPerH),
      'equation',
      'a straight line from its flow to its greatest lift, less the hose’s friction (Darcy–Weisbach)',
    ),
    ...stepIfTold(
      'A day’s water takes it',
      flowLPerH === undefined || flowLPerH <= 0 || litresPerDay === undefined
        ? undefined
        : quantity('days', litresPerDay / flowLPerH / 24),
      'equation',
      'evaporation ÷ what it gives',
    ),
    ...stepIfTold('Out of the band by fresh water after', hours(worst.hoursToBand), 'equation', 'the tank model'),
    ...stepIfTold(
      'Down to 30 ppt after',
      hours(worst.hoursToHarm),
      'equation',
      'the tank model; 30 ppt is a chosen bound',
    ),
    ...stepIfTold(
      'Evaporation',
      litresPerDay === undefined ? undefined : quantity('waterRate', litresPerDay),
      'log',
      'the evaporation found on this bench',
    ),
    ...stepIfTold(
      'Without top-off, above the band after',
      hours(stopped?.hoursToBand),
      'equation',
      `the tank model: S·V ÷ (V − E·t) reaches ${band.high} ppt`,
    ),
    ...stepIfTold(
      'Without top-off, up to 38 ppt after',
      hours(stopped?.hoursToHarm),
      'equation',
      '38 ppt is a chosen bound',
    ),
    ...stepIfTold(
      'Without top-off, the return draws air after',
      hours(stopped?.hoursToAir),
      'equation',
      'the tank model, until its section has lost so much',
    ),
    ...stepIfTold(
      'Goes over by siphon',
      siphon?.runs ? quantity('volume', siphon.litres) : undefined,
      'equation',
      'the share of the reservoir that stands above the hose’s end',
    ),
    ...stepIfTold(
      'The siphon runs at',
      siphon?.litresPerHour === undefined ? undefined : quantity('pumpRate', siphon.litresPerHour),
      'equation',
      'Darcy–Weisbach through the hose',
    ),
    ...stepIfTold(
      'Largest reservoir for the lowest put up with',
      quantity('volume', largestL),
      'equation',
      `the tank model, until all of it leaves ${floor} ppt`,
    ),
  ];
}
