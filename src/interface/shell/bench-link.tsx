'use client';

import type { ComponentProps } from 'react';
import { benchAddress } from '@/registry/addresses';
import type { BenchPath, PartOf } from '@/registry/benches';
import { prefetch } from './prefetch';
import { Link } from '../address/link';
import { openingPart } from '../workspace/here';
import { useNow, useTank, useWorkspace } from '../workspace/workspace';

/** A way to a bench of the tank in view, or to a part of it. */
export function BenchLink<Path extends BenchPath>({
  bench,
  as,
  current,
  ...rest
}: {
  readonly bench: Path;
  readonly as?: PartOf<Path> | undefined;
  readonly current?: boolean | undefined;
} & Omit<ComponentProps<typeof Link>, 'href'>) {
  const { name } = useWorkspace();
  const { tank } = useTank();
  // The part a bench opens with needs no word in the address: what it opens with may be another tomorrow.
  const opens = openingPart(bench, tank, useNow());
  const href = benchAddress(name, tank.id, bench, as === opens ? undefined : as);
  return (
    <Link
      onPointerEnter={() => prefetch(bench)}
      onFocus={() => prefetch(bench)}
      {...rest}
      href={href}
      aria-current={current ? 'page' : undefined}
    />
  );
}
