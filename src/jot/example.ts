import type { UnitPreferences } from '@/quantities/quantity';

/** One water and one day's work as a keeper of these units would jot them: figures that need no unit where the keeper's own is meant. */
export interface JotExamples {
  readonly alkalinity: string;
  readonly salinity: string;
  readonly temperature: string;
  readonly changed: string;
  readonly refilled: string;
  readonly room: string;
}

const ALKALINITY: Record<UnitPreferences['alkalinity'], string> = {
  dKH: 'alk 8.3',
  'meq/L': 'alk 2.96',
  'ppm CaCO3': 'alk 148',
};
const SALINITY: Record<UnitPreferences['salinity'], string> = { ppt: 'sal 35', sg: 'sg 1.0264', 'mS/cm': 'sal 53.1' };
const TEMPERATURE: Record<UnitPreferences['temperature'], readonly [water: string, room: string]> = {
  '°C': ['temp 25.4', 'room 20.5 c 38 %'],
  '°F': ['temp 77.7', 'room 69 f 38 %'],
};
const VOLUMES: Record<UnitPreferences['volume'], readonly [changed: string, refilled: string]> = {
  L: ['changed 40 l', 'refilled 11.5 l'],
  'US gal': ['changed 10 gal', 'refilled 3 gal'],
};

export function jotExamples(units: UnitPreferences): JotExamples {
  const [temperature, room] = TEMPERATURE[units.temperature];
  const [changed, refilled] = VOLUMES[units.volume];
  return {
    alkalinity: ALKALINITY[units.alkalinity],
    salinity: SALINITY[units.salinity],
    temperature,
    changed,
    refilled,
    room,
  };
}

/** One way to jot something, in words and as it is typed. */
export interface LineExample {
  readonly what: string;
  readonly example: string;
}

const MIXED: Record<UnitPreferences['volume'], readonly [change: string, level: string, added: string]> = {
  L: ['changed 40 l at 35 ppt', 'reservoir 12 l', 'limewater 25 g in 10 l'],
  'US gal': ['changed 10 gal at 1.026 sg', 'reservoir 3 gal', 'limewater 25 g in 10 l'],
};

/**
 * What the line understands, an example of each, in the keeper's units.
 * @param solution by its name, where the record holds one; without it what names a solution is left out
 * @param instrument the name of one that reads magnesium, likewise
 */
export function lineExamples(
  units: UnitPreferences,
  solution: string | undefined,
  instrument?: string,
): readonly LineExample[] {
  const { alkalinity, salinity, temperature, refilled, room } = jotExamples(units);
  const [change, level, limewater] = MIXED[units.volume];
  return [
    { what: 'A session of tests', example: `${alkalinity} ca 430 mg 1320 no3 4 po4 45 ppb p` },
    { what: 'With a unit of its own', example: 'alk 2.9 meq, temp 77 f, sg 1.0255' },
    { what: 'Below what a kit can read', example: 'no3 <0.2, po4 <0.02' },
    ...(instrument ? [{ what: 'By an instrument of yours', example: `mg 1320 by ${instrument}` }] : []),
    { what: 'Salinity, temperature and pH', example: `${salinity} ${temperature} ph 8.15` },
    { what: 'At another time', example: `yesterday 8pm ${alkalinity}` },
    { what: 'A water change', example: change },
    { what: 'A refill of the reservoir', example: refilled },
    { what: 'What is left in the reservoir', example: level },
    { what: 'The room', example: room },
    ...(solution
      ? [
          { what: 'One dose by hand', example: `dosed 20 ml ${solution}` },
          { what: 'A daily dose, from now on', example: `dosing 25 ml/day ${solution}` },
          { what: 'A daily dose stopped', example: `dosing ${solution} off` },
          { what: 'What is left in a bottle', example: `bottle ${solution} 600 ml` },
          { what: 'A dosing pump measured', example: `measured ${solution} 48 ml in 60 min` },
        ]
      : []),
    { what: 'Limewater (kalkwasser)', example: limewater },
    { what: 'A reactor as it runs', example: 'reactor 5.1 ml/min effluent 28 dkh' },
    { what: 'Effluent tested', example: 'effluent 28 dkh ph 6.55' },
    { what: 'Lights, skimmer, refugium', example: 'lights 10:00 to 20:00 ramp 60 min' },
    { what: 'What the eye saw', example: 'paling, polyps in, diatoms' },
    { what: 'Feeding, from now on', example: 'feeding every other day' },
    { what: 'Media or lamps replaced', example: 'replaced half the carbon' },
    { what: 'Livestock in, and lost', example: 'added 2 fish, lost 1 snail' },
    { what: 'Several at once', example: `${alkalinity}, ${change} and ${refilled}` },
    { what: 'A note', example: 'note polyps out, glass cleaned' },
  ];
}
