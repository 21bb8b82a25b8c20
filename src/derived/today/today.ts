import { attempt } from '@/calculators/calculator/attempt';
import type { Answer } from '@/calculators/calculator/calculator';
import { refusalIn } from '@/calculators/calculator/refusal-text';
import { notWorkedOut } from '@/calculators/today/not-worked-out';
import { CONCERNS, today, type Concern, type TodayInput } from '@/calculators/today/today';
import type { Snapshot, Tank } from '@/record/schema';
import { benchOf, partOf, type BenchPath } from '@/registry/benches';
import { CONCERN_PLACES, type ConcernPlace } from '@/registry/concerns';
import { nextTestConcern } from '../balance/next-test-concern';
import type { AskConcern } from '../concern';
import type { CycleOutcome } from '../cycle/cycle';
import { cycleConcern } from '../cycle/cycle-concern';
import { correctionConcern, doseConcern } from '../dosing/dosing-concerns';
import { limewaterConcern } from '../limewater/limewater-concern';
import { nutrientsConcern } from '../nutrients/nutrients-concern';
import { instrumentConcern } from '../observations/observation-concerns';
import { phConcern } from '../ph/ph-concern';
import { reactorConcern, reactorStoresConcern } from '../reactor/reactor-concerns';
import { waterChangeConcern } from '../saltwater/change-concern';
import { topOffConcern, topOffUpkeepConcern } from '../top-off/top-off-concerns';
import { levelsConcern, trialConcern } from '../trends/trend-concerns';
import { dangerConcern, leavingConcern } from './today-concerns';

/** What a bench cannot work out presses more than a dose that runs as it should, and less than one that is off. Chosen. */
const REFUSED_PRESSES = 1.5;

export interface TodayLine extends ConcernPlace {
  /** The bench's name, and the part's. */
  readonly title: string;
  readonly answer: Answer;
  /** The greater the more pressing. */
  readonly pressing: number;
}

export interface Today {
  readonly answer: Answer;
  readonly bench: BenchPath;
  readonly as?: string | undefined;
  readonly lines: readonly TodayLine[];
}

/** Who is asked about each concern; the cycle's reading is brought by who asks for Today. */
const ASK: Readonly<Record<Exclude<Concern, 'cycle'>, AskConcern>> = {
  danger: dangerConcern,
  'top-off': topOffConcern,
  'top-off upkeep': topOffUpkeepConcern,
  leaving: leavingConcern,
  dose: doseConcern,
  correction: correctionConcern,
  limewater: limewaterConcern,
  reactor: reactorConcern,
  'reactor stores': reactorStoresConcern,
  nutrients: nutrientsConcern,
  ph: phConcern,
  levels: levelsConcern,
  instrument: instrumentConcern,
  trial: trialConcern,
  'next test': nextTestConcern,
  'water change': waterChangeConcern,
};

/**
 * Each bench's own answer, in the order it presses.
 * @param cycle the daily reading of a new tank, where one is followed, or that it is being worked out
 */
export function todayOf(snapshot: Snapshot, tank: Tank, now: number, cycle?: CycleOutcome | 'asked'): Today {
  const asked = CONCERNS.map((concern) => ({
    concern,
    ...attempt(() => (concern === 'cycle' ? cycleConcern(tank, cycle) : ASK[concern](snapshot, tank, now))),
  }));
  const facts = Object.fromEntries(
    asked.flatMap(({ concern, outcome }) => (outcome ? [[concern, outcome.facts]] : [])),
  ) as TodayInput;
  const { answer, values } = today.run(facts);
  const pressing = new Map(values.order.map((each) => [each.concern, each.pressing]));
  const lines = asked
    .flatMap(({ concern, outcome, refusal }): TodayLine[] => {
      const place: ConcernPlace = CONCERN_PLACES[concern];
      if (refusal) {
        const told = notWorkedOut(refusalIn(refusal, snapshot.settings.units));
        return [{ ...place, title: titleOf(place), answer: told, pressing: REFUSED_PRESSES }];
      }
      if (!outcome) return [];
      const at = { ...place, ...(outcome.bench && { bench: outcome.bench }) };
      return [{ ...at, title: titleOf(at), answer: outcome.answer, pressing: pressing.get(concern) ?? 0 }];
    })
    // The dose and the reactor rest on one question: refused, it is said once.
    .filter(
      (line, i, all) => all.findIndex((other) => sameRefusal(line, other)) === i || line.pressing !== REFUSED_PRESSES,
    )
    .toSorted((a, b) => b.pressing - a.pressing);
  const first = lines[0];
  if (!first) return { answer, bench: 'log', lines };
  return { answer: first.answer, bench: first.bench, as: first.as, lines };
}

function titleOf({ bench, as }: ConcernPlace): string {
  const entry = benchOf(bench);
  const part = as === undefined ? undefined : partOf(entry, as);
  return part ? `${entry.name}: ${part.name.toLowerCase()}` : entry.name;
}

function sameRefusal(a: TodayLine, b: TodayLine): boolean {
  return a.title === b.title && a.pressing === b.pressing && a.answer.says[0] === b.answer.says[0];
}
