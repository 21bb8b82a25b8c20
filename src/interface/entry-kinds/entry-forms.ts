import { SOURCE_FIGURES } from '@/record/kinds/source-test';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { capitalised } from '@/calculators/calculator/words';
import { ADDED_KINDS } from '@/calculators/cycle/cycle-input';
import { PARAMETERS, readingExpectation, type ParameterId } from '@/calculators/parameters/parameters';
import { REMEDY_IDS, remedyWords } from '@/calculators/nutrients/remedies';
import { SIGN_IDS, signWords, type Sign } from '@/calculators/signs/signs';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { UPKEEP, UPKEEP_ITEMS } from '@/calculators/top-off/upkeep';
import { CARBON_LIQUIDS } from '@/chemistry/nutrients/carbon-and-oxygen';
import { FOOD_MEASURES, FOODS } from '@/chemistry/nutrients/foods';
import { CARBON_SLIP_WORDS, CARBON_SLIPS } from '@/record/kinds/carbon-slip';
import { FOOD_NAMES } from '@/record/kinds/feeding';
import { LEVERS } from '@/record/kinds/lever';
import { FILLED, REACTOR_STORES, STORE_WORDS } from '@/record/kinds/reactor-filled';
import { REPLACED } from '@/record/kinds/replaced';
import type { EntryKind, EntryOf } from '@/record/kinds/list';
import { figuresOfForm, SOLUTION_CHOICE, type EntryForm, type FormFigure } from './entry-form';

