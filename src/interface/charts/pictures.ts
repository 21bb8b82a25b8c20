'use client';

import { lazy } from '../lazy/lazy';
import { deferred } from './deferred';

/** The charts the benches share. The library that draws them is fetched with the first of them, after the answer. */

/** Under a chart stand its name and buttons, and the days along its foot. */
const ROUND_A_CHART = 34;

export const CourseChart = deferred(
  lazy(() => import('./course-chart').then((of) => of.CourseChart)),
  ({ height = 210 }) => height + ROUND_A_CHART,
);

/** For a picture that is drawn later as a whole, with what it is worked out from. */
export const SERIES_CHART = lazy(() => import('./series-chart').then((of) => of.SeriesChart));

export const SeriesChart = deferred(SERIES_CHART, ({ height = 168 }) => height + ROUND_A_CHART);
