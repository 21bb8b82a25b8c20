import { DAY_MS } from '@/chemistry/tank-model/time';
import { quantity } from '@/quantities/quantity';
import { MMOL_PER_L_PER_DKH as DKH } from '@/chemistry/conversion';
import type { Phrase } from '../calculator/calculator';
import { listed } from '../calculator/words';
import { placeInBand, type Place } from '../parameters/place-in-band';
import { PARAMETERS, usualErrorOf } from '../parameters/parameters';
import { signWords, type Sign } from '../signs/signs';
import type { NutrientLevelsInput } from './nutrient-levels-input';
import { bothZeroDays, READS_ZERO_BELOW, WARNS_AFTER_DAYS } from './zero-nutrients';

export type Nutrient = 'nitrate' | 'phosphate';
export const NUTRIENTS = ['nitrate', 'phosphate'] as const satisfies readonly Nutrient[];

/** One nutrient as it is judged. */
export interface JudgedNutrient {
  readonly nutrient: Nutrient;
  readonly at: number;
  readonly value: number;
  readonly sd: number;
  readonly band: readonly [number, number];
  readonly place: Place;
  readonly zero: boolean;
  readonly moves: 'falling' | 'steady' | 'rising' | undefined;
}

/** What the two levels and what is beside them come to; each asks for something else. In the order in which they press. */
const FINDINGS = [
  'both zero',
  'lean at high alkalinity',
  'paling while lean',
  'nitrate gone',
  'phosphate gone',
  'both zero lately',
  'cyanobacteria after food',
  'cyanobacteria',
  'phosphate climbs with food',
  'nitrate after livestock',
  'young tank climbs',
  'high',
  'low',
] as const;
export type Finding = (typeof FINDINGS)[number];

/** Tests older than this say nothing of the water now. Chosen: a month. */
const LATELY_DAYS = 30;
/** Starved water: below these corals pale at a high alkalinity. Common practice. */
const LEAN = { nitrate: 1, phosphate: 0.03 } as const;
/** From here on alkalinity is high for lean water. Common practice: a little above 9 bleached, 8.3 brought colour back. */
const HIGH_FOR_LEAN = 8.8 * DKH;
const EASED_TO = 8.3 * DKH;
/** One at zero while the other stands here is out of step. Chosen, about the fed school's middle. */
const STANDS = { nitrate: 5, phosphate: 0.06 } as const;
/** In so many days after fish came more nitrate is expected. Chosen. */
const AFTER_FISH_DAYS = 60;
/** A sign is of now for so long. Chosen. */
const SIGN_DAYS = 30;
/** Feeding raised by so much and more, lately, is heavy feeding. Chosen. */
const HEAVIER = 1.25;
const FOOD_DAYS = 45;
/** Nitrate of a tank younger than this climbs by itself, and falls by itself; its films are a phase. Common practice: after months. */
export const YOUNG_DAYS = 270;

/** A nutrient's last reading against its band; undefined where none was read lately. */
export function judged(input: NutrientLevelsInput, nutrient: Nutrient): JudgedNutrient | undefined {
  const { readings, band: own, moved } = input[nutrient];
  const last = readings
    .filter(({ at }) => at <= input.now)
    .toSorted((a, b) => a.at - b.at)
    .at(-1);
  if (!last || input.now - last.at > LATELY_DAYS * DAY_MS) return undefined;
  const band = own ?? PARAMETERS[nutrient].bandBySchool[input.school];
  const sd = last.sd ?? usualErrorOf(nutrient);
  return {
    nutrient,
    at: last.at,
    value: last.value,
    sd,
    band,
    place: placeInBand(last.value, band, sd),
    zero: last.value < READS_ZERO_BELOW[nutrient],
    moves: moved && !moved.small ? moved.moves : moved?.moves && 'steady',
  };
}

/** Days both have read zero. */
export function zeroDaysOf({ nitrate, phosphate, now }: NutrientLevelsInput): number | undefined {
  return bothZeroDays(nitrate.readings, phosphate.readings, now);
}

/** Which signs of some were seen in the last weeks. */
export function seenLately({ signs, now }: NutrientLevelsInput, which: readonly Sign[]) {
  return signs
    .filter(({ sign, at }) => which.includes(sign) && at <= now && now - at < SIGN_DAYS * DAY_MS)
    .toSorted((a, b) => a.at - b.at)
    .at(-1);
}

