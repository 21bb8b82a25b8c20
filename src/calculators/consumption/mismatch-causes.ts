import type { Mismatch } from '@/chemistry/consumption/estimate';
import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';
import { quantity } from '@/quantities/quantity';
import type { Phrase } from '../calculator/calculator';

/** What the record says that bears on why alkalinity and calcium stand apart. Amounts a day and a litre. */
export interface MismatchFacts {
  /** Alkalinity and calcium supplied by what is dosed, mmol/L and mg/L a day. */
  readonly dosedAlkalinity: number;
  readonly dosedCalcium: number;
  /** Share of the water changed a day. */
  readonly changedShare: number;
  /** Nitrate made a day as tests show it, mg/L; undefined where they do not. */
  readonly nitratePerDay: number | undefined;
}

type CauseId =
  'carbonate strength' | 'calcium strength' | 'salt profile' | 'calcium kit' | 'nitrification' | 'net volume';

/** One thing that would explain it, with how large an error of it would be needed. */
export interface Cause {
  readonly id: CauseId;
  readonly says: readonly Phrase[];
  /** The error it takes, in errors usual of its kind: the smaller the likelier. */
  readonly errorsOff: number;
  /** What would show it. */
  readonly test: string;
}

/** How far each is usually off: a weighed solution, a salt's label, a kit against another, a net volume. Common practice. */
const USUAL = {
  strength: 0.05,
  saltAlkalinity: 0.4 * MMOL_PER_L_PER_DKH,
  saltCalcium: 15,
  kitDriftMgPerMonth: 10,
  volume: 0.07,
} as const;
/** Less than this of a thing cannot have explained it. */
const NOT_AT_ALL = 12;

/**
 * What would explain that alkalinity and calcium are not consumed in proportion, the likeliest first: for each the error it would
 * take, against the error usual of its kind.
 */
export function mismatchCauses({ perDay }: Mismatch, facts: MismatchFacts): Cause[] {
  const size = Math.abs(perDay);
  const asCalcium = size * CALCIUM_MG_PER_MEQ;
  const more = perDay > 0;
  const causes: Cause[] = [];
  const add = (id: CauseId, errorsOff: number, says: readonly Phrase[], test: string) => {
    if (errorsOff < NOT_AT_ALL) causes.push({ id, errorsOff, says, test });
  };
  if (facts.dosedAlkalinity > 0) {
    const share = size / facts.dosedAlkalinity;
    add(
      'carbonate strength',
      share / USUAL.strength,
      [
        `the alkalinity dosed is`,
        quantity('percent', share * 100),
        `${more ? 'less' : 'more'} than logged: a ${more ? 'weaker' : 'stronger'} solution, or its pump`,
      ],
      'measure what the alkalinity pump gives, and mix its solution anew by weight',
    );
  }
  if (facts.dosedCalcium > 0) {
    const share = asCalcium / facts.dosedCalcium;
    add(
      'calcium strength',
      share / USUAL.strength,
      [
        `the calcium dosed is`,
        quantity('percent', share * 100),
        `${more ? 'more' : 'less'} than logged: a ${more ? 'stronger' : 'weaker'} solution (its salt’s water of hydration), or its pump`,
      ],
      'measure what the calcium pump gives, and mix its solution anew by weight',
    );
  }
  if (facts.changedShare > 0) {
    const alkalinity = size / facts.changedShare;
    const calcium = asCalcium / facts.changedShare;
    const byAlkalinity = alkalinity / USUAL.saltAlkalinity;
    const byCalcium = calcium / USUAL.saltCalcium;
    add(
      'salt profile',
      Math.min(byAlkalinity, byCalcium),
      byAlkalinity < byCalcium
        ? [
            `new water holds`,
            quantity('alkalinity', alkalinity),
            `${more ? 'less' : 'more'} alkalinity than its salt’s profile says`,
          ]
        : [
            `new water holds`,
            quantity('calcium', calcium),
            `${more ? 'more' : 'less'} calcium than its salt’s profile says`,
          ],
      'test alkalinity and calcium of the next batch before it goes in',
    );
  }
  add(
    'calcium kit',
    (asCalcium * 30) / USUAL.kitDriftMgPerMonth,
    [`the calcium kit drifts by`, quantity('calcium', asCalcium * 30), `a month, as an ageing reagent does`],
    'test calcium with a second kit, or a solution of known calcium',
  );
  if (more) {
    // Ammonia to nitrate takes two equivalents, less one that food's decay gives.
    const needed = size * MOLAR_MASS.NO3;
    const measured = Math.max(0, facts.nitratePerDay ?? 0);
    add(
      'nitrification',
      facts.nitratePerDay === undefined ? 4 : measured > 0 ? Math.max(0, needed / measured - 1) * 2 : NOT_AT_ALL,
      [`nitrification of food, which would make`, quantity('ionRate', needed), `of nitrate that nothing takes up`],
      'test nitrate twice, a week apart',
    );
  }
  // Where both are dosed in proportion, a wrong volume moves both alike and explains nothing.
  const unbalanced = Math.abs(facts.dosedAlkalinity - facts.dosedCalcium / CALCIUM_MG_PER_MEQ);
  if (unbalanced > 0)
    add(
      'net volume',
      size / unbalanced / USUAL.volume,
      [
        `the net volume is off by`,
        quantity('percent', (size / unbalanced) * 100),
        `, since alkalinity and calcium are not dosed in proportion`,
      ],
      'measure the net volume by dilution',
    );
  return causes.toSorted((a, b) => a.errorsOff - b.errorsOff);
}

/** The one test that would tell the likeliest cause from the next. */
export function tellingTest(causes: readonly Cause[]): string | undefined {
  return causes[0]?.test;
}
