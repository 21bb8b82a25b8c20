'use client';

import { OUTDOOR_CO2_UATM } from '@/chemistry/carbonate/reef-water';
import { ButtonLink } from '@/interface/controls/button';
import { benchAddress } from '@/registry/addresses';
import { useTank, useWorkspace } from '@/interface/workspace/workspace';
import { co2Seen } from '@/derived/outlook/co2-of-the-water';

/** What the last pH says of the air: with alkalinity right, the room's CO2 sets pH. */
export function Co2Words({ carriedOn }: { readonly carriedOn: boolean }) {
  const { snapshot, tank } = useTank();
  const { name } = useWorkspace();
  const seen = co2Seen(snapshot, tank);
  if (!seen) return null;
  const rounded = Number(seen.pco2Uatm.toPrecision(2));
  return (
    <p className="mt-1 text-sm text-soft">
      With its alkalinity, the last pH means the water sees about <strong>{rounded} ppm</strong> of CO₂; outdoor air
      holds about {OUTDOOR_CO2_UATM}.{' '}
      {rounded > 1.5 * OUTDOOR_CO2_UATM ? 'Fresh air to the room or the skimmer lifts pH; a buffer does not. ' : ''}
      {carriedOn && 'The dashed line takes the air as it has been of late. '}
      <ButtonLink look="quiet" href={benchAddress(name, tank.id, 'ph')}>
        Why, and what would lift it
      </ButtonLink>
    </p>
  );
}
