'use client';

import { attempt } from '@/calculators/calculator/attempt';
import { capitalised } from '@/calculators/calculator/words';
import { signWords } from '@/calculators/signs/signs';
import { Worked } from '@/interface/answer/worked';
import { whenText } from '@/interface/time/when';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { nutrientLevelsOf, nutrientPath, signsThere } from '@/derived/nutrients/nutrient-questions';
import { fedOfTank } from '@/derived/nutrients/fed-of-tank';
import { exportersOf } from '@/derived/nutrients/exporters';
import { feedingWords, FOOD_NAMES } from '@/record/kinds/feeding';
import { bandFor } from '@/derived/observations/targets';
import { PathPicture } from './path-picture';

/** The path is drawn over so many days: from starved to fed takes a season. */
const PATH_DAYS = 120;

/** The two levels, and the way they have gone together. */
export function Together() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const { zone } = snapshot.settings;
  const result = attempt(() => nutrientLevelsOf(snapshot, tank, now));
  const path = nutrientPath(snapshot, tank, now, PATH_DAYS);
  const signs = signsThere(snapshot, tank, now);
  const meals = fedOfTank(snapshot, tank, now).at(-1)?.meals ?? [];
  const exporters = exportersOf(snapshot, tank, now);
  return (
    <Worked result={result} otherwise="Test nitrate and phosphate: “no3 5 po4 0.06”.">
      <div className="mt-5 grid max-w-6xl gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        {path.length > 1 ? (
          <PathPicture
            path={path}
            bands={{ nitrate: bandFor(tank, 'nitrate'), phosphate: bandFor(tank, 'phosphate') }}
          />
        ) : (
          <p className="text-soft">Test both on one day twice, and their way is drawn here.</p>
        )}
        <dl className="min-w-0 space-y-3">
          <div>
            <dt className="font-semibold">Fed now</dt>
            <dd>
              {meals.length === 0
                ? 'Never logged: “feeding 2 cubes a day” tells it.'
                : capitalised(
                    meals
                      .map(({ portions, measure, food, timesPerDay }) =>
                        [
                          portions === undefined
                            ? ''
                            : `${portions} ${measure === 'grams' ? 'g' : (measure ?? 'portions')}`,
                          food === undefined ? '' : `of ${FOOD_NAMES[food]}`,
                          feedingWords(timesPerDay),
                        ]
                          .filter(Boolean)
                          .join(' '),
                      )
                      .join('; '),
                  )}
            </dd>
          </div>
          <div>
            <dt className="font-semibold">Exports now</dt>
            <dd>
              {exporters.length === 0 ? 'Nothing is logged but changes of water.' : capitalised(exporters.join(', '))}
            </dd>
          </div>
          <div>
            <dt className="font-semibold">Seen beside it</dt>
            <dd>
              {signs.length === 0
                ? 'Nothing was logged as seen in two months.'
                : signs
                    .slice(-4)
                    .toReversed()
                    .map(({ sign, at }) => `${signWords(sign)}, ${whenText(at, now, zone, 'day')}`)
                    .join('; ')}
            </dd>
          </div>
        </dl>
      </div>
    </Worked>
  );
}
