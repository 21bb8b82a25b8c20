'use client';

import { FOLLOWED, type Followed } from '@/chemistry/water-change/followed';
import { PARAMETERS } from '@/calculators/parameters/parameters';
import { Bench } from '@/interface/bench';
import { ChoiceRow } from '@/interface/choice-row';
import { SelectField } from '@/interface/select-field';
import { useChoice } from '@/interface/use-choice';
import { useNow, useTank, useTitle } from '@/interface/workspace';
import { levelsNow } from '@/reckoning/change-question';
import { Backwards } from './backwards';
import { ChangeSeries } from './change-series';
import { useNewWater } from './new-water';
import { TheRoutine } from './the-routine';

const WAYS = [
  ['once', 'One change'],
  ['series', 'A series'],
  ['routine', 'A routine'],
  ['level', 'Down to a level'],
  ['drip', 'Without end'],
] as const;

/** Water out and water in: what it does once, in a series, as a habit; and how much is needed for an aim. */
export function ChangeBench() {
  const { book, tank } = useTank();
  const now = useNow();
  useTitle(`Change, ${tank.name}`);
  const levels = levelsNow(book, tank, now);
  const measured = FOLLOWED.filter((id) => levels[id] !== undefined);
  const [way, setWay] = useChoice(
    'as',
    WAYS.map(([value]) => value),
    'once',
  );
  const [about, setAbout] = useChoice<Followed>(
    'of',
    FOLLOWED,
    measured.includes('alkalinity') ? 'alkalinity' : (measured[0] ?? 'salinity'),
  );
  const water = useNewWater();
  const seen = { water, about, levels };
  return (
    <Bench question="What does changing water do, and how much is right?">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <ChoiceRow label="How it is changed" choices={WAYS} chosen={way} onChoose={setWay} />
        <SelectField
          label="Look at"
          value={about}
          options={FOLLOWED.map((id) => [id, PARAMETERS[id].name] as const)}
          onChange={setAbout}
        />
      </div>
      {(way === 'once' || way === 'series') && <ChangeSeries key={way} several={way === 'series'} {...seen} />}
      {(way === 'routine' || way === 'drip') && <TheRoutine key={way} drip={way === 'drip'} {...seen} />}
      {way === 'level' && <Backwards key={about} {...seen} />}
    </Bench>
  );
}
