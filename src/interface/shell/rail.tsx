'use client';

import { BENCHES, firstOf } from '@/registry/benches';
import { ROOMS } from '@/registry/rooms';
import { BenchLink } from './bench-link';
import { DemoNote } from './demo-note';
import { useHere } from '../workspace/here';
import { Icon } from './icons';
import { Wordmark } from './wordmark';

/** The rooms beside the page at a table; the open one shows its benches, and the open bench its parts. */
export function Rail() {
  const { bench: here, part: open } = useHere();
  return (
    <div className="no-print sticky top-0 hidden h-dvh flex-col overflow-y-auto border-r border-line lg:flex">
      <div className="px-4 pt-2 pb-1">
        <Wordmark />
      </div>
      <nav aria-label="Rooms" className="flex-1">
        <ul>
          {ROOMS.map((room) => {
            const within = BENCHES.filter((bench) => bench.room === room.path);
            const isOpen = here?.room === room.path;
            return (
              <li key={room.path} className={isOpen ? 'bg-sheet pb-1.5' : ''}>
                <BenchLink
                  bench={firstOf(room.path)}
                  className={`flex min-h-10 items-center gap-2.5 px-4 ${isOpen ? 'font-semibold text-ink' : 'text-soft hover:text-ink'}`}
                >
                  <Icon name={room.icon} />
                  <span className="flex-1">{room.name}</span>
                  <kbd className="font-sans text-xs text-soft">{room.key}</kbd>
                </BenchLink>
                {isOpen && (
                  <ul aria-label={room.name}>
                    {within.map((bench) => {
                      const current = here.path === bench.path;
                      return (
                        <li key={bench.path}>
                          <BenchLink
                            bench={bench.path}
                            current={current}
                            className="flex min-h-8 items-center border-l-4 border-transparent py-1 pr-2 pl-[2.35rem] leading-tight text-soft hover:text-ink aria-[current=page]:border-glass aria-[current=page]:font-semibold aria-[current=page]:text-ink"
                          >
                            {bench.name}
                          </BenchLink>
                          {current && 'parts' in bench && (
                            <ul aria-label={`Parts of ${bench.name}`} className="mb-1 ml-[2.6rem] border-l border-line">
                              {bench.parts.map((part) => (
                                <li key={part.as}>
                                  <BenchLink
                                    bench={bench.path}
                                    as={part.as as never}
                                    current={open?.as === part.as}
                                    className="flex min-h-7 items-center py-0.5 pr-2 pl-3 text-[0.92rem] leading-tight text-soft hover:text-ink aria-[current=page]:font-semibold aria-[current=page]:text-glass"
                                  >
                                    {part.name}
                                  </BenchLink>
                                </li>
                              ))}
                            </ul>
                          )}
                        </li>
                      );
                    })}
                  </ul>
                )}
              </li>
            );
          })}
        </ul>
      </nav>
      <ul className="flex flex-wrap border-t border-line py-1">
        {BENCHES.filter(({ room }) => room === undefined).map((bench) => (
          <li key={bench.path}>
            <BenchLink
              bench={bench.path}
              current={here?.path === bench.path}
              className="flex min-h-9 items-center gap-2 px-4 text-soft hover:text-ink aria-[current=page]:font-semibold aria-[current=page]:text-ink"
            >
              <Icon name={bench.icon} size={16} />
              {bench.name}
            </BenchLink>
          </li>
        ))}
      </ul>
      <DemoNote className="px-4 py-1.5 leading-snug" />
    </div>
  );
}
