import * as z from 'zod';
import { AMOUNTS } from '@/calculators/calculator/amounts';
import { LIVESTOCK_CLASSES } from '@/calculators/parameters/livestock';
import { DOSED_PARAMETERS } from '@/calculators/dosing/dosed-parameters';
import { KEEPS } from '@/calculators/dosing/dose-cost';
import { USES } from '@/calculators/dosing/plan-source';
import { PARAMETERS, PARAMETER_IDS, type ParameterId } from '@/calculators/parameters/parameters';
import { id, moment, name, bounded } from './fields';
import { limewaterSchema } from './limewater';
import { byParameter } from './parameter-values';
import { reactorSchema } from './reactor';
import { cycleSchema, setUpSchema } from './start';
import { feederSchema, topOffSchema } from './top-off';

const band = ({ low, high }: { readonly low: number; readonly high: number }) =>
  z
    .tuple([bounded({ low, high }), bounded({ low, high })])
    .refine(([from, to]) => from <= to, 'the lower end stands above the upper');

/** Both ends of a target lie where the parameter can be read at all. */
const targets = z.strictObject(
  Object.fromEntries(PARAMETER_IDS.map((parameter) => [parameter, band(PARAMETERS[parameter]).optional()])) as Record<
    ParameterId,
    z.ZodOptional<ReturnType<typeof band>>
  >,
);

/** What a tank's consumption may be replaced by besides water changes. A tank may run any mix; none is water changes alone. */
export const SUPPLIES = ['parts', 'reactor'] as const;
export type Supply = (typeof SUPPLIES)[number];

/** What the net volume follows from. */
interface Volumes {
  readonly displayL: number;
  readonly sumpL: number;
  readonly rockL: number;
  readonly sandL: number;
  readonly netVolumeL: number | null;
}

/** Litres of water in the system: what the vessels hold less what rock and sand displace, or the keeper's own figure. */
export function netVolumeL(tank: Volumes): number {
  return tank.netVolumeL ?? tank.displayL + tank.sumpL - tank.rockL - tank.sandL;
}

export const tankSchema = z
  .strictObject({
    id,
    name,
    displayL: bounded(AMOUNTS.displayVolume),
    sumpL: bounded(AMOUNTS.sumpVolume),
    /** Litres that rock and sand displace. */
    rockL: bounded(AMOUNTS.displaced),
    sandL: bounded(AMOUNTS.displaced),
    /** The keeper's own figure for the net volume, when it overrules the sum. */
    netVolumeL: bounded(AMOUNTS.netVolume).nullable(),
    /** Net volumes it had before, in order of time; each held until the moment named. */
    earlierVolumes: z
      .array(z.strictObject({ until: moment, netVolumeL: bounded(AMOUNTS.netVolume) }))
      .max(100)
      .refine((had) => had.every(({ until }, i) => until > (had[i - 1]?.until ?? -1)), 'in order of time')
      .optional(),
    reservoirL: bounded(AMOUNTS.reservoir),
    openSurfaceM2: bounded(AMOUNTS.openSurface).nullable(),
    room: z.strictObject({ airC: bounded(AMOUNTS.roomTemperature), humidity: z.number().min(0).max(1) }),
    saltId: id.nullable(),
    /** What may run on it. Where a thing stands here and was never logged, what it brought is unknown, and not zero. */
    supplies: z
      .array(z.enum(SUPPLIES))
      .max(SUPPLIES.length)
      .refine((each) => new Set(each).size === each.length, 'each once'),
    /** Which solution carries which element; the first that holds it when not said. */
    parts: z.partialRecord(z.enum(DOSED_PARAMETERS), id),
    /** What a solution is to the dosing, by its id: made up with, going on as it runs, or not dosed. As it runs when not said. */
    mix: z.record(id, z.enum(USES)).optional(),
    /** Whether its doses are seldom set anew or its levels held close to their targets; seldom when not said. */
    keeps: z.enum(KEEPS).optional(),
    targets,
    /** What lives there, as a class: it sets which bands, salt and speed of change are proposed. */
    livestock: z.enum(LIVESTOCK_CLASSES).optional(),
    /** What each parameter is read by, where a reading names no instrument of its own. */
    instruments: byParameter(id).optional(),
    /** Water changes as they are meant to go on; as the log shows them when left out. */
    routine: z
      .strictObject({ changeL: bounded(AMOUNTS.waterChange), everyDays: bounded(AMOUNTS.changeEvery) })
      .optional(),
    /** Left out of a tank that was running before its record began. */
    cycle: cycleSchema.optional(),
    setUp: setUpSchema.optional(),
    topOff: topOffSchema.optional(),
    feeder: feederSchema.optional(),
    limewater: limewaterSchema.optional(),
    reactor: reactorSchema.optional(),
  })
  .refine((tank) => netVolumeL(tank) >= AMOUNTS.netVolume.low, {
    path: ['rockL'],
    message: 'rock and sand displace more than the vessels hold',
  })
  .refine((tank) => netVolumeL(tank) <= AMOUNTS.netVolume.high, {
    path: ['displayL'],
    message: `the net volume is more than ${AMOUNTS.netVolume.high} L`,
  });

export type Tank = z.infer<typeof tankSchema>;

/** The net volume as it was at a moment. */
export function netVolumeAt(tank: Tank, at: number): number {
  return tank.earlierVolumes?.find(({ until }) => at < until)?.netVolumeL ?? netVolumeL(tank);
}
