import { Refusal } from '@/chemistry/refusal';
import * as z from 'zod';
import { amount, figure } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Step } from '../calculator/calculator';
import { readingExpectation } from '../parameters/parameters';
import { quantity } from '@/quantities/quantity';
import { naturalSeawater } from '@/chemistry/seawater/composition';
import {
  conductivityFromSalinity,
  METER_REFERENCE_C,
  salinityFromConductivity,
} from '@/chemistry/seawater/conductivity';
import { seawaterDensityKgPerM3 } from '@/chemistry/seawater/density';
import { salinityFromHydrometer } from '@/chemistry/seawater/hydrometer';
import { salinityFromRefractometer } from '@/chemistry/seawater/refractometer';
import {
  GRAVITY_20_4,
  GRAVITY_25_25,
  GRAVITY_60_60F,
  salinityFromDensity,
  specificGravity,
} from '@/chemistry/seawater/specific-gravity';

const FLOATS = { '25/25 °C': GRAVITY_25_25, '60/60 °F': GRAVITY_60_60F, '20/4 °C': GRAVITY_20_4 } as const;

const sampleC = amount({ field: 'sample temperature', kind: 'temperature', low: 0, high: 40, usual: [15, 30] });

/** One reading by one instrument. */
const reading = z.discriminatedUnion('by', [
  /** A figure already on one of salinity's scales: ppt, a specific gravity with its temperatures, a meter's mS/cm. */
  z.strictObject({ by: z.literal('figure'), salinity: amount({ ...readingExpectation('salinity'), low: 2 }) }),
  z.strictObject({
    by: z.literal('conductivity'),
    conductivityMsPerCm: amount({ field: 'conductivity', kind: 'conductivity', low: 0.1, high: 150, usual: [30, 65] }),
    sampleC,
  }),
  z.strictObject({
    by: z.literal('density'),
    densityKgPerM3: amount({ field: 'density', kind: 'density', low: 980, high: 1060, usual: [1015, 1030] }),
    sampleC,
  }),
  z.strictObject({
    by: z.literal('hydrometer'),
    shown: figure('hydrometer reading', 0.95, 1.1),
    /** The pair of temperatures printed on the float. */
    float: z.enum(['25/25 °C', '60/60 °F', '20/4 °C']),
    sampleC,
  }),
  z.strictObject({
    by: z.literal('refractometer'),
    shown: figure('refractometer reading', 0, 45, 'ppt'),
    scale: z.enum(['seawater', 'brine']),
    standard: z
      .strictObject({
        shown: figure('reading in the standard', 0, 50, 'ppt'),
        trueSalinity: figure('standard’s salinity', 1, 42, 'ppt'),
      })
      .optional(),
  }),
]);
type Reading = z.output<typeof reading>;

/**
 * A refractometer has two scales: 1.03 is read on the one for specific gravity, and no water of a tank holds 1.03 ppt.
 * @throws Refusal for a figure that is one
 */
function refuseGravity(shown: number): void {
  if (shown > 1 && shown <= 1.06)
    throw new Refusal({
      field: 'refractometer reading',
      value: shown,
      allowed: '0 to 45 ppt',
      hint: `${shown} looks like a specific gravity: read the scale marked ppt, or give it as a plain figure, “${shown} sg”.`,
    });
}

function salinityOf(given: Reading): number {
  switch (given.by) {
    case 'figure':
      return given.salinity;
    case 'conductivity':
      return salinityFromConductivity(given.conductivityMsPerCm, given.sampleC);
    case 'density':
      return salinityFromDensity(given.densityKgPerM3, given.sampleC);
    case 'hydrometer':
      return salinityFromHydrometer(given.shown, FLOATS[given.float], given.sampleC);
    case 'refractometer':
      refuseGravity(given.shown);
      return salinityFromRefractometer(given);
  }
}