/** All that is found, the most pressing first. */
export function findingsOf(input: NutrientLevelsInput): readonly Finding[] {
  const [nitrate, phosphate] = [judged(input, 'nitrate'), judged(input, 'phosphate')];
  const zeroDays = zeroDaysOf(input);
  const lean =
    nitrate !== undefined &&
    phosphate !== undefined &&
    nitrate.value < LEAN.nitrate &&
    phosphate.value < LEAN.phosphate;
  const { feedingRaised: fed, ageDays, fishAddedDaysAgo } = input;
  const fedMore = (fed && fed.times >= HEAVIER && fed.daysAgo <= FOOD_DAYS) === true;
  const film = seenLately(input, ['cyanobacteria']) !== undefined;
  const rises = nitrate?.moves === 'rising';
  const found: Readonly<Record<Finding, boolean>> = {
    'both zero': (zeroDays ?? 0) >= WARNS_AFTER_DAYS,
    'lean at high alkalinity': lean && (input.alkalinity ?? 0) > HIGH_FOR_LEAN,
    'paling while lean': lean && seenLately(input, ['paling']) !== undefined,
    'nitrate gone': nitrate?.zero === true && (phosphate?.value ?? 0) >= STANDS.phosphate,
    'phosphate gone': phosphate?.zero === true && (nitrate?.value ?? 0) >= STANDS.nitrate,
    'both zero lately': zeroDays !== undefined && zeroDays < WARNS_AFTER_DAYS,
    'cyanobacteria after food': film && (fedMore || input.broadcast),
    cyanobacteria: film && !fedMore && !input.broadcast,
    'phosphate climbs with food': phosphate?.moves === 'rising' && fedMore,
    'nitrate after livestock': rises && fishAddedDaysAgo !== undefined && fishAddedDaysAgo <= AFTER_FISH_DAYS,
    'young tank climbs': (rises || nitrate?.place === 'high') && ageDays !== undefined && ageDays < YOUNG_DAYS,
    high: nitrate?.place === 'high' || phosphate?.place === 'high',
    low: nitrate?.place === 'low' || phosphate?.place === 'low',
  };
  return FINDINGS.filter((finding) => found[finding]);
}

/** What a finding asks for, as sentences. */
export function findingWords(finding: Finding, input: NutrientLevelsInput): Phrase[] {
  const [nitrate, phosphate] = [judged(input, 'nitrate'), judged(input, 'phosphate')];
  const both: Phrase[] = [
    ...(nitrate ? ['nitrate', quantity('nitrate', nitrate.value)] : []),
    ...(nitrate && phosphate ? ['and'] : []),
    ...(phosphate ? ['phosphate', quantity('phosphate', phosphate.value)] : []),
  ];
  const pressed = (place: Place) =>
    listed([nitrate, phosphate].flatMap((each) => (each?.place === place ? [each.nutrient] : [])));
  switch (finding) {
    case 'both zero':
      return [
        'Feed more: nitrate and phosphate have both read zero for',
        quantity('days', Math.round(zeroDaysOf(input) ?? 0)),
        ', which starves corals in every school.',
      ];
    case 'lean at high alkalinity':
      return [
        'Ease alkalinity down over three to four weeks and feed more:',
        quantity('alkalinity', input.alkalinity ?? 0),
        'is high for lean water,',
        ...both,
        ', and that pair bleaches corals. Aim at',
        quantity('alkalinity', EASED_TO),
        '.',
      ];
    case 'paling while lean':
      return ['Feed more: corals were seen paling, and', ...both, 'are lean.'];
    case 'nitrate gone':
      return [
        'Raise nitrate: it reads zero while phosphate stands at',
        quantity('phosphate', phosphate?.value ?? 0),
        '; without nitrate nothing takes the phosphate up.',
      ];
    case 'phosphate gone':
      return [
        'Let phosphate come up: it reads zero while nitrate stands at',
        quantity('nitrate', nitrate?.value ?? 0),
        '. Take phosphate media out by half first.',
      ];
    case 'both zero lately':
      return ['Feed a little more and test again in a week: nitrate and phosphate both read zero.'];
    case 'cyanobacteria after food':
      return [
        input.broadcast
          ? 'Leave the broadcast food out first, then feed less by steps: a red film was seen while it is fed.'
          : 'Feed less by steps: a red film was seen after feeding was raised.',
      ];
    case 'cyanobacteria':
      return nitrate?.place === 'high' || phosphate?.place === 'high'
        ? ['Siphon the red film off, turn a pump on the place, and feed less by steps.']
        : ['Siphon the red film off and turn a pump on the place; leave the nutrients as they are.'];
    case 'phosphate climbs with food':
      return ['Phosphate climbs since feeding was raised: feed less by a step before any media are bought.'];
    case 'nitrate after livestock':
      return ['Wait and test weekly: nitrate rises since fish were added, and bacteria catch up in some weeks.'];
    case 'young tank climbs':
      return [
        'Buy nothing yet: in a tank of',
        quantity('days', input.ageDays ?? 0),
        'nitrate climbs and after months falls by itself; changes of water carry it until then.',
      ];
    case 'high':
      return [`Bring ${pressed('high')} down by steps: feed less, then change more.`];
    case 'low':
      return [`Bring ${pressed('low')} up by steps: feed more, then export less.`];
  }
}

/** Signs beside the levels that a keeper looks for: in words. */
export function signsBeside(input: NutrientLevelsInput): readonly string[] {
  return (['paling', 'cyanobacteria', 'colour-back', 'hair-algae', 'dinoflagellates'] as const).flatMap((sign) =>
    seenLately(input, [sign]) ? [signWords(sign)] : [],
  );
}
