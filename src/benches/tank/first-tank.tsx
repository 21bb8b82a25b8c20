'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { PlainPage } from '@/interface/hall/tank-frame';
import { useBookIfRead, useTrouble, useWorkspace, Waiting } from '@/interface/workspace';

/** The door of a workspace: its first tank, or the making of one. */
export function FirstTank() {
  const { name } = useWorkspace();
  const book = useBookIfRead();
  const trouble = useTrouble();
  const router = useRouter();
  const first = book?.tanks[0];
  const to = first ? `/${name}/${first.id}/today` : book ? `/${name}/new` : undefined;
  useEffect(() => {
    if (to) router.replace(to);
  }, [to, router]);
  return trouble ? <PlainPage>{null}</PlainPage> : <Waiting />;
}