const FROM: Record<Reading['by'], string> = {
  figure: 'as given, on its own scale',
  conductivity: 'practical salinity scale, UNESCO Technical Papers in Marine Science 44 (1983)',
  density: 'EOS-80 turned round, UNESCO 1983',
  hydrometer: 'EOS-80 density at the sample’s warmth, the glass float’s own growth taken off',
  refractometer: 'refractive index of seawater, Quan and Fry 1995, against the scale’s',
};

export const salinity = defineCalculator({
  name: 'salinity',
  asks: 'What salinity does this reading mean, on every scale?',
  input: z.strictObject({ reading, temperatureC: sampleC.default(25) }),
  example: { reading: { by: 'conductivity', conductivityMsPerCm: '53.07 mS/cm', sampleC: 25 }, temperatureC: 25.5 },
  run: ({ reading: given, temperatureC }) => {
    const s = salinityOf(given);
    const gravity25 = specificGravity(s, GRAVITY_25_25);
    const densityKgPerM3 = seawaterDensityKgPerM3(s, temperatureC);
    // Below 2 the practical salinity scale ends, and with it conductivity.
    const conductivityAt25 = s >= 2 ? conductivityFromSalinity(s, METER_REFERENCE_C) : undefined;
    const ions = naturalSeawater(s, temperatureC);
    const working: Step[] = [
      { label: 'Salinity', value: quantity('salinity', s), origin: 'equation', from: FROM[given.by] },
      {
        label: 'Density',
        value: quantity('density', densityKgPerM3),
        origin: 'equation',
        from: `EOS-80 at ${temperatureC} °C, UNESCO 1983`,
      },
      {
        label: 'Calcium of natural seawater so salt',
        value: quantity('calcium', ions.calciumMgPerL),
        origin: 'equation',
        from: 'reference composition, Millero et al. 2008',
      },
    ];
    if (conductivityAt25 !== undefined)
      working.splice(1, 0, {
        label: 'Conductivity at 25 °C',
        value: quantity('conductivity', conductivityAt25),
        origin: 'equation',
        from: 'practical salinity scale turned round, UNESCO 1983',
      });
    return {
      answer: {
        says: [
          `That is ${Number(s.toFixed(2))} ppt: a specific gravity of ${gravity25.toFixed(4)} at 25/25 °C, ${specificGravity(s, GRAVITY_60_60F).toFixed(4)} at 60/60 °F, ${specificGravity(s, GRAVITY_20_4).toFixed(4)} at 20/4 °C.`,
        ],
        certainty: given.by === 'refractometer' && given.scale === 'brine' ? 'rough' : 'worked out',
        because:
          conductivityAt25 === undefined
            ? []
            : ['A meter referred to 25 °C shows', quantity('conductivity', conductivityAt25), '.'],
      },
      working,
      cautions: cautionsFor(given),
      values: {
        salinity: s,
        specificGravity25: gravity25,
        specificGravity60F: specificGravity(s, GRAVITY_60_60F),
        specificGravity20Over4: specificGravity(s, GRAVITY_20_4),
        ...(conductivityAt25 !== undefined && { conductivityMsPerCmAt25: conductivityAt25 }),
        densityKgPerM3,
        naturalSeawater: ions,
      },
    };
  },
});

function cautionsFor(given: Reading): Caution[] {
  if (given.by === 'refractometer' && given.scale === 'brine')
    return [
      {
        severity: 'caution',
        says: ['A scale drawn for brine reads seawater about 1.5 ppt high. Check it with a seawater standard.'],
      },
    ];
  if (given.by === 'conductivity' && given.sampleC > 35)
    return [
      {
        severity: 'note',
        says: ['The practical salinity scale is stated to 35 °C; beyond, its equation is carried on.'],
      },
    ];
  if (given.by === 'hydrometer')
    return [
      {
        severity: 'note',
        says: ['Rinse the float, spin off its bubbles, and read where the level surface cuts the stem.'],
      },
    ];
  return [];
}
