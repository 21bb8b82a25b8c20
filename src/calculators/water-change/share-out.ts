/** Water that is wanted on the day, by tank. */
export interface Wanted {
  /** What it is known by, whatever it is called. */
  readonly id: string;
  readonly name: string;
  readonly litres: number;
  readonly salinity: number;
  readonly salt: string;
}

interface Vessel {
  readonly id: string;
  readonly name: string;
  readonly litres: number;
}

interface Standing extends Vessel {
  readonly salinity: number;
  readonly salt: string;
  /** The id of the vessel it stands in. */
  readonly vessel?: string | undefined;
}

/** Water from one place, and the tanks it goes to. */
export interface Pour {
  readonly from: 'batch' | 'mix';
  /** The id of the batch, or of the vessel it is mixed in: a name may change while the day goes on. */
  readonly fromId: string;
  /** The vessel it is mixed in, or the batch it accepts. Where no vessel is known, which number it would be. */
  readonly vessel: string;
  readonly litres: number;
  readonly salinity: number;
  readonly salt: string;
  readonly shares: readonly { readonly tankId: string; readonly tank: string; readonly litres: number }[];
}

/** Salinities this near are one water: half of what an instrument tells apart. Chosen. */
const SAME_PPT = 0.15;
/** A batch this far from what a tank wants is still its water. Common practice: match salinity closely. */
const NEAR_PPT = 0.5;
/** What is less than this is nothing, L. */
const NOTHING_L = 1e-6;

interface Want extends Wanted {
  left: number;
}

/**
 * Shares the day's water out over what stands ready and the vessels there are: batches on hand first, then, water by
 * water and the largest first, the smallest free vessel that holds all that is left of it; where none does, the largest,
 * filled, and so on. With no vessel told, one is taken for each water.
 * @returns the pours, and the litres for which no vessel was left
 */
export function shareOut({
  tanks,
  vessels,
  batches,
}: {
  readonly tanks: readonly Wanted[];
  readonly vessels: readonly Vessel[];
  readonly batches: readonly Standing[];
}): { readonly pours: readonly Pour[]; readonly shortL: number } {
  const wants: Want[] = tanks.map((tank) => ({ ...tank, left: tank.litres }));
  const pours: Pour[] = [];
  for (const batch of batches) {
    const pour = drawn(
      wants.filter((want) => want.salt === batch.salt && Math.abs(want.salinity - batch.salinity) <= NEAR_PPT),
      batch.litres,
    );
    if (pour.litres > NOTHING_L)
      pours.push({
        from: 'batch',
        fromId: batch.id,
        vessel: batch.name,
        salinity: batch.salinity,
        salt: batch.salt,
        ...pour,
      });
  }
  const taken = new Set(batches.flatMap(({ vessel }) => (vessel === undefined ? [] : [vessel])));
  const free = vessels.filter(({ id }) => !taken.has(id)).toSorted((a, b) => a.litres - b.litres);
  let shortL = 0;
  let unnamed = 0;
  for (const water of watersOf(wants)) {
    const { salinity, salt } = water[0] ?? { salinity: 35, salt: '' };
    for (let left = leftOf(water); left > NOTHING_L; left = leftOf(water)) {
      const fits = free.findIndex(({ litres }) => litres >= left - NOTHING_L);
      const vessel: Vessel | undefined =
        vessels.length === 0
          ? { id: `vessel ${++unnamed}`, name: `vessel ${unnamed}`, litres: left }
          : free.splice(fits >= 0 ? fits : free.length - 1, 1)[0];
      if (!vessel) {
        shortL += left;
        break;
      }
      pours.push({
        from: 'mix',
        fromId: vessel.id,
        vessel: vessel.name,
        salinity,
        salt,
        ...drawn(water, vessel.litres),
      });
    }
  }
  return { pours, shortL };
}

function leftOf(water: readonly Want[]): number {
  return water.reduce((sum, { left }) => sum + left, 0);
}

/** Tanks that one water serves, the waters of most litres first. */
function watersOf(wants: readonly Want[]): Want[][] {
  const waters: Want[][] = [];
  for (const want of wants.filter(({ left }) => left > NOTHING_L)) {
    const same = waters.find(
      ([first]) => first && first.salt === want.salt && Math.abs(first.salinity - want.salinity) <= SAME_PPT,
    );
    if (same) same.push(want);
    else waters.push([want]);
  }
  return waters.toSorted((a, b) => leftOf(b) - leftOf(a));
}

/** Draws up to so many litres for wants, in their order. */
function drawn(wants: readonly Want[], litres: number): Pick<Pour, 'litres' | 'shares'> {
  let rest = litres;
  const shares: { tankId: string; tank: string; litres: number }[] = [];
  for (const want of wants) {
    const part = Math.min(want.left, rest);
    if (part <= NOTHING_L) continue;
    want.left -= part;
    rest -= part;
    shares.push({ tankId: want.id, tank: want.name, litres: part });
  }
  return { litres: litres - rest, shares };
}
