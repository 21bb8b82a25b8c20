import * as z from 'zod';
import { DAY_MS } from '@/chemistry/tank-model/time';
import { quantity } from '@/quantities/quantity';
import { amount, figure, moment } from '../calculator/calculator-input';
import { defineCalculator, type Caution, type Phrase, type Step } from '../calculator/calculator';
import { capitalised, listed } from '../calculator/words';
import { readingExpectation } from '../parameters/parameters';
import { signWords } from '../signs/signs';
import { NUISANCE_FACTS, NUISANCES } from './algae-facts';
import { YOUNG_DAYS } from './level-findings';
import { REMEDY_IDS, remedyWords } from './remedies';
import { READS_ZERO_BELOW } from './zero-nutrients';

/** It has stayed long when seen for so many days. Chosen: twice as long as it usually takes. */
const LONG_DAYS = 60;

const input = z.strictObject({
  now: moment('now'),
  sign: z.enum(NUISANCES),
  /** When it was seen, in any order; gone where it was seen no more. */
  seen: z
    .array(z.strictObject({ at: moment('when it was seen'), gone: z.boolean().default(false) }))
    .max(500)
    .default([]),
  ageDays: figure('age of the tank', 0, 40_000, 'days').optional(),
  nitrate: amount(readingExpectation('nitrate')).optional(),
  phosphate: amount(readingExpectation('phosphate')).optional(),
  /** What is fed now against before, and since when. */
  feedingRaised: z
    .strictObject({
      daysAgo: figure('days since feeding was changed', 0, 40_000, 'days'),
      times: figure('feeding, times what it was', 0.001, 1000),
    })
    .optional(),
  broadcast: z.boolean().default(false),
  /** TDS behind the resin. */
  tds: figure('TDS behind the resin', 0, 1000, 'mg/L').optional(),
  /** Remedies that cost an animal in this tank, with what is noted of it. */
  ruledOut: z
    .array(z.strictObject({ remedy: z.enum(REMEDY_IDS), at: moment('when'), note: z.string().max(2000).optional() }))
    .max(100)
    .default([]),
});
type Input = z.output<typeof input>;

export const algae = defineCalculator({
  name: 'algae',
  asks: 'What does an alga, a film or a pest mean here, what is done in which order, and what is left alone?',
  input,
  example: {
    now: 1_790_000_000_000,
    sign: 'cyanobacteria',
    seen: [{ at: 1_789_000_000_000 }],
    nitrate: 5,
    phosphate: 0.1,
    feedingRaised: { daysAgo: 20, times: 2 },
  },
  run: (given) => {
    const { sign, ruledOut, now } = given;
    const facts = NUISANCE_FACTS[sign];
    const never = new Set(ruledOut.map(({ remedy }) => remedy));
    const acts = facts.acts
      .filter(({ remedy }) => !never.has(remedy))
      .map(({ remedy, does }) => ({
        remedy,
        does:
          remedy === 'less-food' && given.broadcast
            ? `leave the broadcast food for corals out first, then ${does}`
            : does,
      }));
    const course = courseOf(given);
    const young = facts.phase === true && given.ageDays !== undefined && given.ageDays < YOUNG_DAYS;
    const [first, second] = acts;
    return {
      answer: {
        says: [
          ...(course.gone
            ? [
                `${capitalised(signWords(sign))} went:`,
                ...(course.days > 0 ? ['seen for', quantity('days', course.days), ', and gone since'] : ['gone since']),
                { moment: course.last, day: true } as Phrase,
                '. Leave things as they are.',
              ]
            : young
              ? [`Wait: ${signWords(sign)} in a tank this young is a phase, and ${facts.ends}.`]
              : first
                ? [
                    course.first === undefined
                      ? `${capitalised(signWords(sign))} was not logged here; were it seen, ${first.does}`
                      : `${capitalised(signWords(sign))}: ${first.does}`,
                    ...(second ? [`, then ${second.does}.`] : ['.']),
                  ]
                : [`Leave ${signWords(sign)} alone: every remedy for it was ruled out here.`]),
        ],
        certainty: 'rough',
        because: [
          `It usually means ${facts.means}.`,
          ...besides(given),
          ...(course.first !== undefined && !course.gone
            ? [
                'Seen since',
                { moment: course.first, day: true } as Phrase,
                ...(course.days > LONG_DAYS ? [', which is long', '.'] : ['.']),
              ]
            : []),
        ],
      },
      working: workingOf(given, course.days),
      cautions: cautionsOf(
        given,
        facts.acts.flatMap(({ remedy }) => (never.has(remedy) ? [remedy] : [])),
      ),
      values: { acts, facts, course, young, now },
    };
  },
});

