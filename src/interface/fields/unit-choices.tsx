'use client';

import type { Settings } from '@/record/schema';
import { SelectField } from '../controls/select-field';
import { useCommit } from '../workspace/workspace';

const CHOICES = {
  volume: ['Volume', ['L', 'US gal']],
  temperature: ['Temperature', ['°C', '°F']],
  alkalinity: ['Alkalinity', ['dKH', 'meq/L', 'ppm CaCO3']],
  salinity: ['Salinity', ['ppt', 'sg', 'mS/cm']],
} as const;

const WORDS: Partial<Record<string, string>> = { sg: 'specific gravity 25/25 °C', 'mS/cm': 'mS/cm at 25 °C' };

const MONEY = [
  ['', 'a bare figure'],
  ['€', '€'],
  ['$', '$'],
  ['£', '£'],
  ['kr', 'kr'],
  ['CHF', 'CHF'],
  ['¥', '¥'],
] as const;

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
            <SelectField
              key={kind}
              label={label}
              value={settings.units[kind]}
              options={symbols.map((symbol) => [symbol, WORDS[symbol] ?? symbol] as const)}
              onChange={(value) =>
                void commit({
                  label: `${label} in ${value}`,
                  settings: (present) => ({ ...present, units: { ...present.units, [kind]: value } }),
                })
              }
            />
          );
        })}
        <SelectField
          label="Money"
          value={settings.units.currency ?? ''}
          options={MONEY}
          onChange={(value) =>
            void commit({
              label: value ? `Prices in ${value}` : 'Prices as bare figures',
              settings: (present) => ({ ...present, units: { ...present.units, currency: value } }),
            })
          }
        />
      </div>
    </fieldset>
  );
}
