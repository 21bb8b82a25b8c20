import { G_PER_POUND, L_PER_IMPERIAL_GALLON, L_PER_US_GALLON } from './conversion';

/** A unit that is a product of no others. */
export interface BaseUnit {
  readonly symbol: string;
  /** Other spellings, lower case, without spaces; the symbol need not be repeated. */
  readonly spellings: readonly string[];
  /** What one of it is, in the base's own first unit. */
  readonly factor: number;
}

const unit = (symbol: string, factor: number, spellings = ''): BaseUnit => ({
  symbol,
  factor,
  spellings: spellings === '' ? [] : spellings.split(' '),
});

/** Twenty drops of water weigh a gram from the standard dropper (European Pharmacopoeia 2.1.1, from memory). */
const L_PER_DROP = 0.05e-3;

/**
 * What units are made of. The first of each is the one the others are counted in. Gallons and what they divide into are exact by
 * definition: a US gallon is 231 cubic inches, an imperial one 4.54609 L; a spoon is the US one, 1/256 and 1/768 of a gallon.
 */
export const BASES = {
  volume: [
    unit('L', 1, 'litre litres liter liters ltr ltrs lt'),
    unit('mL', 1e-3, 'mls cc ccs millilitre millilitres milliliter milliliters'),
    unit('µL', 1e-6, 'ul microlitre microlitres'),
    unit('m³', 1000, 'm3 cbm'),
    unit('US gal', L_PER_US_GALLON, 'usgals usgallon usgallons'),
    unit('imp gal', L_PER_IMPERIAL_GALLON, 'impgals ukgal impgallon impgallons ukgallon ukgallons'),
    unit('US qt', L_PER_US_GALLON / 4, 'usqts usquart usquarts'),
    unit('imp qt', L_PER_IMPERIAL_GALLON / 4, 'impquart impquarts ukqt'),
    unit('US pt', L_PER_US_GALLON / 8, 'uspint uspints'),
    unit('imp pt', L_PER_IMPERIAL_GALLON / 8, 'imppint imppints ukpint ukpints'),
    unit('US cup', L_PER_US_GALLON / 16, 'uscups'),
    unit('US fl oz', L_PER_US_GALLON / 128, 'usfluidounce usfluidounces'),
    unit('imp fl oz', L_PER_IMPERIAL_GALLON / 160, 'ukfloz impfluidounce impfluidounces'),
    unit('tbsp', L_PER_US_GALLON / 256, 'tbsps tablespoon tablespoons tbs'),
    unit('tsp', L_PER_US_GALLON / 768, 'tsps teaspoon teaspoons'),
    unit('drops', L_PER_DROP, 'drop'),
  ],
  mass: [
    unit('g', 1, 'gr gram grams gramme grammes'),
    unit('kg', 1e3, 'kgs kilo kilos kilogram kilograms'),
    unit('mg', 1e-3, 'milligram milligrams'),
    unit('µg', 1e-6, 'ug mcg microgram micrograms'),
    unit('lb', G_PER_POUND, 'lbs pound pounds'),
    unit('oz', G_PER_POUND / 16, 'ozs ounce ounces'),
    // 7000 grains are a pound, by definition.
    unit('grain', G_PER_POUND / 7000, 'grains'),
  ],
  time: [
    unit('day', 1, 'd days'),
    unit('h', 1 / 24, 'hr hrs hour hours'),
    unit('min', 1 / 1440, 'm mins minute minutes'),
    unit('s', 1 / 86_400, 'sec secs second seconds'),
    unit('week', 7, 'w wk wks weeks'),
    // A twelfth of 365.25 days.
    unit('month', 365.25 / 12, 'mo months'),
    unit('year', 365.25, 'y yr years'),
  ],
  length: [
    unit('m', 1, 'metre metres meter meters'),
    unit('cm', 0.01),
    unit('mm', 0.001),
    unit('in', 0.0254, 'inch inches'),
    unit('ft', 0.3048, 'foot feet'),
  ],
} as const satisfies Record<string, readonly BaseUnit[]>;

export type Base = keyof typeof BASES;
