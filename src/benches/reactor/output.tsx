'use client';

import { given } from '@/calculators/calculator/given';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { reactorOutput } from '@/calculators/reactor/reactor-output';
import { reactorUse } from '@/calculators/reactor/reactor-use';
import { attempt } from '@/calculators/calculator/attempt';
import { quantity, showText } from '@/quantities/quantity';
import { Figures } from '@/interface/answer/bench';
import { Button } from '@/interface/controls/button';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { QuantityField } from '@/interface/fields/quantity-field';
import { without } from '@/interface/parts/without';
import { Worked } from '@/interface/answer/worked';
import { useCommitOnce, useNow, useTank } from '@/interface/workspace/workspace';
import { reactorQuestion } from '@/derived/reactor/reactor-question';
import { reactorSetting } from '@/derived/reactor/reactor-setting';
import { reactorUseQuestion } from '@/derived/reactor/reactor-use-question';
import { reactorSet } from '@/derived/reactor/set-reactor';
import type { ReactorPart, Tried } from './reactor-part';
import { CeilingScale } from './ceiling-scale';
import { ReactorPicture } from './reactor-picture';

const FIND = [
  ['flow', 'Find the flow'],
  ['effluent', 'Find the effluent'],
  ['demand', 'Find what it supports'],
] as const;

/** A feed is set to a tenth of a millilitre a minute at best. */
const settable = (mlPerMin: number) => Math.round(mlPerMin * 10) / 10;

