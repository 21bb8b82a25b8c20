import { given } from '@/calculators/calculator/given';
import * as z from 'zod';
import { AMOUNTS } from '../calculator/amounts';
import { defineCalculator, type Answer, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { amount } from '../calculator/calculator-input';
import { Refusal } from '@/chemistry/refusal';
import { MOLAR_MASS } from '@/chemistry/molar-mass';
import { quantity } from '@/quantities/quantity';

/**
 * Salt that a litre of mixed resin takes up before it is spent, as a meter counts it: about half an equivalent, and an
 * equivalent of sodium chloride weighs 58.44 g. From memory, makers' usual figures; a resin's own label overrules it.
 */
const RESIN_G_PER_L = 0.5 * (MOLAR_MASS.Na + MOLAR_MASS.Cl);

/** A membrane in order holds back about this share and more. Common practice. */
const GOOD_REJECTION = 0.95;
const WORN_REJECTION = 0.9;
/** Behind the resin nothing should be left; a meter wavers by one. Common practice. */
const RESIN_SPENT_MG_PER_L = 1;
/** Time to have the next resin in the house. Chosen. */
const SOON_SHARE_LEFT = 0.15;

const resin = z.strictObject({
  litres: amount(AMOUNTS.resin),
  /** Litres of RO/DI water made since it was put in; counted from the stage's own fitting. */
  litresMade: amount({ ...AMOUNTS.waterMadeSince, field: 'water made since the resin was fitted' }),
  /** From its label, g of salt a litre of resin. */
  gramsPerL: amount({ field: 'capacity of the resin', kind: 'strength', low: 1, high: 100, usual: [5, 60] }).default(
    RESIN_G_PER_L,
  ),
});

export const purifier = defineCalculator({
  name: 'purifier',
  asks: 'How well do membrane and resin work, and what is to be changed?',
  input: z.strictObject({
    /** Dissolved solids before the membrane, after it, and after the resin. */
    tdsSupply: amount(AMOUNTS.tdsSupply),
    tdsMembrane: amount(AMOUNTS.tdsMembrane),
    tdsProduct: amount(AMOUNTS.tdsProduct),
    /** The resin the water meets first, then the next. */
    resins: z.array(resin).max(2).default([]),
  }),
  example: {
    tdsSupply: 285,
    tdsMembrane: 8,
    tdsProduct: 0,
    resins: [
      { litres: '0.6 L', litresMade: '900 L' },
      { litres: '0.6 L', litresMade: '900 L' },
    ],
  },
  run: ({ tdsSupply, tdsMembrane, tdsProduct, resins }) => {
    if (tdsMembrane > tdsSupply)
      throw new Refusal({
        field: 'TDS after the membrane',
        value: tdsMembrane,
        allowed: `0 to ${tdsSupply} mg/L, what goes into it`,
        hint: 'Water does not gain salt in a membrane: the two readings may have changed places, or the supply was read on another day.',
        suggestion: `${tdsSupply} mg/L`,
      });
    const rejection = tdsSupply === 0 ? 1 : 1 - tdsMembrane / tdsSupply;
    const loadMgPerL = Math.max(0, tdsMembrane - tdsProduct);
    const first = resins[0];
    const leftG = first && Math.max(0, first.litres * first.gramsPerL - (first.litresMade * loadMgPerL) / 1000);
    // Where almost nothing reaches the resin a meter cannot show its life.
    const litresLeft = leftG !== undefined && loadMgPerL >= 0.5 ? (leftG * 1000) / loadMgPerL : undefined;
    const shareLeft = first && leftG !== undefined ? leftG / (first.litres * first.gramsPerL) : undefined;
    const spent = tdsProduct > RESIN_SPENT_MG_PER_L;
    const working: Step[] = [
      {
        label: 'Held back by the membrane',
        value: quantity('percent', rejection * 100),
        origin: 'equation',
        from: '1 − after ÷ before; 98 % and more when new (common practice)',
      },
      {
        label: 'Left for the resin',
        value: quantity('tds', loadMgPerL),
        origin: 'equation',
        from: 'after the membrane less after the resin',
      },
    ];
    if (first && leftG !== undefined) {
      working.push(
        {
          label: 'The first resin can take',
          value: quantity('mass', first.litres * first.gramsPerL),
          origin: first.gramsPerL === RESIN_G_PER_L ? 'assumed' : 'setting',
          from: `${Number(first.gramsPerL.toFixed(1))} g of salt a litre of resin${first.gramsPerL === RESIN_G_PER_L ? ', half an equivalent (from memory)' : ', its label'}`,
        },
        {
          label: 'Taken so far',
          value: quantity('mass', (first.litresMade * loadMgPerL) / 1000),
          origin: 'log',
          from: 'litres made since it was fitted × what the membrane lets through today',
        },
      );
      if (litresLeft !== undefined)
        working.push({
          label: 'Water it can still make',
          value: quantity('volume', litresLeft),
          origin: 'equation',
          from: 'what it can still take ÷ what reaches it',
        });
    }
    return {
      answer: answerFor({ rejection, spent, stages: resins.length, litresLeft, shareLeft, tdsProduct, loadMgPerL }),
      working,
      cautions: cautionsFor(tdsMembrane, tdsProduct, rejection, spent),
      values: {
        rejection,
        loadMgPerL,
        swap: spent ? 'resin' : rejection < WORN_REJECTION ? 'membrane' : 'nothing',
        ...given({ litresLeft, shareLeft }),
      },
    };
  },
});

interface Found {
  readonly rejection: number;
  readonly spent: boolean;
  readonly stages: number;
  readonly litresLeft: number | undefined;
  readonly shareLeft: number | undefined;
  readonly tdsProduct: number;
  readonly loadMgPerL: number;
}

function answerFor({ rejection, spent, stages, litresLeft, shareLeft, tdsProduct, loadMgPerL }: Found): Answer {
  const membrane: Phrase[] = ['The membrane holds back', quantity('percent', rejection * 100), 'of what comes in.'];
  if (spent)
    return {
      says:
        stages > 1
          ? ['Take out the first resin, move the second up, and put the new one second.']
          : ['Change the resin now.'],
      certainty: 'worked out',
      because: [quantity('tds', tdsProduct), 'come through it, and none should.', ...membrane],
    };
  if (rejection < WORN_REJECTION)
    return {
      says: [
        'Have a new membrane ready: this one holds back only',
        quantity('percent', rejection * 100),
        'of what comes in.',
      ],
      certainty: 'worked out',
      because: ['Before it is changed, rule out low pressure and a line that was not flushed.'],
    };
  if (litresLeft === undefined)
    return {
      says: ['Nothing is to be changed.'],
      certainty: 'worked out',
      because: [...membrane, ...(stages > 0 ? ['So little reaches the resin that a meter cannot show its life.'] : [])],
    };
  const soon = (shareLeft ?? 1) < SOON_SHARE_LEFT;
  return {
    says: [
      soon ? 'Have the next resin in the house:' : 'Nothing is to be changed:',
      'the first resin is good for about',
      quantity('volume', Number(litresLeft.toPrecision(2))),
      'more.',
    ],
    certainty: 'rough',
    because: [
      ...membrane,
      'Read to',
      quantity('tds', 1),
      ', the',
      quantity('tds', loadMgPerL),
      'that reach the resin leave its life open by a good part.',
    ],
  };
}

function cautionsFor(tdsMembrane: number, tdsProduct: number, rejection: number, spent: boolean): Caution[] {
  const cautions: Caution[] = [
    {
      severity: 'note',
      says: [
        'A meter does not see everything: carbon dioxide passes a membrane and spends resin unseen, and nitrate, phosphate and chloramine pass more easily than salt.',
      ],
    },
  ];
  if (tdsProduct > tdsMembrane)
    cautions.push({
      severity: 'caution',
      says: [
        'More leaves the resin than enters it. A spent resin lets go what it held; or the two readings have changed places.',
      ],
    });
  if (spent)
    cautions.push({ severity: 'note', says: ['Flush a new filter for 10 to 20 minutes before its water is used.'] });
  if (rejection < GOOD_REJECTION && !spent)
    cautions.push({
      severity: 'note',
      says: ['The first minutes after a standstill read high; read again when the unit has run for a while.'],
    });
  return cautions;
}
