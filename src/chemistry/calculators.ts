import type { z } from 'zod';
import type { Calculator } from './calculator';
import { carbonate } from './carbonate/carbonate-calculator';
import { additions } from './dosing/additions';
import { correction } from './dosing/correction';
import { maintenanceDose } from './dosing/maintenance';
import { topOff } from './evaporation/top-off';
import { forecast } from './forecast/forecast';
import { dilution } from './mixing/dilution';
import { mixBatch } from './mixing/mix-batch';
import { effluentFlow } from './reactor/effluent-flow';
import { recipe } from './reagents/recipe-calculator';
import { solution } from './reagents/solution-calculator';
import { salinity } from './seawater/salinity-calculator';

/** Everything the product can work out, for the doors that take a calculator by name. */
export const CALCULATORS = [
  salinity,
  carbonate,
  mixBatch,
  dilution,
  topOff,
  solution,
  recipe,
  additions,
  maintenanceDose,
  correction,
  effluentFlow,
  forecast,
] as const satisfies readonly { readonly name: string }[];

/** A calculator whose input comes from outside and is not known yet to be one. */
export type AnyCalculator = Pick<Calculator<z.ZodType, unknown>, 'name' | 'asks' | 'input' | 'example' | 'run'>;

export function calculatorNamed(name: string): AnyCalculator | undefined {
  return (CALCULATORS as readonly AnyCalculator[]).find((calculator) => calculator.name === name);
}
