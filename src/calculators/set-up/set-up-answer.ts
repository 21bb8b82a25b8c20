import type { Caution, Step } from '../calculator/calculator';
import { quantity } from '@/quantities/quantity';
import type { HeatLoss } from '@/chemistry/set-up/heat-loss';

/** Heaters of one size. */
export interface Heaters {
  readonly each: number;
  readonly count: number;
}

/** Above it a question for a qualified person is due before the water goes in: a house floor is often designed for about 150 to 200. From memory. */
const FLOOR_ASKS_KG_PER_M2 = 150;
/** What stands on floors all day without anyone asking. Chosen. */
const A_PERSON_OR_TWO_KG = 150;

/** What a set-up comes to; litres, grams, kilograms, watts. */
export interface SetUpFigures {
  readonly displayL: number;
  readonly sumpL: number;
  readonly rockG: number;
  readonly sandG: number;
  readonly rockL: number;
  readonly sandL: number;
  readonly netL: number;
  readonly saltG: number;
  readonly boxes: number | undefined;
  readonly waterL: number;
  readonly waterHours: number | undefined;
  readonly waterKg: number;
  readonly glassKg: number;
  readonly standKg: number;
  readonly standKnown: boolean;
  readonly massKg: number;
  readonly floorLoad: number;
  readonly sandCm: number;
  readonly loss: HeatLoss;
  readonly lossW: number;
  readonly heater: Heaters;
  readonly ownRock: boolean;
  readonly ownSand: boolean;
}

export function setUpSteps(f: SetUpFigures): Step[] {
  const step = (label: string, value: Step['value'], origin: Step['origin'], from: string): Step => ({
    label,
    value,
    origin,
    from,
  });
  const perGallon = 'a pound to the US gallon of display';
  return [
    step('Display, to the water', quantity('volume', f.displayL), 'equation', 'length × width × height of the water'),
    ...(f.sumpL > 0 ? [step('Sump', quantity('volume', f.sumpL), 'yours', 'as it runs')] : []),
    step(
      'Rock',
      quantity('mass', f.rockG),
      f.ownRock ? 'yours' : 'common practice',
      f.ownRock ? 'as given' : perGallon,
    ),
    step(
      'Sand',
      quantity('mass', f.sandG),
      f.ownSand ? 'yours' : 'common practice',
      `${f.ownSand ? 'as given' : perGallon}; it lies`,
    ),
    step('Sand, how deep', quantity('length', f.sandCm), 'assumed', 'at 1.5 kg for a litre of bed (from memory)'),
    step(
      'They displace',
      quantity('volume', f.rockL + f.sandL),
      'common practice',
      '0.55 L a kg of porous rock, 0.36 L a kg of sand',
    ),
    step('Net volume', quantity('volume', f.netL), 'equation', 'display + sump − displaced'),
    step('Salt', quantity('mass', f.saltG), 'equation', 'net volume × grams a litre, at the salinity wanted'),
    ...(f.boxes === undefined ? [] : [step('Boxes', quantity('boxes', f.boxes), 'setting', 'salt ÷ what a box holds')]),
    step('RO/DI water', quantity('volume', f.waterL), 'equation', 'mass of the water less salt (EOS-80)'),
    ...(f.waterHours === undefined
      ? []
      : [
          step(
            'The line runs for',
            quantity('days', f.waterHours / 24),
            'equation',
            'litres ÷ litres a day of the RO/DI unit',
          ),
        ]),
    step('Water', quantity('mass', f.waterKg * 1000), 'equation', 'net volume × density (EOS-80, UNESCO 1983)'),
    step(
      'Glass',
      quantity('mass', f.glassKg * 1000),
      'equation',
      'bottom and four walls × 2.5 kg/L (EN 572-1, from memory)',
    ),
    step(
      'Stand',
      quantity('mass', f.standKg * 1000),
      f.standKnown ? 'yours' : 'assumed',
      f.standKnown ? 'as given' : 'a twelfth of what it bears',
    ),
    step('On the floor', quantity('mass', f.massKg * 1000), 'equation', 'water, glass, rock, sand and stand'),
    step('A square metre of floor under it', quantity('floorLoad', f.floorLoad), 'equation', 'mass ÷ length × width'),
    step(
      'Heat through glass',
      quantity('power', f.loss.throughGlassW),
      'equation',
      'air film 8.29 W/m²K and glass in series (ASHRAE Fundamentals, from memory)',
    ),
    step('Heat from the top', quantity('power', f.loss.fromTopW), 'equation', 'air film 9.26 W/m²K (the same)'),
    step(
      'Heat with what evaporates',
      quantity('power', f.loss.evaporatingW),
      'equation',
      'ASHRAE’s formula for pools × heat of evaporation',
    ),
    step(
      'Heat lost on the coldest day',
      quantity('power', f.lossW),
      'equation',
      f.sumpL > 0 ? 'the three, and for the sump in proportion to its litres' : 'the three together',
    ),
    step(
      f.heater.count > 1 ? `Heaters, ${f.heater.count} of` : 'Heater',
      quantity('power', f.heater.each),
      'assumed',
      'a third over the loss, next size up; two halves where one would be large (common practice)',
    ),
  ];
}

export function setUpCautions(massKg: number, floorLoad: number): Caution[] {
  return [
    {
      severity: floorLoad > FLOOR_ASKS_KG_PER_M2 && massKg > A_PERSON_OR_TWO_KG ? 'danger' : 'caution',
      says: [
        quantity('mass', massKg * 1000),
        'on',
        quantity('floorLoad', floorLoad),
        ': whether this floor bears it, where the joists run and what stands below, a qualified person says before the water goes in.',
      ],
    },
    {
      severity: 'danger',
      usual: true,
      says: [
        'Electricity near saltwater: a supply of its own, a residual-current device, drip loops, outlets out of the splash. A licensed electrician where anything is wired; local codes rule.',
      ],
    },
    {
      severity: 'caution',
      says: ['Glass is carried by two or more with gloves, empty. Rock is set down, not dropped.'],
    },
  ];
}
