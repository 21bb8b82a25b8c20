'use client';

import type { Settings } from '@/record/schema';
import { useCommit } from './workspace';

const CHOICES = {
  volume: ['Volume', ['L', 'US gal']],
  temperature: ['Temperature', ['°C', '°F']],
  alkalinity: ['Alkalinity', ['dKH', 'meq/L', 'ppm CaCO3']],
  salinity: ['Salinity', ['ppt', 'sg', 'mS/cm']],
} as const;

const WORDS: Partial<Record<string, string>> = { sg: 'specific gravity 25/25 °C', 'mS/cm': 'mS/cm at 25 °C' };

/** The units figures are shown in, and read in when none is typed. */
export function UnitChoices({ settings }: { readonly settings: Settings }) {
  const commit = useCommit();
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-semibold">Units</legend>
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        {(Object.keys(CHOICES) as (keyof typeof CHOICES)[]).map((kind) => {
          const [label, symbols] = CHOICES[kind];
          return (
            <label key={kind} className="block">
              <span className="block text-sm font-semibold">{label}</span>
              <select
                className="mt-1 min-h-11 rounded-md border border-edge bg-sheet px-2 lg:min-h-9"
                value={settings.units[kind]}
                onChange={({ target: { value } }) =>
                  void commit({
                    label: `${label} in ${value}`,
                    settings: (present) => ({ ...present, units: { ...present.units, [kind]: value } }),
                  })
                }
              >
                {symbols.map((symbol) => (
                  <option key={symbol} value={symbol}>
                    {WORDS[symbol] ?? symbol}
                  </option>
                ))}
              </select>
            </label>
          );
        })}
      </div>
    </fieldset>
  );
}
