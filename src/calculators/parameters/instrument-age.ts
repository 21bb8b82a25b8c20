import { DAY_MS } from '@/chemistry/tank-model/time';
import type { ReadBy } from './parameter';
import type { ParameterId } from './parameters';

/** What an instrument says of itself that ages. */
export interface Ageing {
  readonly parameter: ParameterId;
  readonly by: ReadBy;
  /** In order of time. */
  readonly calibrations?: readonly { readonly at: number }[] | undefined;
  readonly calibrateEveryDays?: number | undefined;
  /** In order of time. */
  readonly reagents?: readonly { readonly openedAt: number; readonly expiresAt?: number | undefined }[] | undefined;
}

export const AGES = ['reagent past its date', 'reagent open for over a year', 'calibration overdue'] as const;
export type Age = (typeof AGES)[number];

/** A reading by a reagent or a calibration past its time is taken with so many times the error. Chosen: no source tells by how much. */
export const AGED_FACTOR = 2;
/** Reagents keep about a year once opened. Common practice. */
const OPEN_DAYS = 365;
/** A pH probe is calibrated monthly, others seldom. Common practice; a month over is forgiven (chosen). */
const USUAL_DAYS: Partial<Record<ParameterId, number>> = { ph: 60 };

/**
 * What of an instrument had aged at a moment. Of one that never said when a reagent was opened or when it was calibrated nothing is known,
 * and nothing is held against it.
 */
export function agesOf(instrument: Ageing, at: number): Age[] {
  const reagent = instrument.reagents?.findLast(({ openedAt }) => openedAt <= at);
  const calibrated = instrument.calibrations?.findLast((each) => each.at <= at);
  const every = calibrateEvery(instrument);
  return [
    ...(reagent?.expiresAt !== undefined && reagent.expiresAt < at ? (['reagent past its date'] as const) : []),
    ...(reagent && reagent.expiresAt === undefined && at - reagent.openedAt > OPEN_DAYS * DAY_MS
      ? (['reagent open for over a year'] as const)
      : []),
    ...(calibrated && every !== undefined && at - calibrated.at > every * DAY_MS
      ? (['calibration overdue'] as const)
      : []),
  ];
}

/** Days between calibrations: the keeper's own, else what is usual; undefined where the kind is not calibrated. */
export function calibrateEvery({ parameter, by, calibrateEveryDays }: Ageing): number | undefined {
  return calibrateEveryDays ?? (by === 'probe' ? USUAL_DAYS[parameter] : undefined);
}
