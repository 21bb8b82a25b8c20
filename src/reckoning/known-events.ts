import { CALCIUM_MG_PER_MEQ } from '@/chemistry/tank-model/metabolism';
import { carbonateOfWater } from '@/chemistry/carbonate/reef-water';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { strengthOfBottle } from '@/chemistry/reagents/label-claim';
import { amountsOf, type Strength } from '@/chemistry/reagents/solution';
import { attempt } from '@/chemistry/refusal';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { SPECIES, type Amounts, type Water } from '@/chemistry/tank-model/water';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { BATCH_LASTS_DAYS, batchState, waterOfBatch } from './batches';
import { memoise } from './memoise';
import { waterOfSalt } from './water-of-salt';
import type { Book, EntryOf, Solution, Tank } from '@/record/schema';
import { bottleAt, remadeWithin } from '@/record/solution-history';

/** The strength of a solution as it is made now, or as it was at a moment. */
export function strengthOf(solution: Solution, at = Infinity): Strength {
  return strengthOfBottle(bottleAt(solution, at));
}

const MINUTE_MS = 60_000;

/** The middle of a tank's target band, or of the band keepers hold. */
export function aimFor(tank: Tank, parameter: keyof typeof PARAMETERS): number {
  const [low, high] = tank.targets[parameter] ?? PARAMETERS[parameter].band;
  return (low + high) / 2;
}

/**
 * The water a change put in: that of the batch it names, or of the last one mixed for the tank; the entry's salinity, else
 * the batch's, else the tank's aim; the batch's own tests, else the salt's profile, else natural seawater's.
 * @param batch the last one mixed for the tank before the change, if any
 */
export function newWaterOf(book: Book, tank: Tank, change: EntryOf<'water-change'>, batch?: EntryOf<'batch'>): Water {
  const named =
    change.batchId === undefined
      ? undefined
      : book.entries.find((entry): entry is EntryOf<'batch'> => entry.kind === 'batch' && entry.id === change.batchId);
  const recent = named ?? (batch && change.at - batch.at < BATCH_LASTS_DAYS * DAY_MS ? batch : undefined);
  if (!recent) {
    const salt = book.salts.find(({ id }) => id === tank.saltId);
    return waterOfSalt(salt, change.salinity ?? aimFor(tank, 'salinity'));
  }
  // Read and used within the minute: the reading still is of what went in.
  const standing = batchState(book, recent, change.at + MINUTE_MS);
  return waterOfBatch(book, { ...standing, salinity: change.salinity ?? standing.salinity });
}

/** What a change is taken to bring, in words, for a working that rests on it. */
export function newWaterWords(book: Book, tank: Tank): string {
  const salt = book.salts.find(({ id }) => id === tank.saltId);
  return salt?.profile
    ? `water changes taken as ${salt.name} by its label`
    : 'water changes taken as natural seawater, since no profile of the salt is entered';
}

/** Everything the record says went into or out of a tank, for the tank model. Consumption is never among it. */
export function knownEvents(book: Book, tank: Tank): readonly TankEvent[] {
  return memoise(book, tank, 'known events', () => eventsOf(book, tank));
}

function eventsOf(book: Book, tank: Tank): TankEvent[] {
  const solutions = new Map(book.solutions.map((solution) => [solution.id, solution]));
  const perMl = (solutionId: string, at: number) => {
    const solution = solutions.get(solutionId);
    return solution && amountsOf(strengthOf(solution, at), 1 / 1000);
  };
  const nextSetAt = nextStandingDoses(book, tank);
  let batch: EntryOf<'batch'> | undefined;
  return book.entries.flatMap((entry): TankEvent[] => {
    if (entry.tankId !== tank.id) return [];
    switch (entry.kind) {
      case 'dose':
        return [{ kind: 'addition', at: entry.at, amounts: times(perMl(entry.solutionId, entry.at), entry.volumeMl) }];
      case 'standing-dose': {
        // A bottle made otherwise while the dose ran brings otherwise from then on.
        const solution = solutions.get(entry.solutionId);
        const until = nextSetAt.get(entry.id) ?? Infinity;
        return [entry.at, ...(solution ? remadeWithin(solution, entry.at, until) : [])].map((at) => ({
          kind: 'rate',
          at,
          source: entry.solutionId,
          perDay: times(perMl(entry.solutionId, at), entry.mlPerDay),
        }));
      }
      case 'reactor': {
        const litresPerDay = (entry.mlPerMin * 1440) / 1000;
        return [
          {
            kind: 'loop',
            at: entry.at,
            source: 'reactor',
            litresPerDay,
            returns: { alkalinity: entry.effluentAlkalinity, dic: effluentDic(tank, entry.effluentAlkalinity) },
          },
          // Calcium is not read at the effluent; the media give it in proportion to the alkalinity gained over the tank's aim.
          {
            kind: 'rate',
            at: entry.at,
            source: 'reactor media',
            perDay: { calcium: reactorGain(tank, entry) * CALCIUM_MG_PER_MEQ },
          },
        ];
      }
      case 'water-change':
        return [
          { kind: 'exchange', at: entry.at, volumeL: entry.volumeL, water: newWaterOf(book, tank, entry, batch) },
        ];
      case 'reading':
      case 'refill':
      case 'note':
      case 'batch-check':
      case 'step-done':
      case 'put-in':
      case 'set-up-step':
      case 'reservoir-level':
      case 'pump-run':
      case 'room':
      case 'upkeep':
      case 'bottle-level':
        return [];
      case 'batch':
        batch = entry;
        return [];
    }
  });
}

/** When each standing dose is overruled by the next of its solution, by the entry's id. */
function nextStandingDoses(book: Book, tank: Tank): ReadonlyMap<string, number> {
  const running = new Map<string, string>();
  const next = new Map<string, number>();
  for (const entry of book.entries) {
    if (entry.tankId !== tank.id || entry.kind !== 'standing-dose') continue;
    const before = running.get(entry.solutionId);
    if (before !== undefined) next.set(before, entry.at);
    running.set(entry.solutionId, entry.id);
  }
  return next;
}

/** Alkalinity a reactor brings to a tank at its aim, mmol a day. */
export function reactorGain(
  tank: Tank,
  { mlPerMin, effluentAlkalinity }: Pick<EntryOf<'reactor'>, 'mlPerMin' | 'effluentAlkalinity'>,
): number {
  return Math.max(0, ((mlPerMin * 1440) / 1000) * (effluentAlkalinity - aimFor(tank, 'alkalinity')));
}

/** A chamber is held at about this pH, which is not read into the record. Common practice. */
const CHAMBER_PH = 6.6;

/** Carbon of an effluent, mmol/L: its alkalinity at the chamber's pH, excess CO2 and all. */
function effluentDic(tank: Tank, alkalinity: number): number {
  const { outcome } = attempt(() =>
    carbonateOfWater({ alkalinityMmolPerL: alkalinity, phNbs: CHAMBER_PH }, aimFor(tank, 'salinity'), 25),
  );
  return outcome?.dicMmolPerL ?? alkalinity;
}

/** So much of what is followed here; ions that no reading tells of are left out. */
function times(amounts: Amounts | undefined, factor: number): Amounts {
  return Object.fromEntries(
    SPECIES.flatMap((species) => {
      const amount = amounts?.[species];
      return amount === undefined ? [] : [[species, amount * factor]];
    }),
  );
}