/** Since when it is seen, over how long, and whether it has gone: of the last time it came. */
function courseOf({ seen, now }: Input) {
  const sorted = seen.filter(({ at }) => at <= now).toSorted((a, b) => a.at - b.at);
  const last = sorted.at(-1);
  const before = last?.gone ? sorted.slice(0, -1) : sorted;
  const ended = before.findLastIndex(({ gone }) => gone);
  const first = before[ended + 1];
  const until = last?.gone ? last.at : now;
  return {
    first: first?.at,
    last: last?.at ?? now,
    gone: last?.gone === true,
    days: first ? Math.round((until - first.at) / DAY_MS) : 0,
  };
}

/** What of this tank speaks for a cause. */
function besides({ sign, nitrate, phosphate, feedingRaised, broadcast, tds }: Input): Phrase[] {
  const { price } = NUISANCE_FACTS[sign];
  const raised = feedingRaised && feedingRaised.times > 1.2 && feedingRaised.daysAgo < 60;
  return [
    ...(price && raised
      ? [
          'Here feeding was raised',
          quantity('days', Math.round(feedingRaised.daysAgo)),
          'ago: this is the price of heavy feeding, as colour is its gain.',
        ]
      : []),
    ...(price && broadcast ? ['A broadcast food for corals is fed, which feeds this first.'] : []),
    ...(sign === 'diatoms' && (tds ?? 0) > 0
      ? ['TDS behind the resin is', quantity('tds', tds ?? 0), ': the resin is spent.']
      : []),
    ...(nitrate !== undefined && phosphate !== undefined
      ? nitrate < READS_ZERO_BELOW.nitrate && phosphate < READS_ZERO_BELOW.phosphate
        ? ['Nitrate and phosphate both read zero here: nothing more is to be taken out.']
        : nitrate < 1 && phosphate > 0.05
          ? ['Nitrate is near zero beside phosphate here, which suits this and little else.']
          : []
      : []),
  ];
}

function workingOf({ nitrate, phosphate, seen, ageDays }: Input, days: number): Step[] {
  return [
    { label: 'Times it was logged', value: quantity('ratio', seen.length), origin: 'log', from: 'seen, and gone' },
    { label: 'Days it was there', value: quantity('days', days), origin: 'log', from: 'since it was first seen' },
    ...(ageDays === undefined
      ? []
      : [
          {
            label: 'Age of the tank',
            value: quantity('days', ageDays),
            origin: 'log' as const,
            from: 'since its first entry',
          },
        ]),
    ...(nitrate === undefined
      ? []
      : [{ label: 'Nitrate', value: quantity('nitrate', nitrate), origin: 'log' as const, from: 'as read last' }]),
    ...(phosphate === undefined
      ? []
      : [
          { label: 'Phosphate', value: quantity('phosphate', phosphate), origin: 'log' as const, from: 'as read last' },
        ]),
  ];
}

function cautionsOf({ sign, ruledOut }: Input, never: readonly string[]): Caution[] {
  const { acts } = NUISANCE_FACTS[sign];
  const poison = acts.some(
    ({ remedy }) => remedy === 'antibiotic' || remedy === 'algaecide' || remedy === 'flatworm-remedy',
  );
  return [
    ...ruledOut
      .filter(({ remedy }) => never.includes(remedy))
      .map(({ remedy, note, at }): Caution => ({
        severity: 'danger',
        says: [
          `Never again here: ${remedyWords(remedy)}, ruled out`,
          { moment: at, day: true },
          note ? `: “${note.length > 120 ? `${note.slice(0, 117).trimEnd()}…` : note}”.` : '.',
        ],
      })),
    ...(poison
      ? [
          {
            severity: 'caution' as const,
            usual: true as const,
            says: [
              `Medicines (${listed(acts.filter(({ remedy }) => remedy === 'antibiotic' || remedy === 'algaecide' || remedy === 'flatworm-remedy').map(({ remedy }) => remedyWords(remedy)))}) can cost animals: the label and a veterinarian first, where local rules allow them at all.`,
            ],
          },
        ]
      : []),
  ];
}
