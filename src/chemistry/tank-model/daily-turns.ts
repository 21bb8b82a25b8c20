import { within } from '../refusal';
import type { DailyHours, TankEvent } from './events';
import { DAY_MS } from './time';

export type Rate = Extract<TankEvent, { kind: 'rate' }>;

/** A rate that runs by the hours of the day, or in pulses within them, and when it turns next. */
export interface DailyTurns {
  readonly rate: Rate;
  readonly hours: DailyHours;
  /** Running now; pulses never run, they come at once. */
  open: boolean;
  /** Epoch ms; Infinity for what runs around the clock. */
  nextAt: number;
}

const WHOLE_DAY: DailyHours = { fromMs: 0, forMs: DAY_MS };

/**
 * A rate with hours or pulses as it stands at a moment.
 * @returns undefined for a rate that just runs
 */
export function dailyTurns(rate: Rate, now: number): DailyTurns | undefined {
  if (!rate.hours && rate.pulses === undefined) return undefined;
  const hours = rate.hours ?? WHOLE_DAY;
  within('hour of opening', hours.fromMs, 0, DAY_MS, 'ms after midnight UTC');
  within('hours open', hours.forMs, 60_000, DAY_MS, 'ms');
  const opened = Math.floor((now - hours.fromMs) / DAY_MS) * DAY_MS + hours.fromMs;
  if (rate.pulses !== undefined) {
    const apart = pulsesApartMs(hours, within('pulses a day', rate.pulses, 1, 1440, ''));
    const k = Math.max(0, Math.ceil((now - opened) / apart - 0.5));
    const nextAt = k < rate.pulses ? opened + (k + 0.5) * apart : opened + DAY_MS + 0.5 * apart;
    return { rate, hours, open: false, nextAt };
  }
  const open = now - opened < hours.forMs;
  return {
    rate,
    hours,
    open,
    nextAt: !open ? opened + DAY_MS : hours.forMs < DAY_MS ? opened + hours.forMs : Infinity,
  };
}

/** Moves on past the turn that has come. */
export function turn(turns: DailyTurns): void {
  const { rate, hours } = turns;
  if (rate.pulses !== undefined) {
    const apart = pulsesApartMs(hours, rate.pulses);
    const opened = Math.floor((turns.nextAt - hours.fromMs) / DAY_MS) * DAY_MS + hours.fromMs;
    const done = Math.round((turns.nextAt - opened) / apart + 0.5);
    turns.nextAt = done < rate.pulses ? opened + (done + 0.5) * apart : opened + DAY_MS + 0.5 * apart;
    return;
  }
  turns.open = !turns.open;
  turns.nextAt += turns.open ? hours.forMs : DAY_MS - hours.forMs;
}

function pulsesApartMs({ forMs }: DailyHours, pulses: number): number {
  return forMs / pulses;
}
