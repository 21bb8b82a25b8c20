'use client';

import { DropdownMenu } from 'radix-ui';
import { usePathname, useRouter, useSearchParams } from 'next/navigation';
import { quantity, showText } from '@/chemistry/units/quantity';
import { netVolumeL, type Tank } from '@/record/schema';
import { benchAddress } from '@/registry/addresses';
import { BENCHES } from '@/registry/benches';
import { useTank, useWorkspace } from '../workspace';

const ITEM =
  'flex min-h-11 cursor-pointer items-center justify-between gap-6 rounded px-3 outline-none data-highlighted:bg-glass-wash';

/** Which tank is in view; another is seen at the same bench and part. Below them what belongs to them all. */
export function TankSwitch() {
  const { book, tank } = useTank();
  const { name } = useWorkspace();
  const router = useRouter();
  const bench = usePathname().split('/')[3] ?? 'today';
  const as = useSearchParams().get('as');
  const volume = (of: Tank) => showText(quantity('volume', netVolumeL(of)), book.settings.units);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex min-h-11 items-baseline gap-2 rounded-md border border-edge bg-sheet px-3 py-2 whitespace-nowrap">
        <span className="max-w-40 truncate font-semibold">{tank.name}</span>
        <span className="text-sm text-soft max-sm:hidden">{volume(tank)}</span>
        <span aria-hidden="true" className="text-xs text-soft">
          ▼
        </span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-40 min-w-56 rounded-md border border-edge bg-sheet p-1 shadow-lg"
        >
          {book.tanks.map((each) => (
            <DropdownMenu.Item
              key={each.id}
              onSelect={() => router.push(`/${name}/${each.id}/${bench}${as === null ? '' : `?as=${as}`}`)}
              className={ITEM}
            >
              <span className={each.id === tank.id ? 'font-semibold' : ''}>{each.name}</span>
              <span className="text-sm text-soft">{volume(each)}</span>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          {BENCHES.filter((each) => 'allTanks' in each).map((each) => (
            <DropdownMenu.Item
              key={each.path}
              onSelect={() => router.push(benchAddress(name, tank.id, each.path))}
              className={ITEM}
            >
              {each.name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