/** What the form of each kind of entry asks for; a kind without one is logged and edited elsewhere. */
const FORMS: { readonly [Kind in EntryKind]?: EntryForm<EntryOf<Kind>> } = {
  'batch-check': {
    offered: false,
    figures: figuresOfForm(
      ['salinity', 'It read', AMOUNTS.measuredSalinity],
      ['alkalinity', 'Alkalinity', readingExpectation('alkalinity'), 'optional'],
      ['calcium', 'Calcium', readingExpectation('calcium'), 'optional'],
      ['magnesium', 'Magnesium', readingExpectation('magnesium'), 'optional'],
      ['temperatureC', 'Temperature', readingExpectation('temperature'), 'optional'],
      ['saltAddedG', 'Salt added then', AMOUNTS.saltMass, 'optional'],
      ['waterTakenOutL', 'Taken out then', AMOUNTS.batchVolume, 'optional'],
      ['waterPouredInL', 'RO/DI water poured in', AMOUNTS.batchVolume, 'optional'],
    ),
  },
  batch: {
    offered: false,
    figures: figuresOfForm(
      ['volumeL', 'Saltwater mixed', AMOUNTS.batchVolume],
      ['saltG', 'Salt weighed', AMOUNTS.saltMass],
      ['targetSalinity', 'Target salinity', AMOUNTS.batchSalinity],
      ['measuredSalinity', 'Measured after mixing', AMOUNTS.measuredSalinity, 'optional'],
    ),
  },
  'bottle-level': {
    offered: true,
    figures: figuresOfForm(['volumeMl', 'In the bottle', TOP_OFF_AMOUNTS.bottle]),
    choices: [SOLUTION_CHOICE],
  },
  correction: { offered: false, figures: figuresOfForm() },
  dose: {
    offered: true,
    figures: figuresOfForm(['volumeMl', 'Dosed once', AMOUNTS.dose]),
    choices: [SOLUTION_CHOICE],
  },
  'carbon-slip': {
    offered: true,
    figures: figuresOfForm(),
    choices: [
      {
        key: 'what',
        label: 'What happened',
        options: CARBON_SLIPS.map((each) => [each, CARBON_SLIP_WORDS[each]] as const),
        first: 'missed',
      },
    ],
  },
  'carbon-source': {
    offered: true,
    figures: figuresOfForm(
      ['mlPerDay', 'Liquid a day from then on', AMOUNTS.carbonDose, 'optional'],
      ['pelletsMl', 'Pellets in the chamber', AMOUNTS.pellets, 'optional'],
      ['flowLPerH', 'Flow through them', AMOUNTS.pelletFlow, 'optional'],
      ['chamberL', 'Chamber', AMOUNTS.pelletChamber, 'optional'],
    ),
    choices: [
      {
        key: 'form',
        label: 'Which',
        options: [
          ...CARBON_LIQUIDS.map((each) => [each, each] as const),
          ['pellets', 'pellets'],
          ['off', 'none any more'],
        ],
        first: 'vinegar',
        of: ({ off, pelletsMl, liquid }) => (off ? 'off' : pelletsMl === undefined ? (liquid ?? 'bottled') : 'pellets'),
      },
    ],
    rowOf: ({ mlPerDay, pelletsMl, flowLPerH, chamberL }, _before, { form }) =>
      form === 'off'
        ? { off: true }
        : form === 'pellets'
          ? { pelletsMl, flowLPerH, chamberL }
          : { liquid: form, mlPerDay },
  },
  feeding: {
    offered: true,
    figures: figuresOfForm(
      ['timesPerDay', 'Feedings a day from then on', AMOUNTS.feedings, 'optional'],
      ['portions', 'How many each time', AMOUNTS.portionsFed, 'optional'],
    ),
    choices: [
      {
        key: 'counted',
        label: 'Counted in',
        options: [['portions', 'portions'], ...FOOD_MEASURES.map((each) => [each, each] as const)],
        first: 'cubes',
        of: ({ measure }) => measure ?? 'portions',
      },
      {
        key: 'fed',
        label: 'Food',
        options: [['any', 'not told'], ...FOODS.map((each) => [each, FOOD_NAMES[each]] as const)],
        first: 'any',
        of: ({ food }) => food ?? 'any',
      },
    ],
    rowOf: ({ timesPerDay, portions }, before, { counted, fed }) => ({
      timesPerDay,
      portions,
      measure: counted === 'portions' || portions === undefined ? undefined : counted,
      food: fed === 'any' ? undefined : fed,
      stopped: timesPerDay === undefined && portions === undefined ? before?.stopped : undefined,
    }),
  },
  harvest: {
    offered: true,
    figures: figuresOfForm(['grams', 'Algae taken out, weighed wet', AMOUNTS.harvested]),
  },
  lever: {
    offered: false,
    figures: figuresOfForm(),
    choices: [{ key: 'lever', label: 'What', options: LEVERS.map((each) => [each, each] as const), first: 'lights' }],
  },
  limewater: {
    offered: true,
    figures: figuresOfForm(
      ['grams', 'Calcium hydroxide added', AMOUNTS.lime, 'optional'],
      ['litres', 'Filled up to', AMOUNTS.limewaterFilled, 'optional'],
      ['alkalinity', 'Its alkalinity, tested', AMOUNTS.limewaterAlkalinity, 'optional'],
      ['conductivity', 'Its conductivity', AMOUNTS.limewaterConductivity, 'optional'],
    ),
  },
  note: { offered: true, figures: figuresOfForm() },
  'pump-measured': {
    offered: true,
    figures: figuresOfForm(
      ['gaveMl', 'It gave', AMOUNTS.measuredGave],
      ['ranDays', 'In', AMOUNTS.measuredRun],
      ['setMl', 'Set to give', AMOUNTS.measuredSet],
    ),
    choices: [SOLUTION_CHOICE],
  },
  'pump-run': {
    offered: true,
    figures: figuresOfForm(
      ['ranDays', 'The top-off pump ran', TOP_OFF_AMOUNTS.minutesRun],
      ['overDays', 'Counted over', TOP_OFF_AMOUNTS.runOver],
    ),
  },
  'put-in': {
    offered: true,
    figures: figuresOfForm(['count', 'How many', AMOUNTS.addedCount, 'optional']),
    choices: [
      { key: 'what', label: 'What went in', options: ADDED_KINDS.map((each) => [each, each] as const), first: 'fish' },
    ],
    rowOf: ({ count = 1 }) => ({ count }),
  },
  'reactor-filled': {
    offered: true,
    figures: figuresOfForm(['grams', 'There from then on', FILLED]),
    choices: [
      {
        key: 'store',
        label: 'What was filled',
        options: REACTOR_STORES.map((store) => [store, STORE_WORDS[store]] as const),
        first: 'media',
      },
    ],
  },
  reactor: {
    offered: true,
    figures: figuresOfForm(
      ['mlPerMin', 'Flow from then on', AMOUNTS.reactorFlow],
      ['effluentAlkalinity', 'Effluent alkalinity', AMOUNTS.effluent],
      ['chamberPh', 'Chamber pH', AMOUNTS.chamberPh, 'optional'],
    ),
  },
  reading: {
    offered: true,
    figures: (read) =>
      read.map((key): FormFigure => ({
        key,
        label: capitalised(PARAMETERS[key].name),
        expected: readingExpectation(key),
        optional: true,
      })),
    figuresOf: ({ values }) => values,
    rowOf: (figures, before) => {
      const kept = <Value>(of: Partial<Record<ParameterId, Value>> | undefined, same: boolean) => {
        const there = Object.entries(of ?? {}).filter(
          ([key]) => key in figures && (!same || figures[key] === before?.values[key as ParameterId]),
        );
        return there.length > 0 ? (Object.fromEntries(there) as Partial<Record<ParameterId, Value>>) : undefined;
      };
      // A figure typed anew is a reading and no bound any more; what it was read by stays.
      const bounds = kept(before?.bounds, true);
      const uncertainty = kept(before?.uncertainty, true);
      const instruments = kept(before?.instruments, false);
      return {
        values: Object.keys(figures).length > 0 ? figures : undefined,
        bounds,
        uncertainty,
        instruments,
      };
    },
  },
  refill: {
    offered: true,
    figures: figuresOfForm(
      ['volumeL', 'Put into the reservoir', AMOUNTS.refill],
      ['leavesL', 'Then in it, if not full', TOP_OFF_AMOUNTS.reservoirLevel, 'optional'],
    ),
  },
  replaced: {
    offered: true,
    figures: figuresOfForm(),
    choices: [
      { key: 'what', label: 'What', options: REPLACED.map((each) => [each, each] as const), first: 'carbon' },
      {
        key: 'share',
        label: 'How much',
        options: [
          ['all', 'all of it'],
          ['half', 'half of it'],
        ],
        first: 'all',
        of: ({ half }) => (half ? 'half' : 'all'),
      },
    ],
    rowOf: (_figures, _before, { share }) => ({ half: share === 'half' ? true : undefined }),
  },
  'reservoir-level': {
    offered: true,
    figures: figuresOfForm(['litres', 'In the reservoir', TOP_OFF_AMOUNTS.reservoirLevel]),
  },
  room: {
    offered: true,
    figures: figuresOfForm(
      ['airC', 'Room temperature', AMOUNTS.roomTemperature, 'optional'],
      ['humidityPercent', 'Humidity', AMOUNTS.humidity, 'optional'],
    ),
  },
  'ruled-out': {
    offered: true,
    figures: figuresOfForm(),
    choices: [
      {
        key: 'remedy',
        label: 'What cost an animal',
        options: REMEDY_IDS.map((each) => [each, remedyWords(each)] as const),
        first: 'flatworm-remedy',
      },
    ],
  },
  skimmate: {
    offered: true,
    figures: figuresOfForm(
      ['litres', 'In the cup', AMOUNTS.skimmate],
      ['days', 'Days it took', AMOUNTS.skimmateDays, 'optional'],
    ),
  },
  seen: {
    offered: true,
    figures: figuresOfForm(),
    choices: [
      {
        key: 'sign',
        label: 'What was seen',
        options: SIGN_IDS.map((sign) => [sign, signWords(sign)] as const),
        first: 'polyps-out',
        of: ({ signs }) => signs[0],
      },
      {
        key: 'still',
        label: 'It is',
        options: [
          ['there', 'there'],
          ['gone', 'gone'],
        ],
        first: 'there',
        of: ({ gone }) => (gone ? 'gone' : 'there'),
      },
    ],
    rowOf: (_figures, before, { sign, still }) => ({
      gone: still === 'gone' ? true : undefined,
      // The first is the one the list shows; further ones stay.
      signs: [sign as Sign, ...(before?.signs.slice(1) ?? []).filter((each) => each !== sign)],
    }),
  },
  'standing-dose': {
    offered: true,
    figures: figuresOfForm(['mlPerDay', 'Dosed a day from then on', AMOUNTS.standingDose]),
    choices: [SOLUTION_CHOICE],
  },
  'taken-out': {
    offered: true,
    figures: figuresOfForm(['count', 'How many', AMOUNTS.addedCount, 'optional']),
    choices: [
      { key: 'what', label: 'What', options: ADDED_KINDS.map((each) => [each, each] as const), first: 'fish' },
      {
        key: 'how',
        label: 'How',
        options: [
          ['lost', 'lost'],
          ['moved', 'moved out'],
        ],
        first: 'lost',
        of: ({ lost }) => (lost ? 'lost' : 'moved'),
      },
    ],
    rowOf: ({ count = 1 }, _before, { how }) => ({ count, lost: how === 'lost' ? true : undefined }),
  },
  trial: { offered: false, figures: figuresOfForm() },
  upkeep: {
    offered: true,
    figures: figuresOfForm(),
    choices: [
      {
        key: 'item',
        label: 'What was done',
        options: UPKEEP_ITEMS.map((item) => [item, UPKEEP[item].thing] as const),
        first: 'float',
      },
    ],
  },
  'water-change': {
    offered: true,
    figures: figuresOfForm(
      ['volumeL', 'Water changed', AMOUNTS.waterChange, 'of the water'],
      ['salinity', 'Salinity of the new water', AMOUNTS.newWaterSalinity, 'optional'],
    ),
  },
  'effluent-test': {
    offered: true,
    figures: figuresOfForm(
      ['effluentAlkalinity', 'Effluent alkalinity', AMOUNTS.effluent, 'optional'],
      ['chamberPh', 'Chamber pH', AMOUNTS.chamberPh, 'optional'],
      ['mlPerMin', 'Flow, measured', AMOUNTS.reactorFlow, 'optional'],
      ['bubblesPerMin', 'Bubbles a minute', AMOUNTS.bubblesPerMin, 'optional'],
    ),
  },
  'source-test': {
    offered: false,
    figures: figuresOfForm(
      ...SOURCE_FIGURES.map(([key, label, expected]) => [key, label, expected, 'optional'] as const),
    ),
  },
};

/** The form of a kind of entry, as the plain interface. */
export function formOf(kind: EntryKind): EntryForm<never> | undefined {
  return FORMS[kind] as EntryForm<never> | undefined;
}
