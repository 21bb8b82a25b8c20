import { PARAMETERS, PARAMETER_IDS } from '@/chemistry/parameters';
import { quantity, showText } from '@/chemistry/units/quantity';
import type { Book, Entry, EntryDraft, EntryKind } from '@/record/schema';

export const ENTRY_WORDS: Record<EntryKind, string> = {
  reading: 'Test',
  dose: 'Dose',
  'standing-dose': 'Dose set',
  reactor: 'Reactor set',
  'water-change': 'Water change',
  refill: 'Refill',
  batch: 'Batch',
  note: 'Note',
};

/** An entry in a few words and the keeper's units, without its note. */
export function describeEntry(
  entry: Entry | EntryDraft,
  { settings: { units }, solutions, salts }: Pick<Book, 'settings' | 'solutions' | 'salts'>,
): string {
  const solution =
    'solutionId' in entry
      ? (solutions.find(({ id }) => id === entry.solutionId)?.name ?? 'a solution no longer kept')
      : '';
  switch (entry.kind) {
    case 'reading':
      return PARAMETER_IDS.flatMap((id) => {
        const value = entry.values[id];
        return value === undefined
          ? []
          : [`${PARAMETERS[id].name} ${showText(quantity(PARAMETERS[id].kind, value), units)}`];
      }).join(' · ');
    case 'dose':
      return `${showText(quantity('dose', entry.volumeMl), units)} of ${solution}, once`;
    case 'standing-dose':
      return entry.mlPerDay === 0
        ? `${solution} off`
        : `${solution} at ${showText(quantity('doseRate', entry.mlPerDay), units)} from then on`;
    case 'reactor':
      return entry.mlPerMin === 0
        ? 'reactor closed'
        : `reactor at ${showText(quantity('flow', entry.mlPerMin), units)}, effluent ${showText(quantity('alkalinity', entry.effluentAlkalinity), units)}`;
    case 'water-change':
      return `${showText(quantity('volume', entry.volumeL), units)} changed${entry.salinity === undefined ? '' : ` at ${showText(quantity('salinity', entry.salinity), units)}`}`;
    case 'refill':
      return `${showText(quantity('volume', entry.volumeL), units)} into the reservoir`;
    case 'batch': {
      const salt = salts.find(({ id }) => id === entry.saltId)?.name ?? 'salt';
      const read =
        entry.measuredSalinity === undefined
          ? ''
          : `, read ${showText(quantity('salinity', entry.measuredSalinity), units)}`;
      return `${showText(quantity('volume', entry.volumeL), units)} mixed with ${showText(quantity('mass', entry.saltG), units)} of ${salt}${read}`;
    }
    case 'note':
      return entry.note;
  }
}
