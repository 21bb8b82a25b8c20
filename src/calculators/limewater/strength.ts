import type * as z from 'zod';
import { BY_CONDUCTIVITY_SD, gramsOfConductivity } from '@/chemistry/limewater/conductivity';
import {
  gramsOfAlkalinity,
  gramsToAlkalinity,
  SATURATION_SD,
  saturationGPerL,
  standingLimewater,
} from '@/chemistry/limewater/saturation';
import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { quantity } from '@/quantities/quantity';
import type { Caution, Step } from '../calculator/calculator';
import type { limewaterMade } from './limewater-input';

export type LimewaterMade = z.output<z.ZodObject<typeof limewaterMade>>;

/** Share of its strength that air takes from limewater: a covered vessel stands for a week, a stirrer is shut. Chosen; a test overrules it. */
export const USUAL_WEAKENED = { plain: 0.05, stirrer: 0.02 } as const;

/** A kit's error on limewater that was diluted to be titrated, as a share. Chosen. */
const TITRATED_SD = 0.04;
/** A test this far above what water holds has titrated powder too. Chosen: two standard deviations of table and test. */
const ABOVE_SATURATION = 1.1;

export interface LimewaterStrength {
  /** What it is reckoned with: as the solution that is dosed is described, else as it is made. */
  readonly gramsPerL: number;
  /** As a test, or its water and what was put in, tell it. */
  readonly madeGPerL: number;
  /** mmol/L, as it goes into the tank. */
  readonly alkalinity: number;
  readonly calciumMgPerL: number;
  /** One standard deviation, as a share. */
  readonly sd: number;
  readonly saturationGPerL: number;
  /** On the bottom, g; undefined where what was put in is not known. */
  readonly lyingG: number | undefined;
  readonly by: 'described' | 'saturation' | 'grams' | 'alkalinity' | 'conductivity';
  readonly cloudy: boolean;
}

/** How strong limewater is as it leaves its vessel: by a test, else by what was put in and what its water can hold. */
export function limewaterStrength({
  temperatureC,
  vessel,
  vesselL,
  limeG,
  leftL,
  tested,
  weakened,
  describedGPerL,
}: LimewaterMade): LimewaterStrength {
  const saturation = saturationGPerL(temperatureC);
  const standing =
    limeG === undefined
      ? undefined
      : standingLimewater(limeG, leftL !== undefined && leftL > 0.05 ? leftL : vesselL, temperatureC);
  // A stirrer's lime dissolves into the water that runs through it for as long as there is any.
  const dissolved =
    standing === undefined
      ? saturation
      : vessel === 'stirrer' && (limeG ?? 0) > 0
        ? saturation
        : standing.dissolvedGPerL;
  const byAlkalinity = tested?.alkalinity === undefined ? undefined : gramsOfAlkalinity(tested.alkalinity);
  const byConductivity = tested?.conductivity === undefined ? undefined : gramsOfConductivity(tested.conductivity);
  const measured = byAlkalinity ?? byConductivity;
  const cloudy = measured !== undefined && measured > saturation * ABOVE_SATURATION;
  // What was measured has lost to air what it lost.
  const madeGPerL =
    measured === undefined ? dissolved * (1 - weakened) : Math.min(measured, saturation * ABOVE_SATURATION);
  const gramsPerL = describedGPerL ?? madeGPerL;
  return {
    gramsPerL,
    madeGPerL,
    alkalinity: gramsToAlkalinity(gramsPerL),
    calciumMgPerL: (gramsPerL * 1000 * MOLAR_MASS.Ca) / MOLAR_MASS.CaOH2,
    sd: byAlkalinity !== undefined ? TITRATED_SD : byConductivity !== undefined ? BY_CONDUCTIVITY_SD : SATURATION_SD,
    saturationGPerL: saturation,
    lyingG: standing?.lyingG,
    by:
      describedGPerL !== undefined
        ? 'described'
        : byAlkalinity !== undefined
          ? 'alkalinity'
          : byConductivity !== undefined
            ? 'conductivity'
            : standing && !standing.saturated && vessel === 'plain'
              ? 'grams'
              : 'saturation',
    cloudy,
  };
}

