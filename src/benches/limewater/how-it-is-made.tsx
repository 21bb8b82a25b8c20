'use client';

import { nanoid } from 'nanoid';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { USUAL_WEAKENED } from '@/calculators/limewater/strength';
import { USUAL_KEPT_BACK } from '@/calculators/top-off/head-room';
import { TOP_OFF_AMOUNTS } from '@/calculators/top-off/top-off-amounts';
import { quantity, showText } from '@/quantities/quantity';
import { Button } from '@/interface/controls/button';
import { given } from '@/calculators/calculator/given';
import { useDraft } from '@/interface/forms/draft';
import { Form } from '@/interface/forms/form';
import { useLog } from '@/interface/forms/log-form';
import { useForgetDrafts } from '@/interface/storage/kept-draft';
import { QuantityField } from '@/interface/fields/quantity-field';
import { inOwnScope } from '@/interface/workspace/refused-fields';
import { SelectField } from '@/interface/controls/select-field';
import { without } from '@/interface/parts/without';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { limewaterOf } from '@/derived/limewater/limewater-question';
import { limewaterSet } from '@/derived/limewater/set-limewater';
import type { Entry, Tank } from '@/record/schema';

type Row = NonNullable<Tank['limewater']>;

/** A share of what was typed in per cent. */
const share = (percent: number | null) => (percent === null ? null : percent / 100);

const VESSELS = [
  ['plain', 'a covered vessel'],
  ['stirrer', 'a stirrer, fed with fresh water'],
] as const;

/** Vessel or stirrer, its pump, and what was put in: told once, logged as it is done. */
export const HowItIsMade = inOwnScope(function HowItIsMade() {
  return (
    <div className="mt-8 grid max-w-5xl gap-8 lg:grid-cols-2">
      <SetUp />
      <MadeOrTested />
    </div>
  );
});

function SetUp() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const commit = useCommitOnce();
  const form = 'how-limewater-is-made';
  const forget = useForgetDrafts(form);
  const row = tank.limewater;
  const solution = limewaterOf(snapshot, tank);
  const { draft, set, field } = useDraft(form, () => ({
    vessel: row?.vessel ?? 'plain',
    litres: row?.litres ?? null,
    temperatureC: row?.temperatureC ?? null,
    pumpLPerH: row?.pumpLPerH ?? null,
    byTopOff: row?.byTopOff ?? false,
    weakened: row?.weakened === undefined ? null : row.weakened * 100,
    keptBack: row?.keptBack === undefined ? null : row.keptBack * 100,
    fromReservoir: solution ? (tank.topOff?.fromReservoir ?? []).includes(solution.id) : false,
  }));
  const { litres } = draft;
  const save = () => {
    if (litres === null) return;
    // The row names its solution, so that one has to be there; nothing is dosed by that yet.
    const fresh = solution ? undefined : limewaterSet(snapshot, tank, now, { litresPerDay: 0 }).solutions;
    const solutionId = solution?.id ?? fresh?.[0]?.id;
    if (solutionId === undefined) return;
    const others = (tank.topOff?.fromReservoir ?? []).filter((id) => id !== solutionId);
    const topOff = without(tank.topOff ?? {}, 'fromReservoir');
    const feeds = draft.fromReservoir ? [...others, solutionId] : others;
    const limewater: Row = {
      solutionId,
      vessel: draft.vessel,
      litres,
      ...given({ temperatureC: draft.temperatureC, pumpLPerH: draft.pumpLPerH }),
      ...(draft.byTopOff && { byTopOff: true }),
      ...given({ weakened: share(draft.weakened), keptBack: share(draft.keptBack) }),
    };
    void commit({
      label: `How the limewater of ${tank.name} is made`,
      put: {
        tanks: [{ ...tank, limewater, topOff: { ...topOff, ...(feeds.length > 0 && { fromReservoir: feeds }) } }],
        ...(fresh && { solutions: fresh }),
      },
    }).then((done) => done && forget());
  };
  const tick = (label: string, on: boolean, turn: (on: boolean) => void) => (
    <label className="flex min-h-11 items-center gap-2 lg:min-h-9">
      <input
        type="checkbox"
        className="size-5 accent-glass"
        checked={on}
        onChange={({ target: { checked } }) => turn(checked)}
      />
      {label}
    </label>
  );
  return (
    <Form label="How it is made" onSend={save} className="min-w-0">
      <h2 className="mb-2 text-lg font-semibold">How it is made</h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3">
        <SelectField label="Made in" options={VESSELS} {...field('vessel')} />
        <QuantityField
          narrow
          label={draft.vessel === 'stirrer' ? 'The stirrer holds' : 'The vessel holds'}
          expected={AMOUNTS.limewaterVessel}
          {...field('litres')}
          required
        />
        <QuantityField
          narrow
          label="Its temperature"
          expected={AMOUNTS.limewaterTemperature}
          {...field('temperatureC')}
          hint="the room’s where none is given"
        />
        <QuantityField
          narrow
          label="Its pump gives"
          expected={{ ...TOP_OFF_AMOUNTS.pump, field: 'limewater pump' }}
          {...field('pumpLPerH')}
          hint="as in 300 mL/h"
        />
        <QuantityField
          narrow
          label="Left to the top-off"
          expected={AMOUNTS.limewaterKeptBack}
          {...field('keptBack')}
          hint={`${USUAL_KEPT_BACK * 100} % of the least evaporation where none is given`}
        />
        <QuantityField
          narrow
          label="Strength lost to air"
          expected={AMOUNTS.limewaterWeakened}
          {...field('weakened')}
          hint={`assumed ${USUAL_WEAKENED[draft.vessel] * 100} %; a test overrules it`}
        />
      </div>
      <div className="mt-2">
        {tick('Its water comes from the top-off’s reservoir', draft.fromReservoir, (fromReservoir) =>
          set({ fromReservoir }),
        )}
        {tick('The top-off’s own pump drives it', draft.byTopOff, (byTopOff) =>
          set({ byTopOff, ...(byTopOff && { fromReservoir: true }) }),
        )}
        {draft.byTopOff && (
          <p className="text-sm text-soft">
            Limewater wears a pump and crusts its outlet: clean both in vinegar every month (common practice), and
            expect to change the pump sooner.
          </p>
        )}
      </div>
      <Button type="submit" look="main" className="mt-3" disabled={litres === null}>
        Save
      </Button>
    </Form>
  );
}

