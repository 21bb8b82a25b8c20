import * as z from 'zod';
import { PARAMETER_IDS, PARAMETERS, type ParameterId } from '@/calculators/parameters/parameters';
import { listed } from '@/calculators/calculator/words';
import { boundSign } from '@/chemistry/observation';
import { unitsOf } from '@/quantities/kinds';
import { id, more } from '../rows/fields';
import { byParameter, readingValues } from '../rows/parameter-values';
import { defineKind, OF_A_TANK, formatted, type TableFigure } from './entry-kind';

/** Tests taken at one moment. */
export const reading = defineKind({
  kind: 'reading',
  title: 'Test',
  tankId: OF_A_TANK,
  shape: {
    /** As they were read: corrections of an instrument are not in them. */
    values: readingValues,
    /** Where the instrument told only that it lies on this side of the value. */
    bounds: byParameter(z.enum(['below', 'above'])).optional(),
    /** How far off a figure may be as it was told ("around 4", "4 to 5"), beyond what its instrument errs; half of the range, canonical units. */
    uncertainty: byParameter(more(1e6)).optional(),
    /** What each was read by, where it was not the tank's usual instrument. */
    instruments: byParameter(id).optional(),
  },
  whole: {
    test: ({ values, bounds = {}, uncertainty = {} }) =>
      [...Object.keys(bounds), ...Object.keys(uncertainty)].every((key) => key in values),
    message: 'a bound or an uncertainty without its value',
  },
  describe: ({ values, bounds, uncertainty, instruments }, { settings: { units }, instruments: known = [] }) =>
    `${PARAMETER_IDS.flatMap((key) => {
      const value = values[key];
      if (value === undefined) return [];
      const { name, kind } = PARAMETERS[key];
      const about = uncertainty?.[key] === undefined ? '' : 'about ';
      return [`${name} ${about}${boundSign(bounds?.[key])}${formatted(kind, value, units)}`];
    }).join(' · ')}${readBy(instruments, known)}`,
  figures: ({ values, bounds, uncertainty }) =>
    PARAMETER_IDS.flatMap((key): TableFigure[] => {
      const value = values[key];
      if (value === undefined) return [];
      const bound = bounds?.[key];
      const doubt = uncertainty?.[key];
      return [
        [key, bound ? `${boundSign(bound)}${value}` : value, canonicalUnit(key)],
        ...(doubt === undefined ? [] : [[`${key}, uncertainty`, doubt, canonicalUnit(key)] as const]),
      ];
    }),
});

/** The unit of the figures in the record. */
function canonicalUnit(key: ParameterId): string {
  return key === 'alkalinity' ? 'mmol/L' : (unitsOf(PARAMETERS[key].kind)[0]?.symbol ?? '');
}

/** ", by New magnesium kit": what an entry names, each once; of one that is no longer listed nothing can be said. */
function readBy(
  named: Partial<Record<ParameterId, string>> | undefined,
  known: readonly { readonly id: string; readonly name: string }[],
): string {
  if (!named) return '';
  const ids = new Set(Object.values(named));
  const names = [...new Set(known.filter(({ id: own }) => ids.has(own)).map(({ name }) => name))];
  return names.length === 0 ? '' : `, by ${listed(names)}`;
}
