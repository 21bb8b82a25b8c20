import type { ReagentId } from '@/chemistry/reagents/reagents';
import { saltsOfBottle, type Bottle } from '@/chemistry/reagents/label-claim';
import type { Caution } from '../calculator/calculator';

/** A caution for who handles a salt: always, or only while the dry salt is weighed and dissolved. */
interface Handling {
  readonly severity: 'danger' | 'caution' | 'note';
  readonly when: 'always' | 'weighing';
  readonly says: string;
}

const CAUSTIC: Handling = {
  severity: 'danger',
  when: 'always',
  says: 'Caustic: goggles and gloves, and do not breathe the dust.',
};
const HEATS: Handling = {
  severity: 'caution',
  when: 'weighing',
  says: 'Gives off heat as it dissolves: add it to the water slowly.',
};
const AMMONIA_SOURCE: Handling = {
  severity: 'danger',
  when: 'always',
  says: 'For a tank without animals only: what feeds a cycle would harm fish, shrimps and snails. Keep it from children.',
};
const PLAIN: Handling = {
  severity: 'note',
  when: 'weighing',
  says: 'Keep away from children and pets, as all additives.',
};

const OXIDISER: Handling = {
  severity: 'danger',
  when: 'weighing',
  says: 'Nitrates feed fire: keep them dry, apart from fuel, sugar and acid, in the bottle they were sold in. Some places restrict their sale.',
};
const GROWS_ALGAE: Handling = {
  severity: 'caution',
  when: 'always',
  says: 'A gram of phosphate is some hundred days of feeding to a middling tank: weigh it to the milligram, or make it up as a weak solution.',
};

/** How each salt is handled. Common practice; the labels and data sheets of the salts themselves come first. */
const HANDLING: Readonly<Record<ReagentId, readonly Handling[]>> = {
  'sodium-carbonate': [CAUSTIC],
  'sodium-bicarbonate': [PLAIN],
  'sodium-hydroxide': [
    {
      severity: 'danger',
      when: 'always',
      says: 'Lye burns skin and eyes and boils the water it is thrown into: not recommended to keepers. Limewater does the same more gently.',
    },
  ],
  'calcium-hydroxide': [CAUSTIC, { severity: 'danger', when: 'always', says: 'Limewater is above pH 12.' }],
  'calcium-chloride-dihydrate': [HEATS],
  'calcium-chloride': [HEATS],
  'magnesium-chloride-hexahydrate': [HEATS],
  'magnesium-sulfate-heptahydrate': [PLAIN],
  'strontium-chloride-hexahydrate': [PLAIN],
  'potassium-chloride': [PLAIN],
  'potassium-iodide': [
    PLAIN,
    { severity: 'danger', when: 'always', says: 'Seawater holds 0.06 mg/L of iodine: a gram is a thousand doses.' },
  ],
  'sodium-nitrate': [PLAIN, OXIDISER],
  'potassium-nitrate': [PLAIN, OXIDISER],
  'potassium-dihydrogen-phosphate': [PLAIN, GROWS_ALGAE],
  'dipotassium-hydrogen-phosphate': [PLAIN, GROWS_ALGAE],
  'sodium-dihydrogen-phosphate': [PLAIN, GROWS_ALGAE],
  'ammonium-chloride': [AMMONIA_SOURCE],
  ammonia: [
    AMMONIA_SOURCE,
    {
      severity: 'danger',
      when: 'always',
      says: 'Ammonia water burns eyes and lungs: goggles and gloves, an open window, and never with chlorine bleach. Use none that has soap, colour or scent in it.',
    },
  ],
};

/**
 * The cautions for who handles these salts, each said once.
 * @param dosing the salts are in solution already: what holds for the dry salt alone is left out
 */
export function handlingOf(salts: readonly ReagentId[], dosing = false): Caution[] {
  const said = new Map<string, Caution>();
  for (const salt of salts)
    for (const { severity, when, says } of HANDLING[salt])
      if (!dosing || when === 'always') said.set(says, { severity, usual: true, says: [says] });
  return [...said.values()];
}

/** Who doses from a bottle is warned of what is in it, in words. */
export function handlingOfBottle(bottle: Bottle): string[] {
  return handlingOf(
    saltsOfBottle(bottle).map((part) => part.reagent),
    true,
  ).map(({ says }) => says.join(' '));
}
