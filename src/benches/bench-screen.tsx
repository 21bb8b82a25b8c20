'use client';

import type { ComponentType } from 'react';
import { LazyPart, lazy, type Lazy } from '@/interface/lazy/lazy';
import { setPrefetch } from '@/interface/shell/prefetch';
import { BenchNotFetched } from '@/interface/controls/not-loaded';
import { usePlace } from '@/interface/address/place';
import type { BenchPath } from '@/registry/benches';

/** Where the screen of each bench in the registry is; only the one that is open is fetched. */
const SCREENS: Readonly<Record<BenchPath, Lazy<ComponentType>>> = {
  today: lazy(() => import('./today/today-bench').then((of) => of.TodayBench)),
  'water-day': lazy(() => import('./water-day/water-day-bench').then((of) => of.WaterDayBench)),
  'going-away': lazy(() => import('./going-away/going-away-bench').then((of) => of.GoingAwayBench)),
  log: lazy(() => import('./log/log-bench').then((of) => of.LogBench)),
  trends: lazy(() => import('./trends/trends-bench').then((of) => of.TrendsBench)),
  ph: lazy(() => import('./ph/ph-bench').then((of) => of.PhBench)),
  nutrients: lazy(() => import('./nutrients/nutrients-bench').then((of) => of.NutrientsBench)),
  'what-changed': lazy(() => import('./what-changed/what-changed-bench').then((of) => of.WhatChangedBench)),
  instruments: lazy(() => import('./instruments/instruments-bench').then((of) => of.InstrumentsBench)),
  'ro-water': lazy(() => import('./ro-water/ro-water-bench').then((of) => of.RoWaterBench)),
  salt: lazy(() => import('./salt/salt-bench').then((of) => of.SaltBench)),
  mixing: lazy(() => import('./mixing/mixing-bench').then((of) => of.MixingBench)),
  'water-change': lazy(() => import('./water-change/water-change-bench').then((of) => of.WaterChangeBench)),
  'top-off': lazy(() => import('./top-off/top-off-bench').then((of) => of.TopOffBench)),
  dosing: lazy(() => import('./dosing/dosing-benches').then((of) => of.DosingBench)),
  corrections: lazy(() => import('./dosing/dosing-benches').then((of) => of.CorrectionsBench)),
  schedule: lazy(() => import('./schedule/schedule-bench').then((of) => of.ScheduleBench)),
  methods: lazy(() => import('./methods/methods-bench').then((of) => of.MethodsBench)),
  bottles: lazy(() => import('./bottles/bottles-bench').then((of) => of.BottlesBench)),
  limewater: lazy(() => import('./limewater/limewater-bench').then((of) => of.LimewaterBench)),
  reactor: lazy(() => import('./reactor/reactor-bench').then((of) => of.ReactorBench)),
  tank: lazy(() => import('./tank/tank-bench').then((of) => of.TankBench)),
  'new-tank': lazy(() => import('./new-tank/new-tank-bench').then((of) => of.NewTankBench)),
  livestock: lazy(() => import('./livestock/livestock-bench').then((of) => of.LivestockBench)),
  maintenance: lazy(() => import('./maintenance/maintenance-bench').then((of) => of.MaintenanceBench)),
  'add-tank': lazy(() => import('./tank/add-tank-bench').then((of) => of.AddTankBench)),
  files: lazy(() => import('./files/files-bench').then((of) => of.FilesBench)),
  articles: lazy(() => import('./articles/articles-bench').then((of) => of.ArticlesBench)),
  settings: lazy(() => import('./settings/settings-bench').then((of) => of.SettingsBench)),
};

const NONE = {};

/** Fetches the screen of a bench: while the record is read, what is shown of it is on its way. */
export function fetchScreen(bench: BenchPath): void {
  // One that could not be had says so, and is asked for again there.
  if (!SCREENS[bench].missing()) SCREENS[bench].fetch().catch(() => undefined);
}

setPrefetch(fetchScreen);

export function BenchScreen({ bench }: { readonly bench: BenchPath }) {
  const { workspace } = usePlace();
  return (
    <LazyPart
      key={bench}
      what={SCREENS[bench]}
      props={NONE}
      otherwise={(again) => <BenchNotFetched again={again} home={`/${workspace ?? 'mine'}`} />}
    />
  );
}
