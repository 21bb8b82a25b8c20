'use client';

import { deferred } from '@/interface/charts/deferred';
import { lazy } from '@/interface/lazy/lazy';

/** The chart of a cycle, fetched and drawn after what it says in words. */
export const CycleChart = deferred(
  lazy(() => import('./cycle-chart').then((of) => of.CycleChart)),
  324,
);