const NOTHING: Readonly<Record<'grams' | 'litres' | 'alkalinity' | 'conductivity', number | null>> = {
  grams: null,
  litres: null,
  alkalinity: null,
  conductivity: null,
};

/** Grams put in, the vessel filled, and what a test of the clear water says. */
function MadeOrTested() {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const form = 'limewater-made';
  const logged = useLog(form);
  const { draft, field } = useDraft(form, NOTHING);
  const { grams } = draft;
  const nothing = Object.values(draft).every((figure) => figure === null);
  const log = () => {
    if (nothing) return;
    const entry: Entry = { id: nanoid(), tankId: tank.id, at: now, kind: 'limewater', ...given(draft) };
    const label =
      grams === null ? 'Limewater tested' : `${showText(quantity('mass', grams), units)} of calcium hydroxide added`;
    return logged([entry], label);
  };
  return (
    <Form label="Made or tested" onSend={log} className="min-w-0">
      <h2 className="mb-2 text-lg font-semibold">Made or tested now</h2>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3">
        <QuantityField
          narrow
          label="Calcium hydroxide added"
          expected={AMOUNTS.lime}
          {...field('grams')}
          hint="what does not dissolve lies on the bottom"
        />
        <QuantityField
          narrow
          label="Vessel filled up to"
          expected={AMOUNTS.limewaterFilled}
          {...field('litres')}
          hint="a stirrer refills itself: leave empty"
        />
        <QuantityField
          narrow
          label="Alkalinity of the clear water"
          expected={AMOUNTS.limewaterAlkalinity}
          {...field('alkalinity')}
          hint="dilute 1 in 10 with RO/DI water, test, times ten"
        />
        <QuantityField
          narrow
          label="Its conductivity"
          expected={AMOUNTS.limewaterConductivity}
          {...field('conductivity')}
          hint="mS/cm at 25 °C"
        />
      </div>
      <Button type="submit" className="mt-3" disabled={nothing}>
        Log it
      </Button>
      <p className="mt-2 text-sm text-soft">
        In the line: “limewater 25 g in 10 l”, “limewater 115 dkh”, “limewater 8.2 ms/cm”.
      </p>
    </Form>
  );
}