/** Any two of demand, effluent and flow give the third, drawn on the reactor itself. */
export function Output({ question, tried, onTry }: ReactorPart) {
  const { snapshot, tank } = useTank();
  const { units } = snapshot.settings;
  const now = useNow();
  const commit = useCommitOnce();
  const find = tried.find ?? 'flow';
  const input = reactorQuestion(snapshot, tank, now, question, tried, find);
  const result = input && attempt(() => reactorOutput.run(input));
  const values = result?.outcome?.values;
  const { running, effluentAlkalinity, chamberPh, mlPerMin } = reactorSetting(snapshot, tank, now, tried);
  const use =
    values && values.mmolPerDay > 0
      ? attempt(() => {
          const asked = reactorUseQuestion(
            snapshot,
            tank,
            now,
            question,
            { ...tried, effluent: values.effluentAlkalinity },
            values.mlPerMin,
          );
          return asked && reactorUse.run(asked);
        }).outcome?.values
      : undefined;
  const set = (key: keyof Tried, value: number | null) =>
    onTry(value === null ? without(tried, key) : { ...tried, [key]: value });
  const reset = (key: keyof Tried) => (tried[key] === undefined ? undefined : () => onTry(without(tried, key)));
  const flow = values && settable(values.mlPerMin);
  const setRunning = () => {
    if (!values || flow === undefined) return;
    const entries = reactorSet(snapshot, tank, now, {
      mlPerMin: flow,
      effluentAlkalinity: values.effluentAlkalinity,
      ...(chamberPh !== undefined && { chamberPh }),
    });
    void commit({
      label: `Set the reactor to ${showText(quantity('flow', flow), units)}`,
      put: { entries },
    }).then((done) => done && onTry(withoutFiled(tried)));
  };
  const keepOnPaper = () =>
    void commit({
      label: `The reactor of ${tank.name}, on paper`,
      put: {
        tanks: [
          {
            ...tank,
            reactor: {
              ...tank.reactor,
              ...given({ effluentAlkalinity, chamberPh }),
            },
          },
        ],
      },
    }).then((done) => done && onTry(withoutFiled(tried)));
  const demand = question.input.demand.alkalinity?.perDay;
  return (
    <Worked
      result={result}
      otherwise={
        question.unsaid?.parameters.includes('alkalinity')
          ? 'Say what was dosed while alkalinity was tested: then the reactor can be worked out.'
          : demand === undefined && find !== 'demand'
            ? 'Test the tank’s alkalinity twice, a few days apart, and log what you dose; or enter its consumption below.'
            : 'Enter the effluent’s alkalinity as it was tested, or as you think of running it; 30 dKH at chamber pH 6.6 is common.'
      }
      actions={
        values && values.mmolPerDay > 0 ? (
          <>
            {/* An effluent that is wanted is not one that was measured: it is not filed as one. */}
            {find !== 'effluent' && (
              <Button look="main" onClick={setRunning}>
                Set as the reactor’s flow from now
              </Button>
            )}
            {!running && <Button onClick={keepOnPaper}>Save as planned</Button>}
          </>
        ) : undefined
      }
    >
      <div className="mt-4">
        <ChoiceRow
          label="What is found"
          choices={FIND}
          chosen={find}
          onChoose={(chosen) => onTry({ ...tried, find: chosen })}
        />
      </div>
      <div className="mt-3 grid max-w-5xl gap-8 lg:grid-cols-[minmax(0,32rem)_minmax(0,1fr)]">
        <div className="min-w-0">
          {values && input && (
            <>
              <ReactorPicture
                mlPerMin={values.mlPerMin}
                effluent={values.effluentAlkalinity}
                tank={Number(input.tankAlkalinity)}
                chamberPh={chamberPh}
                mediaGPerDay={values.mediaGPerDay}
                co2GPerDay={use?.co2GPerDay}
                co2LeastGPerDay={values.co2LeastGPerDay}
                bubblesPerMin={use?.bubblesNeeded}
                units={units}
              />
              {values.ceiling !== undefined && (
                <CeilingScale
                  tank={Number(input.tankAlkalinity)}
                  effluent={values.effluentAlkalinity}
                  ceiling={values.ceiling}
                  chamberPh={chamberPh ?? 0}
                  measured={values.byOwnRate?.effluentAlkalinity}
                  units={units}
                />
              )}
            </>
          )}
        </div>
        <div className="min-w-0">
          <Figures title="At the reactor" narrow>
            {find !== 'demand' && (
              <QuantityField
                label="Consumption"
                expected={{ field: 'alkalinity consumption', kind: 'alkalinityRate', low: 0, high: 5 }}
                value={tried.perDay ?? demand ?? null}
                digits={tried.perDay === undefined ? 3 : undefined}
                onChange={(value) => set('perDay', value)}
                onReset={reset('perDay')}
              />
            )}
            {find !== 'effluent' && (
              <QuantityField
                narrow
                label="Effluent alkalinity"
                expected={AMOUNTS.effluent}
                value={effluentAlkalinity ?? null}
                onChange={(value) => set('effluent', value)}
                onReset={reset('effluent')}
                required
                hint="where it drips back"
              />
            )}
            {find !== 'flow' && (
              <QuantityField
                narrow
                label="Flow"
                expected={AMOUNTS.reactorFlow}
                value={mlPerMin ?? null}
                onChange={(value) => set('flow', value)}
                onReset={reset('flow')}
                required
              />
            )}
            <QuantityField
              narrow
              label="Chamber pH"
              expected={AMOUNTS.chamberPh}
              value={chamberPh ?? null}
              onChange={(value) => set('chamberPh', value)}
              onReset={reset('chamberPh')}
              hint="with it the ceiling is drawn"
            />
            <QuantityField
              narrow
              label="Tank alkalinity"
              expected={{ ...AMOUNTS.effluent, field: 'tank alkalinity', low: 0.5, high: 9 }}
              value={tried.tankAlkalinity ?? (input ? Number(input.tankAlkalinity) : null)}
              digits={tried.tankAlkalinity === undefined ? 3 : undefined}
              onChange={(value) => set('tankAlkalinity', value)}
              onReset={reset('tankAlkalinity')}
            />
          </Figures>
        </div>
      </div>
    </Worked>
  );
}

/** What was filed is the record's now; what it does not hold stays as it was tried. */
function withoutFiled(tried: Tried): Tried {
  return without(without(without(tried, 'effluent'), 'chamberPh'), 'flow');
}
