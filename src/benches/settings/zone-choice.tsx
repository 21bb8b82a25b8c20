'use client';

import { useMemo } from 'react';
import { hereZone } from '@/interface/time/here-zone';
import { SelectField } from '@/interface/controls/select-field';
import { useCommit } from '@/interface/workspace/workspace';
import type { Settings } from '@/record/schema';

/** Where days begin. What was logged keeps its moment; the day and the hour it is told by follow the zone. */
export function ZoneChoice({ settings }: { readonly settings: Settings }) {
  const commit = useCommit();
  const { zone } = settings;
  const zones = useMemo(
    () => [...new Set([zone, hereZone(), ...Intl.supportedValuesOf('timeZone')])].toSorted(),
    [zone],
  );
  const words = (name: string) => name.replaceAll('_', ' ');
  return (
    <div className="mt-4">
      <SelectField
        label="Days begin at midnight in"
        width="w-64"
        value={zone}
        options={zones.map((name) => [name, words(name)] as const)}
        onChange={(name) =>
          void commit({
            label: `Days begin in ${words(name)}`,
            settings: (present) => ({ ...present, zone: name }),
          })
        }
      />
      <p className="mt-1 max-w-xl text-sm text-soft">
        What was logged keeps its moment; days and hours are shown as clocks show them there.
      </p>
    </div>
  );
}
