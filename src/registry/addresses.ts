import { BENCHES, firstOf, type BenchPath, type PartOf } from './benches';
import { ROOMS } from './rooms';

/** Where a bench of a tank is found. `as` is a part of it that is not its first. */
export function benchAddress<Path extends BenchPath>(
  workspace: string,
  tankId: string,
  bench: Path,
  as?: PartOf<Path>,
): string {
  return `/${workspace}/${tankId}/${bench}${as === undefined ? '' : `?as=${as as string}`}`;
}

/** Where an article is found. */
export function articleAddress(workspace: string, tankId: string, id: string): string {
  return `${benchAddress(workspace, tankId, 'articles')}?of=${encodeURIComponent(id)}`;
}

/** What an address names. */
export interface PlaceAt {
  readonly workspace: string | undefined;
  readonly tankId: string | undefined;
  readonly bench: string | undefined;
}

/** An address taken apart: `/workspace/tank/bench`, of which each step may be missing. */
export function placeAt(pathname: string): PlaceAt {
  const [workspace, tankId, bench] = pathname.split('/').filter(Boolean).map(decoded);
  return { workspace, tankId, bench };
}

/** A step of an address that was written by hand may hold what no encoding has; it then names nothing. */
function decoded(step: string): string {
  try {
    return decodeURIComponent(step);
  } catch {
    return step;
  }
}

interface Place {
  readonly bench: BenchPath;
  readonly as?: string;
}

/** Names benches and parts had before, as they stand in links that were kept. A part that moved out of a bench is `bench?as=part`. */
const FORMER: Readonly<Record<string, Place>> = {
  series: { bench: 'trends' },
  source: { bench: 'ro-water' },
  mix: { bench: 'mixing' },
  'mix?as=correct': { bench: 'mixing', as: 'correct' },
  'mix?as=stock': { bench: 'mixing', as: 'stock' },
  'mix?as=match': { bench: 'mixing', as: 'match' },
  'mix?as=instrument': { bench: 'mixing', as: 'instrument' },
  change: { bench: 'water-change' },
  'change?as=series': { bench: 'water-change', as: 'series' },
  'change?as=routine': { bench: 'water-change', as: 'routine' },
  'change?as=level': { bench: 'water-change', as: 'level' },
  'change?as=drip': { bench: 'water-change', as: 'drip' },
  'top-off?as=loss': { bench: 'top-off' },
  'top-off?as=upkeep': { bench: 'maintenance' },
  'top-off?as=leaving': { bench: 'going-away' },
  'top-off?as=stands': { bench: 'top-off', as: 'set-up' },
  dose: { bench: 'dosing' },
  'dose?as=correct': { bench: 'corrections' },
  'dose?as=schedule': { bench: 'schedule' },
  'dose?as=bottles': { bench: 'bottles' },
  'dose?as=methods': { bench: 'methods' },
  'dose?as=reactor': { bench: 'reactor' },
  cycle: { bench: 'new-tank' },
  'cycle?as=set-up': { bench: 'new-tank', as: 'set-up' },
  'cycle?as=plan': { bench: 'new-tank', as: 'plan' },
  'cycle?as=day': { bench: 'new-tank', as: 'day' },
  'cycle?as=after': { bench: 'new-tank', as: 'after' },
  'cycle?as=volume': { bench: 'new-tank', as: 'volume' },
  'cycle?as=from-tank': { bench: 'new-tank', as: 'from-tank' },
  record: { bench: 'files' },
  new: { bench: 'add-tank' },
  upkeep: { bench: 'maintenance' },
  leaving: { bench: 'going-away' },
};

/**
 * Where an address leads that names no bench, or names one by what it was called before; undefined where it is right as it is or
 * leads nowhere.
 * @param name the last step of the address
 * @param as the part asked for
 */
export function leadsTo(name: string, as: string | undefined): Place | undefined {
  const place = FORMER[`${name}?as=${as ?? ''}`] ?? FORMER[name];
  if (place) return place;
  if (BENCHES.some(({ path }) => path === name)) return undefined;
  const room = ROOMS.find(({ path }) => path === name);
  return room && { bench: firstOf(room.path) };
}

/**
 * Where an address only leads: the front door, a tank without a bench, and what a bench was called before.
 * @param asks what stands after the question mark
 * @param doors addresses of a record that name no tank
 * @returns undefined where the address is one of its own
 */
export function leadsElsewhere(
  { workspace, tankId, bench }: PlaceAt,
  asks: { readonly get: (name: string) => string | null; readonly toString: () => string },
  doors: readonly string[],
): string | undefined {
  // The front door is that of one's own record: it leads to its tank, or shows the first steps and the way to the demo.
  if (workspace === undefined) return '/mine';
  if (tankId === undefined || doors.includes(tankId)) return undefined;
  if (bench === undefined) return `/${workspace}/${tankId}/today`;
  // Mixing once asked by `for` what every other bench asks by `as`.
  const place = leadsTo(bench, asks.get('as') ?? asks.get('for') ?? undefined);
  if (!place) return undefined;
  const query = new URLSearchParams(asks.toString());
  query.delete('for');
  query.delete('as');
  if (place.as !== undefined) query.set('as', place.as);
  const asked = query.toString();
  return `/${workspace}/${tankId}/${place.bench}${asked && `?${asked}`}`;
}
