'use client';

import type { ComponentType } from 'react';
import { Arrives, fetched, type Fetched } from '@/interface/fetched';
import { fetchAhead } from '@/interface/ahead';
import { BenchNotFetched } from '@/interface/not-fetched';
import { usePlace } from '@/interface/place';
import type { BenchPath } from '@/registry/benches';

/** Where the screen of each bench in the registry is; only the one that is open is fetched. */
const SCREENS: Readonly<Record<BenchPath, Fetched<ComponentType>>> = {
  today: fetched(() => import('./today/today-bench').then((of) => of.TodayBench)),
  'water-day': fetched(() => import('./water-day/water-day-bench').then((of) => of.WaterDayBench)),
  'going-away': fetched(() => import('./going-away/going-away-bench').then((of) => of.GoingAwayBench)),
  log: fetched(() => import('./log/log-bench').then((of) => of.LogBench)),
  trends: fetched(() => import('./trends/trends-bench').then((of) => of.TrendsBench)),
  'what-changed': fetched(() => import('./what-changed/what-changed-bench').then((of) => of.WhatChangedBench)),
  instruments: fetched(() => import('./instruments/instruments-bench').then((of) => of.InstrumentsBench)),
  'ro-water': fetched(() => import('./ro-water/ro-water-bench').then((of) => of.RoWaterBench)),
  salt: fetched(() => import('./salt/salt-bench').then((of) => of.SaltBench)),
  mixing: fetched(() => import('./mixing/mixing-bench').then((of) => of.MixingBench)),
  'water-change': fetched(() => import('./water-change/water-change-bench').then((of) => of.WaterChangeBench)),
  'top-off': fetched(() => import('./top-off/top-off-bench').then((of) => of.TopOffBench)),
  dosing: fetched(() => import('./dosing/dosing-benches').then((of) => of.DosingBench)),
  corrections: fetched(() => import('./dosing/dosing-benches').then((of) => of.CorrectionsBench)),
  schedule: fetched(() => import('./schedule/schedule-bench').then((of) => of.ScheduleBench)),
  methods: fetched(() => import('./methods/methods-bench').then((of) => of.MethodsBench)),
  bottles: fetched(() => import('./bottles/bottles-bench').then((of) => of.BottlesBench)),
  limewater: fetched(() => import('./limewater/limewater-bench').then((of) => of.LimewaterBench)),
  reactor: fetched(() => import('./reactor/reactor-bench').then((of) => of.ReactorBench)),
  tank: fetched(() => import('./tank/tank-bench').then((of) => of.TankBench)),
  'new-tank': fetched(() => import('./new-tank/new-tank-bench').then((of) => of.NewTankBench)),
  livestock: fetched(() => import('./livestock/livestock-bench').then((of) => of.LivestockBench)),
  maintenance: fetched(() => import('./maintenance/maintenance-bench').then((of) => of.MaintenanceBench)),
  'add-tank': fetched(() => import('./tank/add-tank-bench').then((of) => of.AddTankBench)),
  files: fetched(() => import('./files/files-bench').then((of) => of.FilesBench)),
  articles: fetched(() => import('./articles/articles-bench').then((of) => of.ArticlesBench)),
  settings: fetched(() => import('./settings/settings-bench').then((of) => of.SettingsBench)),
};

const NONE = {};

/** Fetches the screen of a bench: while the record is read, what is shown of it is on its way. */
export function fetchScreen(bench: BenchPath): void {
  // One that could not be had says so, and is asked for again there.
  if (!SCREENS[bench].missing()) SCREENS[bench].fetch().catch(() => undefined);
}

fetchAhead(fetchScreen);

export function BenchScreen({ bench }: { readonly bench: BenchPath }) {
  const { workspace } = usePlace();
  return (
    <Arrives
      key={bench}
      what={SCREENS[bench]}
      props={NONE}
      otherwise={(again) => <BenchNotFetched again={again} home={`/${workspace ?? 'mine'}`} />}
    />
  );
}
