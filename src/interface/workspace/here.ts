'use client';

import { cycleFollowed } from '@/derived/cycle/cycle-followed';
import type { Tank } from '@/record/schema';
import { BENCHES, benchOf, partOf, type BenchPath, type PartOf } from '@/registry/benches';
import type { BenchEntry, Part } from '@/registry/bench';
import { useAsks, usePlace } from '../address/place';
import { useNow, useTankIfAny } from './workspace';

/** Where one is: the bench in the address, and the part of it that is open. */
export interface Here {
  readonly bench: (BenchEntry & { readonly path: BenchPath }) | undefined;
  readonly part: Part | undefined;
}

export function useHere(): Here {
  const path = usePlace().bench;
  const as = useAsks().get('as');
  const tank = useTankIfAny()?.tank;
  const now = useNow();
  const bench = BENCHES.find((each) => each.path === path);
  return { bench, part: bench && partOf(bench, as ?? (tank && usualPart(bench.path, tank, now))) };
}

/** The open part of a bench that has parts. */
export function usePart<Path extends BenchPath>(path: Path): PartOf<Path> {
  const { bench, part } = useHere();
  if (bench?.path !== path || !part) throw new Error(`${path} is not the bench in the address`);
  return part.as as PartOf<Path>;
}

/** The part a bench opens with: the first, but where that hangs on the tank. */
export function openingPart(path: BenchPath, tank: Tank, now: number): string | undefined {
  return usualPart(path, tank, now) ?? partOf(benchOf(path), undefined)?.as;
}

function usualPart(path: BenchPath, tank: Tank, now: number): PartOf<'new-tank'> | undefined {
  if (path !== 'new-tank') return undefined;
  if (!tank.cycle) return 'plan';
  return tank.cycle.doneAt === undefined && cycleFollowed(tank, now) ? 'day' : 'after';
}
