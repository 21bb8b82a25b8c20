'use client';

import { benchAddress } from '@/registry/addresses';
import type { BenchPath, PartOf } from '@/registry/benches';
import { ButtonLink } from '../controls/button';
import { useTank, useWorkspace } from '../workspace/workspace';

/** Where a bench that lacks something sends its keeper. */
export function NextStep<Path extends BenchPath>({
  bench,
  as,
  words,
}: {
  readonly bench: Path;
  readonly as?: PartOf<Path>;
  readonly words: string;
}) {
  const { name } = useWorkspace();
  const { tank } = useTank();
  return (
    <div className="mt-3">
      <ButtonLink look="main" href={benchAddress(name, tank.id, bench, as)}>
        {words}
      </ButtonLink>
    </div>
  );
}
