import type { ReactNode } from 'react';
import { TankFrame } from '@/interface/hall/tank-frame';

export default async function TankLayout({
  params,
  children,
}: {
  readonly params: Promise<{ tank: string }>;
  readonly children: ReactNode;
}) {
  return <TankFrame tankId={(await params).tank}>{children}</TankFrame>;
}
