'use client';

import { offered, PARAMETERS, readingExpectation, type ParameterId } from '@/calculators/parameters/parameters';
import { BAND_SCHOOLS } from '@/calculators/parameters/band-schools';
import { NUTRIENT_SCHOOLS } from '@/calculators/parameters/parameter';
import { Button } from '@/interface/controls/button';
import { QuantityField } from '@/interface/fields/quantity-field';
import type { Tank } from '@/record/schema';

/** A band of a school as the tank's own two figures. */
function taken(bands: (typeof BAND_SCHOOLS)[number]['bands']): Tank['targets'] {
  return Object.fromEntries(Object.entries(bands).map(([id, band]) => [id, [...band]]));
}

interface Props {
  readonly draft: Tank;
  readonly onDraft: (draft: Tank) => void;
}

/** The bands a tank is meant to hold, begun from a school and then the keeper's own. */
export function Targets({ draft, onDraft }: Props) {
  const setEdge = (id: ParameterId, edge: 0 | 1, amount: number | null) => {
    const band = [...(draft.targets[id] ?? PARAMETERS[id].band)] as [number, number];
    if (amount === null) return;
    band[edge] = amount;
    onDraft({ ...draft, targets: { ...draft.targets, [id]: band } });
  };
  return (
    <fieldset>
      <legend className="mb-2 text-lg font-semibold">Target bands</legend>
      <p className="max-w-2xl text-sm text-soft">
        Steady beats any value. Keepers of different schools hold other figures, and any two of your own are as good;
        pick a school to start from, then set them below.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        {NUTRIENT_SCHOOLS.map((school) => (
          <Button
            key={school}
            onClick={() => {
              const nitrate = PARAMETERS.nitrate.bandBySchool[school];
              const phosphate = PARAMETERS.phosphate.bandBySchool[school];
              onDraft({ ...draft, targets: { ...draft.targets, nitrate: [...nitrate], phosphate: [...phosphate] } });
            }}
          >
            {school} nutrients
          </Button>
        ))}
        {BAND_SCHOOLS.map(({ words, bands }) => (
          <Button key={words} onClick={() => onDraft({ ...draft, targets: { ...draft.targets, ...taken(bands) } })}>
            {words}
          </Button>
        ))}
      </div>
      <ul className="mt-3 max-w-xl">
        {offered((id) => draft.targets[id] !== undefined).map((id) => {
          const band = draft.targets[id];
          const { name } = PARAMETERS[id];
          return (
            <li
              key={id}
              className="grid grid-cols-[minmax(5.5rem,1fr)_7.5rem_7.5rem] items-start gap-x-4 border-t border-line py-2"
            >
              <span className={band ? 'pt-7' : 'py-2'}>{name}</span>
              {band ? (
                <>
                  <QuantityField
                    narrow
                    digits={4}
                    label="from"
                    spoken={`${name} from`}
                    expected={readingExpectation(id)}
                    value={band[0]}
                    onChange={(amount) => setEdge(id, 0, amount)}
                  />
                  <QuantityField
                    narrow
                    digits={4}
                    label="to"
                    spoken={`${name} to`}
                    expected={readingExpectation(id)}
                    value={band[1]}
                    onChange={(amount) => setEdge(id, 1, amount)}
                  />
                  {band[0] > band[1] && (
                    <p role="alert" className="col-span-full text-sm text-rust">
                      The lower end of {name} stands above the upper.
                    </p>
                  )}
                </>
              ) : (
                <Button
                  look="quiet"
                  onClick={() => onDraft({ ...draft, targets: { ...draft.targets, [id]: [...PARAMETERS[id].band] } })}
                >
                  Set a target
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </fieldset>
  );
}
