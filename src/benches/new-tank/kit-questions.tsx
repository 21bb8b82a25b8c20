'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { preferredUnit } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import { SelectField } from '@/interface/controls/select-field';
import { useCommit, useTank } from '@/interface/workspace/workspace';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { USUAL_STEPS } from '@/calculators/cycle/cycle-input';
import type { Kit } from '@/record/schema';

const USUAL_KIT: Kit = { ammoniaReads: 'all', ammoniaStep: USUAL_STEPS.ammonia, nitriteStep: USUAL_STEPS.nitrite };
const AMMONIA_AS = [
  ['mg/L', 'NH3, or it does not say'],
  ['mg/L NH4', 'NH4'],
  ['mg/L NH3-N', 'nitrogen (NH3-N)'],
] as const;
const NITRITE_AS = [
  ['mg/L', 'NO2, or it does not say'],
  ['mg/L NO2-N', 'nitrogen (NO2-N)'],
] as const;
const READS = [
  ['all', 'all ammonia, as most'],
  ['free', 'free ammonia alone'],
] as const;

/** What the kits mean by their figures; asked once, and every plain figure typed from then on is read so. */
export const KitQuestions = inOwnScope(function KitQuestions() {
  const { snapshot } = useTank();
  const commit = useCommit();
  const { settings } = snapshot;
  const kit = settings.kit ?? USUAL_KIT;
  const keep = (change: Partial<Kit>) =>
    void commit({ label: 'The kits, as you say', settings: (present) => ({ ...present, kit: { ...kit, ...change } }) });
  const tells = (which: 'ammonia' | 'nitrite', value: string) =>
    void commit({
      label: `The ${which} kit reads ${value}`,
      settings: (present) => {
        const units = { ...present.units, [which]: value };
        const before = present.kit ?? USUAL_KIT;
        const step = which === 'ammonia' ? 'ammoniaStep' : 'nitriteStep';
        // The first step stands on the kit as the same figure, whatever it is told as.
        const figure = preferredUnit(which, present.units).fromCanonical(before[step]);
        const same = Math.min(1, Math.max(0.02, preferredUnit(which, units).toCanonical(figure)));
        return { ...present, kit: { ...before, [step]: same }, units };
      },
    });
  return (
    <section aria-label="Your kits" className="no-print mt-8">
      <h2 className="text-lg font-semibold">Your kits</h2>
      <p className="max-w-2xl text-soft">
        {settings.kit
          ? 'Plain figures are read in the units of these kits.'
          : 'Asked once: half a milligram can mean three things. Until you say, figures count as NH3 and NO2.'}
      </p>
      <div className="mt-2 flex flex-wrap gap-x-6 gap-y-3">
        <SelectField
          label="The ammonia kit reads"
          value={settings.units.ammonia ?? 'mg/L'}
          options={AMMONIA_AS}
          onChange={(value) => tells('ammonia', value)}
        />
        <SelectField
          label="The kit reads"
          value={kit.ammoniaReads}
          options={READS}
          onChange={(ammoniaReads) => keep({ ammoniaReads })}
        />
        <QuantityField
          narrow
          label="First step, ammonia"
          expected={AMOUNTS.kitStepAmmonia}
          value={kit.ammoniaStep}
          onChange={(step) => step !== null && keep({ ammoniaStep: step })}
        />
        <SelectField
          label="The nitrite kit reads"
          value={settings.units.nitrite ?? 'mg/L'}
          options={NITRITE_AS}
          onChange={(value) => tells('nitrite', value)}
        />
        <QuantityField
          narrow
          label="First step, nitrite"
          expected={AMOUNTS.kitStepNitrite}
          value={kit.nitriteStep}
          onChange={(step) => step !== null && keep({ nitriteStep: step })}
        />
        {!settings.kit && (
          <div className="mt-6">
            <Button onClick={() => keep({})}>They are like this</Button>
          </div>
        )}
      </div>
    </section>
  );
});
