import { CALCIUM_MG_PER_MEQ } from '@/chemistry/consumption/balance';
import { PARAMETERS } from '@/chemistry/parameters';
import { solutionStrength, type Strength } from '@/chemistry/reagents/solution';
import { naturalSeawater } from '@/chemistry/seawater/composition';
import type { TankEvent } from '@/chemistry/tank-model/events';
import { salinityAmountFromSolids, type Amounts, type Water } from '@/chemistry/tank-model/water';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { remember } from './remember';
import type { Book, EntryOf, Salt, Solution, Tank } from '@/record/schema';

/** A batch older than this is not what went in without saying so. */
const BATCH_LASTS_DAYS = 60;

/** What a millilitre of a solution adds to a tank, as amounts of the tank model. */
function amountsPerMl(strength: Strength): Amounts {
  return {
    alkalinity: strength.alkalinityMmolPerL / 1000,
    calcium: strength.calciumMgPerL / 1000,
    magnesium: strength.magnesiumMgPerL / 1000,
    salinity: salinityAmountFromSolids(strength.solidsGPerL / 1000),
  };
}

export function strengthOf(solution: Solution): Strength {
  return solutionStrength(solution.parts);
}

/** The middle of a tank's target band, or of the band keepers hold. */
export function aimFor(tank: Tank, parameter: keyof typeof PARAMETERS): number {
  const [low, high] = tank.targets[parameter] ?? PARAMETERS[parameter].band;
  return (low + high) / 2;
}

/**
 * The water a change put in: the entry's salinity, else the last batch's, else the tank's aim; the salt's profile, else
 * natural seawater's.
 * @param batch the last one mixed for the tank before the change, if any
 */
export function newWaterOf(book: Book, tank: Tank, change: EntryOf<'water-change'>, batch?: EntryOf<'batch'>): Water {
  const recent = batch && change.at - batch.at < BATCH_LASTS_DAYS * DAY_MS ? batch : undefined;
  const salinity = change.salinity ?? recent?.measuredSalinity ?? recent?.targetSalinity ?? aimFor(tank, 'salinity');
  return waterOfSalt(
    book.salts.find(({ id }) => id === (recent?.saltId ?? tank.saltId)),
    salinity,
  );
}

/** What a change is taken to bring, in words, for a working that rests on it. */
export function newWaterWords(book: Book, tank: Tank): string {
  const salt = book.salts.find(({ id }) => id === tank.saltId);
  return salt?.profile
    ? `water changes taken as ${salt.name} by its label`
    : 'water changes taken as natural seawater, since no profile of the salt is entered';
}

function waterOfSalt(salt: Salt | undefined, salinity: number): Water {
  const profile = salt?.profile;
  if (!profile || profile.salinity === 0) {
    const natural = naturalSeawater(salinity);
    return {
      salinity,
      alkalinity: natural.alkalinityMmolPerL,
      calcium: natural.calciumMgPerL,
      magnesium: natural.magnesiumMgPerL,
      nitrate: 0,
      phosphate: 0,
    };
  }
  const scale = salinity / profile.salinity;
  return {
    salinity,
    alkalinity: profile.alkalinity * scale,
    calcium: profile.calcium * scale,
    magnesium: profile.magnesium * scale,
    nitrate: 0,
    phosphate: 0,
  };
}

/** Everything the record says went into or out of a tank, for the tank model. Consumption is never among it. */
export function knownEvents(book: Book, tank: Tank): readonly TankEvent[] {
  return remember(book, tank, 'known events', () => eventsOf(book, tank));
}

function eventsOf(book: Book, tank: Tank): TankEvent[] {
  const perMl = new Map(book.solutions.map((solution) => [solution.id, amountsPerMl(strengthOf(solution))]));
  let batch: EntryOf<'batch'> | undefined;
  return book.entries.flatMap((entry): TankEvent[] => {
    if (entry.tankId !== tank.id) return [];
    switch (entry.kind) {
      case 'dose':
        return [{ kind: 'addition', at: entry.at, amounts: times(perMl.get(entry.solutionId), entry.volumeMl) }];
      case 'standing-dose':
        return [
          {
            kind: 'rate',
            at: entry.at,
            source: entry.solutionId,
            perDay: times(perMl.get(entry.solutionId), entry.mlPerDay),
          },
        ];
      case 'reactor': {
        const litresPerDay = (entry.mlPerMin * 1440) / 1000;
        return [
          {
            kind: 'loop',
            at: entry.at,
            source: 'reactor',
            litresPerDay,
            returns: { alkalinity: entry.effluentAlkalinity },
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
        return [];
      case 'batch':
        batch = entry;
        return [];
    }
  });
}

/** Alkalinity a reactor brings to a tank at its aim, mmol a day. */
export function reactorGain(tank: Tank, { mlPerMin, effluentAlkalinity }: EntryOf<'reactor'>): number {
  return Math.max(0, ((mlPerMin * 1440) / 1000) * (effluentAlkalinity - aimFor(tank, 'alkalinity')));
}

function times(amounts: Amounts | undefined, factor: number): Amounts {
  return Object.fromEntries(Object.entries(amounts ?? {}).map(([species, amount]) => [species, amount * factor]));
}
