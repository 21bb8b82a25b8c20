'use client';

import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { BenchPath } from '@/registry/benches';

/** The screen of each bench in the registry; only the one that is open is fetched. */
const SCREENS: Readonly<Record<BenchPath, ComponentType>> = {
  today: dynamic(() => import('./today/today-bench').then((of) => of.TodayBench)),
  'water-day': dynamic(() => import('./water-day/water-day-bench').then((of) => of.WaterDayBench)),
  'going-away': dynamic(() => import('./going-away/going-away-bench').then((of) => of.GoingAwayBench)),
  log: dynamic(() => import('./log/log-bench').then((of) => of.LogBench)),
  trends: dynamic(() => import('./trends/trends-bench').then((of) => of.TrendsBench)),
  'ro-water': dynamic(() => import('./ro-water/ro-water-bench').then((of) => of.RoWaterBench)),
  salt: dynamic(() => import('./salt/salt-bench').then((of) => of.SaltBench)),
  mixing: dynamic(() => import('./mixing/mixing-bench').then((of) => of.MixingBench)),
  'water-change': dynamic(() => import('./water-change/water-change-bench').then((of) => of.WaterChangeBench)),
  'top-off': dynamic(() => import('./top-off/top-off-bench').then((of) => of.TopOffBench)),
  dosing: dynamic(() => import('./dosing/dosing-benches').then((of) => of.DosingBench)),
  corrections: dynamic(() => import('./dosing/dosing-benches').then((of) => of.CorrectionsBench)),
  schedule: dynamic(() => import('./schedule/schedule-bench').then((of) => of.ScheduleBench)),
  methods: dynamic(() => import('./methods/methods-bench').then((of) => of.MethodsBench)),
  bottles: dynamic(() => import('./bottles/bottles-bench').then((of) => of.BottlesBench)),
  limewater: dynamic(() => import('./limewater/limewater-bench').then((of) => of.LimewaterBench)),
  reactor: dynamic(() => import('./reactor/reactor-bench').then((of) => of.ReactorBench)),
  tank: dynamic(() => import('./tank/tank-bench').then((of) => of.TankBench)),
  'new-tank': dynamic(() => import('./new-tank/new-tank-bench').then((of) => of.NewTankBench)),
  maintenance: dynamic(() => import('./maintenance/maintenance-bench').then((of) => of.MaintenanceBench)),
  'add-tank': dynamic(() => import('./tank/add-tank-bench').then((of) => of.AddTankBench)),
  files: dynamic(() => import('./files/files-bench').then((of) => of.FilesBench)),
  settings: dynamic(() => import('./settings/settings-bench').then((of) => of.SettingsBench)),
};

export function BenchScreen({ bench }: { readonly bench: BenchPath }) {
  const Screen = SCREENS[bench];
  return <Screen />;
}
