import type { Caution, Phrase } from '../calculator/calculator';
import { DOSED_FACTS, type DosedParameter } from './dosed-parameters';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';
import { quantity } from '@/quantities/quantity';

/** What one portion may lift at once, in the parameter's unit. Chosen: a quarter of what keepers hold to in a day. */
const PORTION: Readonly<Record<DosedParameter, number>> = {
  alkalinity: 0.25 * MMOL_PER_L_PER_DKH,
  calcium: 5,
  magnesium: 25,
};
/** Below this calcium and alkalinity fall out rather than hold, mg/L. Common practice. */
const MAGNESIUM_HOLDS = 1200;
/** Off by more than this, salinity is mended first: all levels stand or fall with it. Chosen. */
const SALINITY_OFF = 1;

/** Into how many portions a day's share goes. */
export function portionsOf(parameter: DosedParameter, risePerDay: number): number {
  return Math.max(1, Math.ceil(risePerDay / PORTION[parameter] - 1e-9));
}

interface Known {
  readonly parameter: DosedParameter;
  readonly salinity?: number | undefined;
  readonly aimSalinity?: number | undefined;
  readonly magnesium?: number | undefined;
}

/** What is looked at before anything is poured: salinity, a second test, and magnesium where the others will not hold. */
export function checkFirst({ parameter, salinity, aimSalinity, magnesium }: Known): Caution[] {
  const off = salinity !== undefined && aimSalinity !== undefined && Math.abs(salinity - aimSalinity) > SALINITY_OFF;
  const cautions: Caution[] = [
    off
      ? {
          severity: 'caution',
          says: [
            'Salinity first: it reads',
            quantity('salinity', salinity),
            'and is meant to be',
            quantity('salinity', aimSalinity),
            ', and every level moves with it. Bring it right, then test again.',
          ],
        }
      : {
          severity: 'note',
          says: [
            `Before you begin: read salinity${salinity === undefined ? '' : ' again'}, and test ${parameter} a second time, with another reagent where there is one.`,
          ],
        },
  ];
  if (parameter === 'magnesium') return cautions;
  if (magnesium !== undefined && magnesium < MAGNESIUM_HOLDS)
    cautions.push({
      severity: 'caution',
      says: [
        'Magnesium first: at',
        quantity('magnesium', magnesium),
        `${parameter} falls out as fast as it is added. Raise it above`,
        quantity('magnesium', MAGNESIUM_HOLDS),
        ', then correct.',
      ],
    });
  else if (magnesium === undefined)
    cautions.push({
      severity: 'note',
      says: [`Where ${parameter} will not hold, test magnesium: low magnesium lets it fall out.`],
    });
  return cautions;
}

/** When it is broken off. */
export function stopWhen(parameter: DosedParameter): Phrase[] {
  return [
    `Stop when a test reads within the target, when it has risen by more than`,
    quantity(DOSED_FACTS[parameter].rateKind, DOSED_FACTS[parameter].riseLimitPerDay),
    ', or when the water clouds or polyps shut: then wait a day and test.',
  ];
}