const BY_WORDS: Record<LimewaterStrength['by'], string> = {
  described: 'as the solution that is dosed is described',
  saturation: 'saturated: CRC Handbook, from memory; handbooks stand up to 6 % apart',
  grams: 'all that was put in dissolves',
  alkalinity: 'by the test of its alkalinity',
  conductivity: 'by its conductivity: CRC Handbook, ½ Ca(OH)₂ at 25 °C, from memory',
};

export function strengthSteps(input: LimewaterMade, strength: LimewaterStrength): Step[] {
  return [
    {
      label: 'Temperature of the limewater',
      value: quantity('temperature', input.temperatureC),
      origin: 'setting',
      from: 'its vessel’s own, or the room’s',
    },
    {
      label: 'Dissolves at that temperature',
      value: quantity('strength', strength.saturationGPerL),
      origin: 'equation',
      from: 'CRC Handbook, calcium hydroxide, from memory',
    },
    ...(strength.lyingG === undefined
      ? []
      : [
          {
            label: 'Lies on the bottom',
            value: quantity('mass', strength.lyingG),
            origin: 'equation' as const,
            from: 'put in, less what the vessel’s water dissolves; it dissolves as fresh water comes in',
          },
        ]),
    ...(strength.by === 'saturation' || strength.by === 'grams'
      ? [
          {
            label: 'Lost to air',
            value: quantity('percent', input.weakened * 100),
            origin: 'assumed' as const,
            from: 'CO₂ turns it into a crust of chalk; a test of the clear water overrules this',
          },
        ]
      : []),
    {
      label: 'Strength',
      value: quantity('alkalinity', strength.alkalinity),
      origin: strength.by === 'alkalinity' || strength.by === 'conductivity' ? 'log' : 'equation',
      from: BY_WORDS[strength.by],
    },
    {
      label: 'Calcium in it',
      value: quantity('calcium', strength.calciumMgPerL),
      origin: 'equation',
      from: 'in proportion: half a mole for each equivalent',
    },
  ];
}

/** Described and made further apart than this, one of them is wrong. Chosen: the error of a careful test. */
export const STRENGTHS_AGREE = 0.04;

export function strengthCautions({ cloudy, saturationGPerL, by, gramsPerL, madeGPerL }: LimewaterStrength): Caution[] {
  const apart = by === 'described' && Math.abs(madeGPerL / gramsPerL - 1) > STRENGTHS_AGREE;
  return [
    ...(apart
      ? [
          {
            severity: 'note' as const,
            says: [
              'The solution is described as',
              quantity('strength', gramsPerL),
              ', and as it is made it holds',
              quantity('strength', madeGPerL),
              ': every bench reckons with the described strength until that is changed.',
            ],
          },
        ]
      : []),
    ...(cloudy
      ? [
          {
            severity: 'caution' as const,
            says: [
              'The test reads stronger than water can hold at this temperature,',
              quantity('strength', saturationGPerL),
              ': powder was titrated with it. Let the water clear and test again; until then it is taken as a tenth above saturation.',
            ],
          },
        ]
      : []),
  ];
}

/** What limewater does to hands, eyes and lungs, and where it drips. */
export const LIMEWATER_CAUTIONS: readonly Caution[] = [
  {
    severity: 'danger',
    usual: true,
    says: [
      'Limewater is caustic, pH over 12: goggles and gloves; open the powder slowly and breathe no dust, which harms eyes and lungs. In the eyes: rinse for a quarter of an hour and see a doctor. Keep powder and vessel away from children and pets.',
    ],
  },
  {
    severity: 'caution',
    says: [
      'Drip it into strong flow and never into still water: where it lands slowly, crust forms and animals burn. It brings no magnesium and no traces.',
    ],
  },
];
