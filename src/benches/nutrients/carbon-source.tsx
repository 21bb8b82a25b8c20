'use client';

import { nanoid } from 'nanoid';
import { attempt } from '@/calculators/calculator/attempt';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { capitalised } from '@/calculators/calculator/words';
import { given } from '@/calculators/calculator/given';
import { carbonSource } from '@/calculators/nutrients/carbon-source';
import { CARBON_LIQUIDS, type CarbonLiquid } from '@/chemistry/nutrients/carbon-and-oxygen';
import { CARBON_SLIP_WORDS, CARBON_SLIPS } from '@/record/kinds/carbon-slip';
import { Figures } from '@/interface/answer/bench';
import { Worked } from '@/interface/answer/worked';
import { Button } from '@/interface/controls/button';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { SelectField } from '@/interface/controls/select-field';
import { QuantityField } from '@/interface/fields/quantity-field';
import { useDraft } from '@/interface/forms/draft';
import { useLog } from '@/interface/forms/log-form';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { carbonQuestion } from '@/derived/nutrients/nutrient-questions';

const FORM = 'carbon source';
const AGE = { field: 'age of the tank', kind: 'days', low: 0, high: 40_000, usual: [30, 4000] } as const;
const FORMS = [
  ['liquid', 'Liquid'],
  ['pellets', 'Pellets'],
] as const;

/** A carbon source: not yet, begin, raise, hold or ease; and what a dose gone wrong asks for. */
export function CarbonSource() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const log = useLog(FORM);
  const { draft, set, field } = useDraft(FORM, {
    form: undefined as 'liquid' | 'pellets' | undefined,
    liquid: undefined as CarbonLiquid | undefined,
    ageDays: null as number | null,
    wantedMl: null as number | null,
    flowLPerH: null as number | null,
    chamberL: null as number | null,
    skimmer: undefined as boolean | undefined,
  });
  const question = carbonQuestion(snapshot, tank, now, given({ form: draft.form }));
  const asked = { ...question, ...given(draft) };
  const result = attempt(() => carbonSource.run(asked));
  const values = result.outcome?.values;
  const runs = question.mlPerDay !== undefined || question.pelletsMl !== undefined;
  const pellets = asked.form === 'pellets';
  const common = () => ({ id: nanoid(), tankId: tank.id, at: now });
  const setsDose = values?.dose !== undefined && ['start', 'raise', 'ease'].includes(values.verdict);
  const setDose = () =>
    values?.dose !== undefined &&
    void log([
      {
        ...common(),
        kind: 'carbon-source',
        ...(pellets
          ? {
              pelletsMl: Math.max(AMOUNTS.pellets.low, Math.round(values.dose)),
              ...given({
                flowLPerH: asked.flowLPerH as number | undefined,
                chamberL: asked.chamberL as number | undefined,
              }),
            }
          : {
              liquid: asked.liquid ?? 'vinegar',
              mlPerDay: Math.max(AMOUNTS.carbonDose.low, Number(values.dose.toPrecision(2))),
            }),
      },
    ]);
  return (
    <Worked
      result={result}
      otherwise="Test nitrate and phosphate first."
      actions={
        <>
          {setsDose && (
            <Button look="main" onClick={setDose}>
              {pellets ? 'Log these pellets' : 'Set this dose'}
            </Button>
          )}
          {runs && (
            <Button onClick={() => void log([{ ...common(), kind: 'carbon-source', off: true }])}>Stopped now</Button>
          )}
          {runs &&
            CARBON_SLIPS.filter((what) => what !== 'restarted' || pellets).map((what) => (
              <Button key={what} onClick={() => void log([{ ...common(), kind: 'carbon-slip', what }])}>
                {capitalised(CARBON_SLIP_WORDS[what])}
              </Button>
            ))}
        </>
      }
    >
      <div className="mt-5 space-y-4">
        <ChoiceRow label="Form" choices={FORMS} chosen={asked.form} onChoose={(form) => set({ form })} />
        <Figures title="What is asked about, never assumed" narrow>
          <QuantityField
            narrow
            label="Age of the tank"
            expected={AGE}
            value={(draft.ageDays ?? question.ageDays ?? null) as number | null}
            onChange={(ageDays) => set({ ageDays })}
            hint="since it holds water"
          />
          <SelectField
            label="Skimmer"
            value={asked.skimmer ? 'runs' : 'none'}
            onChange={(value) => set({ skimmer: value === 'runs' })}
            options={[
              ['runs', 'one runs'],
              ['none', 'none is logged'],
            ]}
          />
          {!pellets && (
            <SelectField
              label="Liquid"
              value={asked.liquid ?? 'vinegar'}
              onChange={(liquid) => set({ liquid })}
              options={CARBON_LIQUIDS.map((each) => [each, LIQUID_WORDS[each]] as const)}
            />
          )}
          {pellets && (
            <>
              <QuantityField
                narrow
                label="Pellets you think of"
                expected={AMOUNTS.pellets}
                {...field('wantedMl')}
                hint="by volume, soaked"
              />
              <QuantityField narrow label="Chamber" expected={AMOUNTS.pelletChamber} {...field('chamberL')} />
              <QuantityField narrow label="Flow through it" expected={AMOUNTS.pelletFlow} {...field('flowLPerH')} />
            </>
          )}
        </Figures>
      </div>
    </Worked>
  );
}

const LIQUID_WORDS: Readonly<Record<CarbonLiquid, string>> = {
  vinegar: 'vinegar, 5 %',
  ethanol: 'spirit, 40 %',
  bottled: 'a bottle with its own label',
};
