/** What tells a top-off that the level is low. */
export interface SensorKind {
  readonly name: string;
  /** What makes it see a low level that is not: the pump never stops. */
  readonly sticksOn: string;
  /** What makes it see a full level that is not: nothing comes. */
  readonly sticksOff: string;
  /** The causes that take it; sensors that share one fail together. */
  readonly causes: readonly Cause[];
}

export type Cause = 'film' | 'crust' | 'animal' | 'contact' | 'air line';

const CAUSE_WORDS: Record<Cause, string> = {
  film: 'the same film',
  crust: 'the same crust',
  animal: 'the same snail',
  contact: 'a dead contact',
  'air line': 'a split air line',
};

/** Failures: common practice. */
export const SENSORS = {
  optical: {
    name: 'optical eye',
    sticksOn: 'fouled, it reads dry',
    sticksOff: 'light or a bubble on it reads wet',
    causes: ['film', 'crust'],
  },
  float: {
    name: 'float',
    sticksOn: 'held down by a snail or crust, or its contact welded',
    sticksOff: 'held up by crust, or its contact dead',
    causes: ['crust', 'animal', 'contact'],
  },
  pressure: {
    name: 'pressure sensor',
    sticksOn: 'its air line leaks, so it reads low',
    sticksOff: 'its tube is blocked, so it reads what was',
    causes: ['air line', 'crust'],
  },
} as const satisfies Record<string, SensorKind>;
export type SensorId = keyof typeof SENSORS;
export const SENSOR_IDS = Object.keys(SENSORS) as [SensorId, ...SensorId[]];

export interface SensorJudgement {
  /** What one cause would take both with it. */
  readonly shared: readonly string[];
  readonly says: string;
}

/** One or two, and of which kind: what a fault of one leaves, and what would take both at once. */
export function judgeSensors(sensors: readonly SensorId[]): SensorJudgement {
  const [first, second] = sensors;
  if (!first)
    return {
      shared: [],
      says: 'What watches the level is not described yet. By hand nothing can stick, and nothing comes while nobody is there.',
    };
  if (!second)
    return {
      shared: [],
      says: `One ${SENSORS[first].name} alone: ${SENSORS[first].sticksOn}, and the pump never stops; ${SENSORS[first].sticksOff}, and nothing comes. A second of another kind, that cuts the pump, is the remedy.`,
    };
  const shared = SENSORS[first].causes.filter((cause) => (SENSORS[second].causes as readonly Cause[]).includes(cause));
  const words = shared.map((cause) => CAUSE_WORDS[cause]);
  if (first === second)
    return {
      shared: words,
      says: `Two of one kind: ${words.join(' or ')} takes both. Better two of different kinds, set apart from each other.`,
    };
  return {
    shared: words,
    says: `${startOf(SENSORS[first].name)} fails in one way and ${startOf(SENSORS[second].name).toLowerCase()} in another${words.length > 0 ? `; only ${words.join(' or ')} could take both, so clean them on different days` : ''}.`,
  };
}

function startOf(name: string): string {
  return `${/^[aeiou]/.test(name) ? 'An' : 'A'} ${name}`;
}
