import type { AddedKind } from '@/calculators/cycle/cycle-input';
import { PARAMETERS, PARAMETER_IDS } from '@/calculators/parameters/parameters';
import { UPKEEP } from '@/calculators/top-off/upkeep';
import { quantity, showText } from '@/chemistry/units/quantity';
import type { Book, Entry, EntryDraft, EntryKind, StageKind } from '@/record/schema';

export const ENTRY_WORDS: Record<EntryKind, string> = {
  reading: 'Test',
  dose: 'Dose',
  'standing-dose': 'Dose set',
  reactor: 'Reactor set',
  'water-change': 'Water change',
  refill: 'Refill',
  'reservoir-level': 'Reservoir read',
  'pump-run': 'Pump time',
  room: 'Room',
  upkeep: 'Seen to',
  'bottle-level': 'Bottle read',
  batch: 'Batch',
  'batch-check': 'Batch read',
  'source-test': 'Source read',
  'part-fitted': 'Part fitted',
  'step-done': 'Step',
  'put-in': 'Put in',
  'set-up-step': 'Set up',
  note: 'Note',
};

/** An entry in a few words and the keeper's units, without its note. */
export function describeEntry(
  entry: Entry | EntryDraft,
  { settings: { units }, solutions, salts, sources }: Pick<Book, 'settings' | 'solutions' | 'salts' | 'sources'>,
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
      return `${showText(quantity('volume', entry.volumeL), units)} into the reservoir${entry.leavesL === undefined ? '' : `, to ${showText(quantity('volume', entry.leavesL), units)}`}`;
    case 'reservoir-level':
      return `${showText(quantity('volume', entry.litres), units)} in the reservoir`;
    case 'pump-run':
      return `top-off pump ran ${showText(quantity('days', entry.ranDays), units)} in ${showText(quantity('days', entry.overDays), units)}`;
    case 'room':
      return [
        ...told(entry.airC, (c) => showText(quantity('temperature', c), units)),
        ...told(entry.humidityPercent, (percent) => `${Math.round(percent)} % humid`),
      ].join(', ');
    case 'upkeep':
      return UPKEEP[entry.item].thing;
    case 'bottle-level':
      return `${showText(quantity('dose', entry.volumeMl), units)} in the bottle of ${solution}`;
    case 'batch': {
      const salt = salts.find(({ id }) => id === entry.saltId)?.name ?? 'salt';
      const read =
        entry.measuredSalinity === undefined
          ? ''
          : `, read ${showText(quantity('salinity', entry.measuredSalinity), units)}`;
      return `${showText(quantity('volume', entry.volumeL), units)} mixed with ${showText(quantity('mass', entry.saltG), units)} of ${salt}${read}`;
    }
    case 'batch-check':
      return [
        `read ${showText(quantity('salinity', entry.salinity), units)}`,
        ...(['alkalinity', 'calcium', 'magnesium'] as const).flatMap((id) => {
          const value = entry[id];
          return value === undefined ? [] : [`${id} ${showText(quantity(id, value), units)}`];
        }),
        ...told(entry.saltAddedG, (g) => `${showText(quantity('mass', g), units)} of salt added`),
        ...told(entry.waterTakenOutL, (l) => `${showText(quantity('volume', l), units)} taken out`),
        ...told(entry.waterPouredInL, (l) => `${showText(quantity('volume', l), units)} of purified water poured in`),
      ].join(' · ');
    case 'source-test':
      return [
        ...told(entry.tdsSupply, (mg) => `TDS ${mg.toFixed(0)} before the membrane`),
        ...told(entry.tdsMembrane, (mg) => `${mg.toFixed(0)} after it`),
        ...told(entry.tdsProduct, (mg) => `${mg.toFixed(0)} mg/L after the resin`),
        ...told(entry.totalChlorine, (mg) => `total chlorine ${showText(quantity('chlorine', mg), units)}`),
        ...told(entry.freeChlorine, (mg) => `free ${showText(quantity('chlorine', mg), units)}`),
        ...told(entry.afterCarbon, (mg) => `${showText(quantity('chlorine', mg), units)} after the carbon`),
        ...told(entry.litresPerDay, (l) => `makes ${showText(quantity('waterRate', l), units)}`),
        ...told(entry.temperatureC, (c) => `supply at ${showText(quantity('temperature', c), units)}`),
        ...told(entry.pressureKPa, (kPa) => `at ${showText(quantity('pressure', kPa), units)}`),
      ].join(' · ');
    case 'part-fitted': {
      const stage = sources.find(({ id }) => id === entry.sourceId)?.stages.find(({ id }) => id === entry.stageId);
      return `a new ${stage ? STAGE_WORDS[stage.kind] : 'part'}`;
    }
    case 'put-in':
      return addedWords(entry.what, entry.count);
    case 'step-done':
    case 'set-up-step':
      return entry.says;
    case 'note':
      return entry.note;
  }
}

/** What comes by the piece is told with how many. */
function addedWords(what: AddedKind, count: number): string {
  if (what === 'fish') return count === 1 ? 'a fish' : `${count} fish`;
  if (what === 'soft coral' || what === 'stony coral') return count === 1 ? `a ${what}` : `${count} ${what}s`;
  return what;
}

/** What a part of the source line is called. */
export const STAGE_WORDS: Record<StageKind, string> = {
  sediment: 'sediment filter',
  carbon: 'carbon block',
  membrane: 'membrane',
  resin: 'resin',
};

function told(figure: number | undefined, words: (figure: number) => string): string[] {
  return figure === undefined ? [] : [words(figure)];
}
