'use client';

import { AMOUNTS } from '@/calculators/calculator/amounts';
import { PARAMETERS, readingExpectation } from '@/calculators/parameters/parameters';
import { capitalised } from '@/calculators/calculator/words';
import { attempt } from '@/calculators/calculator/attempt';
import { dilution } from '@/calculators/mixing/dilution';
import { useKeptState } from '@/interface/storage/kept-draft';
import { Figures } from '@/interface/answer/bench';
import { CourseChart } from '@/interface/charts/pictures';
import { useAsks } from '@/interface/address/place';
import { QuantityField } from '@/interface/fields/quantity-field';
import { Worked } from '@/interface/answer/worked';
import { useTank, useUnits } from '@/interface/workspace/workspace';
import { quantity, showText } from '@/quantities/quantity';
import { aimFor } from '@/derived/observations/targets';
import { netVolumeL } from '@/record/schema';
import type { Seen } from './new-water';

/** Drawn a week apart; the answer itself knows no days. */
const DRAWN_APART_DAYS = 7;

/** From a level to an aim: how much to change. */
export function Backwards({ water, about, levels }: Seen) {
  const { tank } = useTank();
  const asks = useAsks();
  const asked = (key: string) => {
    const given = asks.get(key);
    return given !== null && Number.isFinite(Number(given)) ? Number(given) : null;
  };
  // "nitrate 20 to 5" leads here with both figures.
  const [own, setOwn] = useKeptState<number | null>(`backwards own ${asks.get('from') ?? ''}`, asked('from'));
  const [aim, setAim] = useKeptState<number | null>(`backwards aim ${asks.get('to') ?? ''}`, asked('to'));
  const [changes, setChanges] = useKeptState<number | null>('backwards changes', 1);
  const { name, kind } = PARAMETERS[about];
  const expected = { ...readingExpectation(about), low: 0 };
  const has = own ?? levels[about];
  const target = aim ?? aimFor(tank, about);
  const result =
    has === undefined
      ? undefined
      : attempt(() =>
          dilution.run({
            of: about,
            litres: netVolumeL(tank),
            has,
            adds: water.levels[about] ?? 0,
            target,
            changes: changes ?? 1,
          }),
        );
  const outcome = result?.outcome;
  const points =
    outcome && has !== undefined
      ? outcome.values.levels.flatMap((after, i) => [
          { days: i * DRAWN_APART_DAYS, value: i === 0 ? has : (outcome.values.levels[i - 1] ?? has) },
          { days: i * DRAWN_APART_DAYS + 1e-4, value: after },
        ])
      : [];
  return (
    <Worked result={result} otherwise={`Say what ${name} is now, and what it should be.`}>
      <div className="mt-5 grid gap-8 lg:grid-cols-2">
        {points.length > 0 && (
          <CourseChart
            name={name}
            kind={kind}
            band={tank.targets[about] ?? PARAMETERS[about].band}
            lines={[
              {
                label: name,
                points: [
                  ...points,
                  {
                    days: (outcome?.values.levels.length ?? 1) * DRAWN_APART_DAYS,
                    value: outcome?.values.levels.at(-1) ?? 0,
                  },
                ],
              },
            ]}
          />
        )}
        <Figures title="From here to there">
          <QuantityField
            label={`${capitalised(name)} now`}
            expected={expected}
            value={has ?? null}
            digits={own === null ? 3 : undefined}
            onChange={setOwn}
            onReset={own === null ? undefined : () => setOwn(null)}
            required
          />
          <QuantityField
            label={`${capitalised(name)} wanted`}
            expected={expected}
            value={target}
            digits={aim === null ? 3 : undefined}
            onChange={setAim}
            onReset={aim === null ? undefined : () => setAim(null)}
            required
          />
          <QuantityField label="In how many changes" expected={AMOUNTS.changes} value={changes} onChange={setChanges} />
          {water.fields}
        </Figures>
      </div>
      {outcome && outcome.values.ways.length > 0 && (
        <Ways ways={outcome.values.ways} chosen={changes ?? 1} onChoose={setChanges} />
      )}
    </Worked>
  );
}

/** How many changes, and how large each: fewer are less water, more are gentler. */
function Ways({
  ways,
  chosen,
  onChoose,
}: {
  readonly ways: ReturnType<typeof dilution.run>['values']['ways'];
  readonly chosen: number;
  readonly onChoose: (changes: number) => void;
}) {
  const units = useUnits();
  const litres = (amount: number) => showText(quantity('volume', amount), units);
  return (
    <section aria-label="How many, and how large" className="mt-6">
      <h2 className="font-semibold">How many, and how large</h2>
      <table className="mt-1 w-full max-w-xl border-collapse text-[0.95rem]">
        <thead>
          <tr className="text-left text-sm text-soft">
            <th className="py-1 font-normal">Changes</th>
            <th className="text-right font-normal">each</th>
            <th className="text-right font-normal">of the water</th>
            <th className="text-right font-normal">in all</th>
          </tr>
        </thead>
        <tbody>
          {ways.map(({ changes, litresEachTime, share, litresInAll }) => (
            <tr key={changes} className={`border-t border-line ${changes === chosen ? 'font-semibold' : ''}`}>
              <td className="py-1">
                <button
                  type="button"
                  className="min-h-11 text-glass underline underline-offset-4 lg:min-h-8"
                  aria-pressed={changes === chosen}
                  onClick={() => onChoose(changes)}
                >
                  {changes === 1 ? 'one' : changes}
                </button>
              </td>
              <td className="text-right tabular-nums">{litres(litresEachTime)}</td>
              <td className="text-right tabular-nums">{showText(quantity('percent', share * 100), units)}</td>
              <td className="text-right tabular-nums">{litres(litresInAll)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
