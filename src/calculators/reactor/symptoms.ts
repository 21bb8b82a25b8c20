import type { Phrase } from '../calculator/calculator';
import { quantity } from '@/quantities/quantity';
import { SLUDGE_BELOW_PH } from './reactor-input';

/** A reactor as it was measured at one time; what was not measured is left out. */
export interface ReactorTest {
  readonly at: number;
  readonly effluentAlkalinity?: number | undefined;
  readonly chamberPh?: number | undefined;
  readonly mlPerMin?: number | undefined;
  readonly bubblesPerMin?: number | undefined;
}

export type SymptomName =
  | 'sludge'
  | 'flow low'
  | 'flow high'
  | 'gas pocket'
  | 'gas out'
  | 'media spent'
  | 'probe reads high'
  | 'not told apart';

export interface Symptom {
  readonly name: SymptomName;
  /** What of the log shows it. */
  readonly shows: readonly Phrase[];
  /** What to do first. */
  readonly first: string;
}

interface Facts {
  /** Newest last; since the last change of the setting or before. */
  readonly tests: readonly ReactorTest[];
  readonly setMlPerMin: number;
  /** The ceiling at the newest chamber pH, where it was read. */
  readonly ceiling: number | undefined;
  /** What the newest effluent says of the chamber's rate against its earlier ones. */
  readonly newestOver: number | undefined;
  readonly mediaLeftShare: number | undefined;
}

/** A flow this far off what was set has drifted; a pH within this of another is the same. Chosen. */
const DRIFTED = 0.15;
const SAME_PH = 0.05;
const WEAKER = 0.75;
const MORE_BUBBLES = 1.3;
const SHUT_OFF_PH = 6.9;

/** What is wrong with a reactor, told apart by what was logged of it. */
export function symptomsOf({ tests, setMlPerMin, ceiling, newestOver, mediaLeftShare }: Facts): Symptom[] {
  const last = <Key extends keyof ReactorTest>(key: Key) => tests.findLast((test) => test[key] !== undefined)?.[key];
  const before = <Key extends keyof ReactorTest>(key: Key) =>
    tests.filter((test) => test[key] !== undefined).at(-2)?.[key];
  const ph = last('chamberPh');
  const flow = last('mlPerMin');
  const effluent = last('effluentAlkalinity');
  const effluentBefore = before('effluentAlkalinity');
  const found: Symptom[] = [];
  if (ph !== undefined && ph < SLUDGE_BELOW_PH)
    found.push({
      name: 'sludge',
      shows: ['The chamber is at pH', quantity('ph', ph), `: below ${SLUDGE_BELOW_PH} media turn to sludge.`],
      first: 'Less gas first, until it holds 6.5; then look whether fines choke the flow.',
    });
  if (flow !== undefined && setMlPerMin > 0 && flow < setMlPerMin * (1 - DRIFTED))
    found.push({
      name: 'flow low',
      shows: ['The feed gives', quantity('flow', flow), 'of', quantity('flow', setMlPerMin), 'set.'],
      first: 'Clear or change the pump’s tubing and the outlet valve; sludge and crust sit there.',
    });
  if (flow !== undefined && setMlPerMin > 0 && flow > setMlPerMin * (1 + DRIFTED))
    found.push({
      name: 'flow high',
      shows: ['The feed gives', quantity('flow', flow), ', more than the', quantity('flow', setMlPerMin), 'set.'],
      first: 'Measure it again into a cylinder, then close it to what was set: a fast feed weakens the effluent.',
    });
  const bubbles = last('bubblesPerMin');
  const bubblesBefore = before('bubblesPerMin');
  const phBefore = before('chamberPh');
  if (ph !== undefined && ph > SHUT_OFF_PH && bubbles !== undefined && bubbles < Math.max(1, (bubblesBefore ?? 0) / 2))
    found.push({
      name: 'gas out',
      shows: ['The chamber rose to pH', quantity('ph', ph), `with ${Math.round(bubbles)} bubbles a minute.`],
      first: 'The cylinder is empty, the solenoid shut or the needle valve closed: look in that order.',
    });
  else if (
    bubbles !== undefined &&
    bubblesBefore !== undefined &&
    bubbles > bubblesBefore * MORE_BUBBLES &&
    ph !== undefined &&
    phBefore !== undefined &&
    ph > phBefore - SAME_PH
  )
    found.push({
      name: 'gas pocket',
      shows: [
        `${Math.round(bubbles)} bubbles a minute instead of ${Math.round(bubblesBefore)}, and the chamber no more acid at`,
        quantity('ph', ph),
        '.',
      ],
      first: 'Gas gathers under the lid or leaves with the effluent: tip the chamber, vent it, and give less.',
    });
  if (effluent !== undefined && ceiling !== undefined && effluent > ceiling)
    found.push({
      name: 'probe reads high',
      shows: [
        'The effluent tests',
        quantity('alkalinity', effluent),
        ', and at the pH read media stop dissolving at',
        quantity('alkalinity', ceiling),
        '.',
      ],
      first: 'Calibrate the chamber’s probe in two buffers; it stands in more acid water than it shows.',
    });
  const weaker = effluent !== undefined && effluentBefore !== undefined && effluent < effluentBefore * WEAKER;
  const explained = found.some(({ name }) => name !== 'sludge' && name !== 'flow low');
  if (!explained && newestOver !== undefined && newestOver < WEAKER)
    found.push({
      name: 'media spent',
      shows: [
        'At the same pH and flow the chamber dissolves',
        quantity('percent', newestOver * 100),
        'of what it did',
        ...(mediaLeftShare === undefined
          ? []
          : [', with', quantity('percent', mediaLeftShare * 100), 'of its media left']),
        '.',
      ],
      first: 'Stir or rinse the media, or fill them up: little is left, or water runs past it in a channel.',
    });
  else if (!explained && mediaLeftShare !== undefined && mediaLeftShare < 0.25)
    found.push({
      name: 'media spent',
      shows: ['By what it gave,', quantity('percent', mediaLeftShare * 100), 'of the media are left.'],
      first: 'Fill them up.',
    });
  if (weaker && found.length === 0)
    found.push({
      name: 'not told apart',
      shows: [
        'The effluent fell from',
        quantity('alkalinity', effluentBefore),
        'to',
        quantity('alkalinity', effluent),
        ', and neither flow nor chamber pH was measured with it.',
      ],
      first:
        'Measure the flow into a cylinder and read the chamber’s pH: a fast feed, too little gas and spent media look alike without them.',
    });
  return found;
}
