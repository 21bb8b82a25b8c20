'use client';

import { useState } from 'react';
import { attempt } from '@/calculators/calculator/attempt';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { salinity } from '@/calculators/seawater/salinity-calculator';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { SelectField } from '@/interface/controls/select-field';
import { useTank } from '@/interface/workspace/workspace';
import { aimFor } from '@/derived/observations/targets';
import { SalinityScale } from './salinity-scale';

const INSTRUMENTS = [
  ['refractometer', 'refractometer'],
  ['hydrometer', 'floating hydrometer'],
  ['conductivity', 'conductivity meter'],
  ['figure', 'a figure on a scale'],
] as const;
type Instrument = (typeof INSTRUMENTS)[number][0];

const FLOATS = ['25/25 °C', '60/60 °F', '20/4 °C'] as const;

/** A reading with its instrument and its warmth put right: half a figure made whole. */
export function InstrumentReading() {
  const { tank } = useTank();
  const [by, setBy] = useKeptState<Instrument>('instrument-reading by', 'refractometer');
  const [shown, setShown] = useKeptState<number | null>('instrument-reading shown', null);
  const [scale, setScale] = useKeptState<'seawater' | 'brine'>('instrument-reading scale', 'seawater');
  const [standard, setStandard] = useKeptState<number | null>('instrument-reading standard', null);
  const [float, setFloat] = useState<(typeof FLOATS)[number]>('25/25 °C');
  const [sampleC, setSampleC] = useKeptState<number | null>('instrument-reading sampleC', 25);
  const result =
    shown === null
      ? undefined
      : attempt(() =>
          salinity.run({
            reading: readingOf({ by, shown, scale, standard, float, sampleC: sampleC ?? 25 }),
            temperatureC: 25,
          }),
        );
  const outcome = result?.outcome;
  return (
    <>
      <Worked result={result} otherwise="Say what the instrument shows.">
        <div className="mt-6 grid gap-8 md:grid-cols-[19rem_minmax(0,1fr)]">
          <SalinityScale
            salinity={outcome?.values.salinity}
            band={tank.targets.salinity ?? PARAMETERS.salinity.band}
            aim={aimFor(tank, 'salinity')}
          />
          <Figures title="The instrument">
            <SelectField
              label="Read with a"
              value={by}
              options={INSTRUMENTS}
              onChange={(instrument) => {
                setBy(instrument);
                setShown(null);
              }}
            />
            <QuantityField
              key={by}
              label="It shows"
              expected={SHOWN[by]}
              value={shown}
              onChange={setShown}
              required
              hint={SHOWS_HINT[by]}
            />
            {by === 'refractometer' && (
              <>
                <SelectField
                  label="Its scale is drawn for"
                  value={scale}
                  options={
                    [
                      ['seawater', 'seawater'],
                      ['brine', 'brine (table salt)'],
                    ] as const
                  }
                  onChange={setScale}
                />
                <QuantityField
                  label="In a standard of 35 ppt it shows"
                  expected={{ ...SHOWN.refractometer, field: 'reading in the standard' }}
                  value={standard}
                  onChange={setStandard}
                  hint="where it was checked; left empty, it is taken as true"
                />
              </>
            )}
            {by === 'hydrometer' && (
              <SelectField
                label="Printed on the float"
                value={float}
                options={FLOATS.map((each) => [each, each] as const)}
                onChange={setFloat}
              />
            )}
            {(by === 'hydrometer' || by === 'conductivity') && (
              <QuantityField
                label="Temperature of the sample"
                expected={{ field: 'sample temperature', kind: 'temperature', low: 0, high: 40, usual: [15, 30] }}
                value={sampleC}
                onChange={setSampleC}
                hint={by === 'conductivity' ? '25 °C where the meter corrects for it' : undefined}
              />
            )}
          </Figures>
        </div>
      </Worked>
      <p className="mt-4 max-w-3xl text-sm text-soft">
        A calibrated refractometer or a digital meter is trusted; wait some 20 seconds for the drops to take the prism’s
        warmth. Swing-arm hydrometers are not: common practice.
      </p>
    </>
  );
}

const SHOWN = {
  refractometer: { field: 'refractometer reading', kind: 'salinity', low: 0, high: 45, usual: [25, 40] },
  hydrometer: { field: 'hydrometer reading', kind: 'gravity', low: 0.99, high: 1.05, usual: [1.015, 1.035] },
  conductivity: { field: 'conductivity', kind: 'conductivity', low: 0.1, high: 150, usual: [30, 65] },
  figure: { field: 'salinity', kind: 'salinity', low: 2, high: 42, usual: [28, 38] },
} as const;

const SHOWS_HINT = {
  refractometer: 'on its ppt scale',
  hydrometer: 'the figure at the level surface, such as 1.0255',
  conductivity: 'mS/cm at the sample’s own warmth',
  figure: '“1.026 sg”, “sg 60/60”, “53 mS/cm”, ppt',
} as const;

interface Asked {
  readonly by: Instrument;
  readonly shown: number;
  readonly scale: 'seawater' | 'brine';
  readonly standard: number | null;
  readonly float: (typeof FLOATS)[number];
  readonly sampleC: number;
}

function readingOf({
  by,
  shown,
  scale,
  standard,
  float,
  sampleC,
}: Asked): Parameters<typeof salinity.run>[0]['reading'] {
  switch (by) {
    case 'refractometer':
      return { by, shown, scale, ...(standard !== null && { standard: { shown: standard, trueSalinity: 35 } }) };
    case 'hydrometer':
      return { by, shown, float, sampleC };
    case 'conductivity':
      return { by, conductivityMsPerCm: shown, sampleC };
    case 'figure':
      return { by, salinity: shown };
  }
}
