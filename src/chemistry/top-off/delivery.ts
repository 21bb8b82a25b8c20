import { bisectGreatest } from '@/numerics/bisection';
import { within } from '../refusal';

/** A hose from end to end. */
export interface Hose {
  readonly boreCm: number;
  readonly lengthCm: number;
}

export interface Pump {
  /** What it gives at no lift. */
  readonly litresPerHour: number;
  /** The lift at which it gives nothing. */
  readonly greatestLiftCm: number;
}

const G = 9.81;
/** Kinematic viscosity of fresh water at 20 °C, m²/s. IAPWS, rounded; from memory. */
const VISCOSITY = 1.0e-6;
/** Entry and exit of a plain hose, in velocity heads. Handbook value, from memory. */
const ENDS = 1.5;
/** Where flow in a pipe turns from laminar. */
const TURNS_AT = 2300;
const LITRES_PER_HOUR = 3.6e6;

/**
 * The head a flow loses in a hose, cm of water.
 * Source: Darcy–Weisbach; friction 64/Re while laminar (Hagen–Poiseuille), then 0.316 Re^−0.25 (Blasius, smooth pipe, good to
 * Re 100 000).
 */
export function headLostCm(litresPerHour: number, { boreCm, lengthCm }: Hose): number {
  within('flow', litresPerHour, 0, 1e5, 'L/h');
  const bore = within('bore of the hose', boreCm, 0.1, 10, 'cm') / 100;
  const length = within('length of the hose', lengthCm, 0, 1e4, 'cm') / 100;
  const speed = litresPerHour / LITRES_PER_HOUR / ((Math.PI * bore ** 2) / 4);
  const reynolds = (speed * bore) / VISCOSITY;
  if (reynolds === 0) return 0;
  const friction = reynolds < TURNS_AT ? 64 / reynolds : 0.316 * reynolds ** -0.25;
  return (((friction * length) / bore + ENDS) * speed ** 2 * 100) / (2 * G);
}

/**
 * What runs through a hose of its own accord under a head of so many cm: a siphon. L/h.
 * Source: the energy equation with friction (Darcy and Weisbach), as `delivery.ts` tells it.
 */
export function siphonLPerH(headCm: number, hose: Hose): number {
  if (headCm <= 0) return 0;
  return bisectGreatest((flow) => headLostCm(flow, hose) <= headCm, 1e5);
}

/**
 * What a pump gives at a lift through its hose, L/h: where what it can still lift meets the lift and the hose's friction.
 * Its curve is taken as a straight line from its flow at no lift to its greatest lift. Chosen: boxes print only the two ends.
 */
export function pumpGivesLPerH(
  { litresPerHour, greatestLiftCm }: Pump,
  liftCm: number,
  hose: Hose | undefined,
): number {
  within('pump', litresPerHour, 0, 1e5, 'L/h');
  within('greatest lift', greatestLiftCm, 1, 1e4, 'cm');
  const spareHead = (flow: number) => greatestLiftCm * (1 - flow / litresPerHour) - Math.max(0, liftCm);
  if (litresPerHour === 0 || spareHead(0) <= 0) return 0;
  return bisectGreatest((flow) => (hose ? headLostCm(flow, hose) : 0) <= spareHead(flow), litresPerHour);
}
