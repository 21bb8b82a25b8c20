'use client';

import { DropdownMenu } from 'radix-ui';
import { BENCHES } from '@/registry/benches';
import { useHere } from '../workspace/here';
import type { Opened } from '../controls/on-demand';
import { BenchLink } from './bench-link';

const ITEM =
  'flex min-h-11 items-center rounded px-3 outline-none data-highlighted:bg-glass-wash aria-[current=page]:font-semibold aria-[current=page]:text-glass';

/** The benches of the room that is open, and the parts of the bench that is. */
export function BenchList({ trigger }: Opened) {
  const { bench: here, part: open } = useHere();
  const within = BENCHES.filter(({ room }) => room === here?.room);
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={2}
          className="z-40 max-h-[70vh] w-[94vw] overflow-y-auto rounded-md border border-edge bg-sheet p-1 shadow-lg"
        >
          {within.map((bench) => (
            <div key={bench.path}>
              <DropdownMenu.Item asChild>
                <BenchLink bench={bench.path} current={here?.path === bench.path} className={ITEM}>
                  {bench.name}
                </BenchLink>
              </DropdownMenu.Item>
              {here?.path === bench.path && 'parts' in bench && (
                <div className="ml-4 border-l border-line">
                  {bench.parts.map((part) => (
                    <DropdownMenu.Item asChild key={part.as}>
                      <BenchLink
                        bench={bench.path}
                        as={part.as as never}
                        current={open?.as === part.as}
                        className={ITEM}
                      >
                        {part.name}
                      </BenchLink>
                    </DropdownMenu.Item>
                  ))}
                </div>
              )}
            </div>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
