import type { Instrument } from './rows/instrument';

/** From when a correction holds: of the readings that showed it, or of those to come alone. */
export type CorrectedFrom = 'first reading' | 'now';

/**
 * An instrument whose readings are corrected by so much more from a moment on, on top of what corrects them already. Earlier readings stay
 * as they were taken, and what is in the log is what was read.
 * @param further in the parameter's canonical unit
 * @param times what a reading that is corrected already is multiplied by first
 */
export function corrected(instrument: Instrument, further: number, from: number, times = 1): Instrument {
  const before = instrument.calibrations ?? [];
  const inForce = before.findLast(({ at }) => at <= from) ?? { correction: 0 };
  type Made = NonNullable<Instrument['calibrations']>[number];
  /** What corrects already, and then by so much more: times × (factor × read + correction) + further. */
  const onTop = ({ correction, factor = 1 }: Pick<Made, 'correction' | 'factor'>) => ({
    correction: times * correction + further,
    ...(factor * times !== 1 && { factor: Math.min(5, Math.max(0.2, factor * times)) }),
  });
  const at = Math.round(from);
  const kept = before.filter((each) => each.at < at);
  // Calibrations after it were made against something of their own, and what was found then is found on top of this.
  const later = before.filter((each) => each.at > at).map((each) => ({ at: each.at, ...onTop(each) }));
  return { ...instrument, calibrations: [...kept, { at, ...onTop(inForce) }, ...later] };
}

/**
 * Calibrated now: against its standard it reads right from here on, with the correction that is told, if any.
 * @param told of a pH probe, what its buffers told of it; with a factor its readings are multiplied by it first, in place of any before
 */
export function calibrated(
  instrument: Instrument,
  at: number,
  correction = 0,
  told: { readonly slope?: number; readonly offset?: number; readonly factor?: number } = {},
): Instrument {
  const before = (instrument.calibrations ?? []).filter((each) => each.at < at);
  return { ...instrument, calibrations: [...before, { at, correction, ...told }] };
}

/** A reagent opened: its readings are told apart by lot and date from then on. */
export function reagentOpened(
  instrument: Instrument,
  reagent: { readonly openedAt: number; readonly lot?: string; readonly expiresAt?: number },
): Instrument {
  const others = (instrument.reagents ?? []).filter(({ openedAt }) => openedAt !== reagent.openedAt);
  return { ...instrument, reagents: [...others, reagent].toSorted((a, b) => a.openedAt - b.openedAt) };
}
