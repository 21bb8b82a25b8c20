'use client';

import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { BENCHES } from '@/registry/benches';
import { BenchLink } from './bench-link';
import { useHere } from '../here';

const ITEM =
  'flex min-h-11 items-center rounded px-3 outline-none data-highlighted:bg-glass-wash aria-[current=page]:font-semibold aria-[current=page]:text-glass';

/** On a phone: which bench and part is open, and in one step the others of the room. */
export function BenchMenu() {
  const { bench: here, part: open } = useHere();
  if (!here) return null;
  const within = BENCHES.filter(({ room }) => room === here.room);
  return (
    <div className="no-print border-b border-line lg:hidden">
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="flex min-h-11 w-full items-center gap-1.5 px-4 text-left">
          <span className="sr-only">Benches of this room; open: </span>
          <span className="font-semibold">{here.name}</span>
          {open && <span className="min-w-0 truncate text-soft">· {open.name}</span>}
          <ChevronDown size={18} aria-hidden="true" className="ml-auto shrink-0 text-soft" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="start"
            sideOffset={2}
            className="z-40 max-h-[70vh] w-[94vw] overflow-y-auto rounded-md border border-edge bg-sheet p-1 shadow-lg"
          >
            {within.map((bench) => (
              <div key={bench.path}>
                <DropdownMenu.Item asChild>
                  <BenchLink bench={bench.path} current={here.path === bench.path} className={ITEM}>
                    {bench.name}
                  </BenchLink>
                </DropdownMenu.Item>
                {here.path === bench.path && 'parts' in bench && (
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
    </div>
  );
}
