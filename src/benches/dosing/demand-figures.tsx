'use client';

import { basisWords } from '@/calculators/dosing/demand-basis';
import { DOSED_FACTS, type DosedParameter } from '@/calculators/dosing/dosed-parameters';
import { capitalised } from '@/calculators/calculator/words';
import { Figures } from '@/interface/answer/bench';
import { QuantityField } from '@/interface/fields/quantity-field';
import { without } from '@/interface/parts/without';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import type { DoseOverrides, DoseQuestion } from '@/derived/dosing/dose-question';

export interface AnswerProps {
  readonly question: DoseQuestion;
  readonly overrides: DoseOverrides;
  readonly onOverride: (overrides: DoseOverrides) => void;
}

export function DemandFigures({ question, overrides, onOverride }: AnswerProps) {
  const { demand } = question.input;
  const setPerDay = (parameter: DosedParameter, amount: number | null) => {
    const rest = without(overrides.perDay ?? {}, parameter);
    onOverride({ ...overrides, perDay: amount === null ? rest : { ...rest, [parameter]: amount } });
  };
  const field = (parameter: DosedParameter, high: number) => (
    <QuantityField
      label={`${capitalised(parameter)} consumption`}
      expected={{ field: `${parameter} consumption`, kind: DOSED_FACTS[parameter].rateKind, low: 0, high }}
      value={overrides.perDay?.[parameter] ?? demand[parameter]?.perDay ?? null}
      digits={overrides.perDay?.[parameter] === undefined ? 3 : undefined}
      onChange={(amount) => setPerDay(parameter, amount)}
      onReset={overrides.perDay?.[parameter] === undefined ? undefined : () => setPerDay(parameter, null)}
      {...(demand[parameter]
        ? { hint: basisWords(demand[parameter].basis) }
        : { hint: 'two readings a day or more apart would show it' })}
    />
  );
  const withoutVolume = without(overrides, 'netVolumeL');
  return (
    <div className="mt-5">
      <Figures title="What it rests on">
        {field('alkalinity', 2)}
        {question.parts.calcium && field('calcium', 60)}
        <QuantityField
          label="Net volume"
          expected={AMOUNTS.netVolume}
          value={question.volumeL}
          onChange={(amount) => onOverride(amount === null ? withoutVolume : { ...overrides, netVolumeL: amount })}
          onReset={overrides.netVolumeL === undefined ? undefined : () => onOverride(withoutVolume)}
          hint="water only, without rock and sand"
        />
      </Figures>
    </div>
  );
}

/** A pump is set to a tenth of a millilitre at best. */
export function pumpSetting(mlPerDay: number): number {
  return Math.round(mlPerDay * 10) / 10;
}
