'use client';

import { DropdownMenu } from 'radix-ui';
import { quantity, showText } from '@/quantities/quantity';
import { netVolumeL, type Tank } from '@/record/schema';
import { benchAddress } from '@/registry/addresses';
import { BENCHES } from '@/registry/benches';
import type { Opened } from '../controls/on-demand';
import { goTo, useAsks, usePlace } from '../address/place';
import { useTank, useWorkspace } from '../workspace/workspace';

const ITEM =
  'flex min-h-11 cursor-pointer items-center justify-between gap-6 rounded px-3 outline-none data-highlighted:bg-glass-wash';

/** The tanks, each at the bench and part that is open; below them what belongs to them all. */
export function TankMenu({ trigger }: Opened) {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const bench = usePlace().bench ?? 'today';
  const as = useAsks().get('as');
  const volume = (of: Tank) => showText(quantity('volume', netVolumeL(of)), snapshot.settings.units);
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-40 max-h-(--radix-dropdown-menu-content-available-height) min-w-56 overflow-y-auto rounded-md border border-edge bg-sheet p-1 shadow-lg"
        >
          {snapshot.tanks.map((each) => (
            <DropdownMenu.Item
              key={each.id}
              onSelect={() => goTo(`/${name}/${each.id}/${bench}${as === null ? '' : `?as=${as}`}`)}
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
              onSelect={() => goTo(benchAddress(name, tank.id, each.path))}
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
