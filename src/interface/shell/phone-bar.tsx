'use client';

import { firstOf } from '@/registry/benches';
import { ROOMS } from '@/registry/rooms';
import { PartBoundary } from './fails-alone';
import { BenchLink } from './bench-link';
import { useHere } from '../workspace/here';
import { Icon } from './icons';
import { JotLine } from './jot-line';

/** On a phone, under the thumb: the line to jot in and the five rooms. */
export function PhoneBar() {
  const { bench: here } = useHere();
  return (
    <div className="no-print fixed inset-x-0 bottom-0 z-30 border-t border-line bg-paper px-2 pt-2 lg:hidden">
      <PartBoundary what="The line to jot in">
        <JotLine />
      </PartBoundary>
      <nav aria-label="Rooms" className="mt-1">
        <ul className="grid grid-cols-5">
          {ROOMS.map((room) => (
            <li key={room.path}>
              <BenchLink
                bench={firstOf(room.path)}
                current={here?.room === room.path}
                className="flex min-h-13 flex-col items-center justify-center border-t-4 border-transparent text-[0.85rem] text-soft aria-[current=page]:border-glass aria-[current=page]:font-semibold aria-[current=page]:text-ink"
              >
                <Icon name={room.icon} size={20} />
                {room.name}
              </BenchLink>
            </li>
          ))}
        </ul>
      </nav>
    </div>
  );
}
