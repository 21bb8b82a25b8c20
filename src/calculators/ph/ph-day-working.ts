import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import type { Spread } from '@/numerics/most-likely';
import { quantity, range, type Quantity } from '@/quantities/quantity';
import type { QuantityKind } from '@/quantities/kinds';
import type { Step } from '../calculator/calculator';
import type { PhDayInput } from './ph-day-input';
import type { PhDayValues } from './ph-day-values';

const ranged = (kind: QuantityKind, { low, high }: Spread): Quantity => range(kind, low, high);

export function workingOf(input: PhDayInput, values: PhDayValues): Step[] {
  const { fitted, phOutdoors, phInRoom, mean, lowest, highest, swing, waterUatm, breathUatm, since } = values;
  const source = 'Dickson, Sabine and Christian 2007; NBS by Takahashi et al. 1982';
  const fit = `the tank model fitted to ${input.readings.length} readings at ${values.hoursRead} ${values.hoursRead === 1 ? 'hour' : 'hours'} of the day`;
  const told = (is: boolean) => (is ? fit : 'what is usual of tanks: these readings hardly tell it');
  const step = (label: string, value: Quantity, origin: Step['origin'], from: string): Step => ({
    label,
    value,
    origin,
    from,
  });
  const { roomUatm, exchangePerDay, lightADay, netBreathADay } = fitted.of;
  return [
    step('Alkalinity', quantity('alkalinity', input.water.alkalinity), 'log', 'as it stands now'),
    step('pH in outdoor air', quantity('ph', phOutdoors), 'equation', `${OUTDOOR_CO2_UATM} ppm; ${source}`),
    step('pH in this room, without animals', ranged('ph', phInRoom), 'equation', source),
    step('Mean pH of the day', ranged('ph', mean), 'equation', fit),
    step('Lowest', ranged('ph', lowest), 'equation', fit),
    step('Highest', ranged('ph', highest), 'equation', fit),
    step('Swing', ranged('ph', swing), 'equation', fit),
    step('CO₂ the water sees', ranged('co2', waterUatm), 'equation', source),
    step(
      'CO₂ of the room',
      ranged('co2', roomUatm),
      input.room ? 'log' : roomUatm.told ? 'equation' : 'assumed',
      input.room ? 'as it was read' : told(roomUatm.told),
    ),
    step('What breath adds to it', ranged('co2', breathUatm), 'equation', 'the one less the other'),
    step(
      'Gas exchange, times a day',
      ranged('ratio', exchangePerDay),
      exchangePerDay.told ? 'equation' : 'assumed',
      told(exchangePerDay.told),
    ),
    step(
      'Carbon light takes, a day',
      ranged('carbon', lightADay),
      lightADay.told ? 'equation' : 'assumed',
      told(lightADay.told),
    ),
    step(
      'Breathed out beyond that',
      ranged('carbon', netBreathADay),
      netBreathADay.told ? 'equation' : 'assumed',
      told(netBreathADay.told),
    ),
    ...(since
      ? [
          step('Change of the mean', ranged('ph', since.mean), 'equation', 'hour by hour, one probe for both'),
          ...(since.swing
            ? [
                step(
                  'Change of the swing',
                  ranged('ph', since.swing),
                  'equation',
                  'of the lowest and the highest hour before',
                ),
              ]
            : []),
        ]
      : []),
  ];
}
