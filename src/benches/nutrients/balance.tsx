'use client';

import { NUTRIENTS, type Nutrient } from '@/calculators/nutrients/level-findings';
import { capitalised } from '@/calculators/calculator/words';
import { Worked } from '@/interface/answer/worked';
import { ChoiceRow } from '@/interface/controls/choice-row';
import { Waiting } from '@/interface/lazy/waiting';
import { useChoice } from '@/interface/address/use-choice';
import { useAsked } from '@/interface/workspace/use-asked';
import { useNow, useTank } from '@/interface/workspace/workspace';
import { balanceQuestion } from '@/derived/nutrients/nutrient-questions';
import { observationsOf } from '@/derived/observations/observations';
import { bandFor } from '@/derived/observations/targets';
import { BalanceBars } from './balance-bars';
import { CoursePicture } from './course-picture';

/** What brings a nutrient and what takes it out, and where it goes. */
export function Balance() {
  const { snapshot, tank } = useTank();
  const now = useNow();
  const [nutrient, setNutrient] = useChoice<Nutrient>('of', NUTRIENTS, 'nitrate');
  const result = useAsked('nutrient-balance', balanceQuestion(snapshot, tank, now, nutrient));
  const values = result?.outcome?.values;
  if (!result) return <Waiting />;
  return (
    <Worked
      result={result}
      otherwise="Test weekly, and log what is fed."
      actions={<WhichNutrient nutrient={nutrient} onChoose={setNutrient} />}
    >
      {values?.split && values.course && (
        <div className="mt-5 grid max-w-6xl gap-x-10 gap-y-6 lg:grid-cols-2">
          <BalanceBars nutrient={nutrient} split={values.split} />
          <CoursePicture
            nutrient={nutrient}
            course={values.course}
            band={bandFor(tank, nutrient)}
            read={observationsOf(snapshot, tank.id, nutrient).filter(({ at }) => at <= now)}
          />
        </div>
      )}
    </Worked>
  );
}

/** Of which of the two a part tells. */
export function WhichNutrient({
  nutrient,
  onChoose,
}: {
  readonly nutrient: Nutrient;
  readonly onChoose: (nutrient: Nutrient) => void;
}) {
  return (
    <ChoiceRow
      label="Which nutrient"
      choices={NUTRIENTS.map((each) => [each, capitalised(each)] as const)}
      chosen={nutrient}
      onChoose={onChoose}
    />
  );
}
