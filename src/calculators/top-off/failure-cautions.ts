import type { Caution } from '../calculator/calculator';
import type { AfterLimewater } from '@/chemistry/limewater/accident';
import { phOf, precipitation } from '../carbonate/danger';
import { quantity } from '@/quantities/quantity';
import type { SensorJudgement } from './sensors';

interface Told {
  readonly litresPerDay?: number | undefined;
  readonly reservoirL: number;
  readonly spareL?: number | undefined;
  readonly runsBackL?: number | undefined;
  readonly sensors: readonly string[];
}

interface Found {
  readonly worst: {
    readonly limewater: AfterLimewater | undefined;
    readonly salinity: number;
    readonly spiltL: number;
    readonly hoursToBand: number | undefined;
  };
  readonly stopped: { readonly hoursToAir: number | undefined; readonly hoursToBand: number | undefined } | undefined;
  readonly leastFlowLPerH: number | undefined;
  readonly siphon:
    | {
        readonly runs: boolean;
        readonly runsBack: boolean;
        readonly litres: number;
        readonly salinity: number;
        readonly headCm: number;
      }
    | undefined;
  readonly floor: number;
}

/** A pump that gives less than this many times the loss has no time to spare. Chosen. */
const PACE = 2;

/** What could hurt animals, floor or keeper, where it applies. */
export function failureCautions(told: Told, found: Found, judged: SensorJudgement): Caution[] {
  const { worst, stopped, leastFlowLPerH, siphon, floor } = found;
  const cautions: Caution[] = [];
  const say = (severity: Caution['severity'], ...says: Caution['says']) => cautions.push({ severity, says });
  if (siphon?.runs)
    say(
      'danger',
      'The hose ends',
      quantity('length', siphon.headCm),
      'below the full reservoir’s water: once primed it goes on by itself, pump or no pump,',
      quantity('volume', siphon.litres),
      'of it, down to',
      quantity('salinity', siphon.salinity),
      '. No sensor stops that. End the hose above the reservoir’s water, or give its highest point a hole that lets air in.',
    );
  if (siphon?.runsBack)
    say(
      'caution',
      'The hose ends under the sump’s water: when the pump stops and the reservoir is low, saltwater runs back into it, and the next refill is salt. End the hose above the water.',
    );
  if (told.reservoirL > 0 && worst.salinity < floor)
    say(
      'danger',
      'A top-off stuck on would take salinity to',
      quantity('salinity', worst.salinity),
      '. Until the reservoir is smaller, fill it only so far, and have a second, independent sensor cut the pump.',
    );
  if (worst.limewater)
    say(
      'danger',
      'Limewater goes in with the top-off: stuck on, it brings pH to',
      ...phOf(worst.limewater),
      `besides, and ${precipitation(worst.limewater.aragonite)}. Flood and pH are one accident here: a second sensor, a limit on the pump’s time and a small reservoir bound both.`,
    );
  if (worst.spiltL > 0.05)
    say(
      'danger',
      quantity('volume', worst.spiltL),
      'would run onto the floor. Water near electricity: residual-current protection, drip loops and sockets above the splash; wiring is a licensed electrician’s work, by local code.',
    );
  if (told.sensors.length === 1 && told.reservoirL > 0) say('caution', judged.says);
  if (told.sensors.length === 2 && told.sensors[0] === told.sensors[1]) say('caution', judged.says);
  if (leastFlowLPerH !== undefined && told.litresPerDay !== undefined && leastFlowLPerH * 24 < PACE * told.litresPerDay)
    say(
      'caution',
      'The pump gives',
      quantity('waterRate', leastFlowLPerH * 24),
      'when the reservoir is low, which hardly keeps pace with',
      quantity('waterRate', told.litresPerDay),
      '. Is its lift too great, or its hose too narrow?',
    );
  if (told.spareL !== undefined && told.runsBackL !== undefined && told.runsBackL > told.spareL)
    say(
      'danger',
      quantity('volume', told.runsBackL),
      'run back when the return pump stops, and there is room for',
      quantity('volume', told.spareL),
      ': a power cut alone would flood the floor.',
    );
  if (stopped?.hoursToAir !== undefined && stopped.hoursToAir < (stopped.hoursToBand ?? Infinity))
    say(
      'caution',
      'If nothing is topped off, the return pump draws air after',
      quantity('days', stopped.hoursToAir / 24),
      ', before salinity leaves the band.',
    );
  return cautions;
}
