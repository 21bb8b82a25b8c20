'use client';

import { useState } from 'react';
import { clockFault } from './clock-fault';
import { useSnapshotIfRead, useNow } from '../workspace/workspace';
import { Act, Banner } from './banner';

/** A clock at its start, or behind what was logged, would file entries in the past. */
export function ClockBanner() {
  const snapshot = useSnapshotIfRead();
  const now = useNow();
  const [closed, setClosed] = useState(false);
  const wrong = snapshot && !closed ? clockFault(snapshot, now) : undefined;
  if (!wrong) return null;
  return <Banner actions={<Act onClick={() => setClosed(true)}>Close</Act>}>{wrong}</Banner>;
}
