'use client';

import type { ComponentProps, MouseEvent } from 'react';
import { benchAddress } from '@/registry/addresses';
import type { BenchPath, PartOf } from '@/registry/benches';
import { Link } from '../link';
import { openingPart, useHere } from '../here';
import { useNow, useTank, useWorkspace } from '../workspace';

/** A way to a bench of the tank in view, or to a part of it; between parts of one bench nothing is fetched. */
export function BenchLink<Path extends BenchPath>({
  bench,
  as,
  current,
  onClick,
  ...rest
}: {
  readonly bench: Path;
  readonly as?: PartOf<Path> | undefined;
  readonly current?: boolean | undefined;
} & Omit<ComponentProps<typeof Link>, 'href'>) {
  const { name } = useWorkspace();
  const { tank } = useTank();
  const here = useHere();
  // The part a bench opens with needs no word in the address: what it opens with may be another tomorrow.
  const opens = openingPart(bench, tank, useNow());
  const href = benchAddress(name, tank.id, bench, as === opens ? undefined : as);
  const follow = (event: MouseEvent<HTMLAnchorElement>) => {
    onClick?.(event);
    const plain = event.button === 0 && !event.metaKey && !event.ctrlKey && !event.shiftKey;
    if (!plain || here.bench?.path !== bench) return;
    event.preventDefault();
    window.history.pushState(null, '', href);
  };
  return <Link {...rest} href={href} aria-current={current ? 'page' : undefined} onClick={follow} />;
}
