'use client';

import { FOLLOWED, type Followed } from '@/chemistry/water-change/followed';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { Bench } from '@/interface/answer/bench';
import { usePart } from '@/interface/workspace/here';
import { SelectField } from '@/interface/controls/select-field';
import { useChoice } from '@/interface/address/use-choice';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { levelsNow } from '@/derived/water-change/change-question';
import { Backwards } from './backwards';
import { useNewWater } from './new-water';
import { OneOrSeveral } from './one-or-several';
import { TheRoutine } from './the-routine';

/** Water out and water in: what it does once, in a series, as a habit; and how much is needed for an aim. */
export function WaterChangeBench() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const part = usePart('water-change');
  const levels = levelsNow(snapshot, tank, now);
  const measured = FOLLOWED.filter((id) => levels[id] !== undefined);
  const [about, setAbout] = useChoice<Followed>(
    'of',
    FOLLOWED,
    measured.includes('alkalinity') ? 'alkalinity' : (measured[0] ?? 'salinity'),
  );
  const water = useNewWater(part === 'routine' || part === 'drip');
  const seen = { water, about, levels };
  return (
    <Bench
      beside={
        <SelectField
          label="Look at"
          value={about}
          options={FOLLOWED.map((id) => [id, PARAMETERS[id].name] as const)}
          onChange={setAbout}
        />
      }
    >
      {(part === 'once' || part === 'series') && <OneOrSeveral key={part} several={part === 'series'} {...seen} />}
      {(part === 'routine' || part === 'drip') && <TheRoutine key={part} drip={part === 'drip'} {...seen} />}
      {part === 'level' && <Backwards key={about} {...seen} />}
    </Bench>
  );
}
