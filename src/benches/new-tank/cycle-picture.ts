'use client';

import { drawnLater } from '@/interface/charts/drawn-later';
import { fetched } from '@/interface/fetched';

/** The chart of a cycle, fetched and drawn after what it says in words. */
export const CycleChart = drawnLater(
  fetched(() => import('./cycle-chart').then((of) => of.CycleChart)),
  324,
);
