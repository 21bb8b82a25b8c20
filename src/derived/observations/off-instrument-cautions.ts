import type { Caution } from '@/calculators/calculator/calculator';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import type { Snapshot, Tank } from '@/record/schema';
import { offInstrument } from './instrument-check';

/** Retest before acting: of what is dosed, the last reading was taken by an instrument that another contradicts. */
export function offInstrumentCautions(snapshot: Snapshot, tank: Tank, now: number): Caution[] {
  return DOSED_PARAMETERS.flatMap((parameter): Caution[] => {
    const off = offInstrument(snapshot, tank, parameter, now);
    return off
      ? [
          {
            severity: 'caution',
            says: [
              `Retest ${parameter} before acting: its last reading is by ${off.instrument.name}, which ${off.otherName ?? 'another test'} contradicts.`,
            ],
          },
        ]
      : [];
  });
}
