import type { Answer, Caution, Phrase, Step } from '../calculator/calculator';
import { DAY_MS } from '@/chemistry/tank-model/simulate';
import { estimate, quantity, range } from '@/quantities/quantity';
import type { EvaporationEstimate } from '@/chemistry/evaporation/evaporation-estimate';
import type { Reason, SeasonChange } from '../evaporation/season';
import { FORMULA_LOG_SD } from '@/chemistry/evaporation/surfaces';
import { evaporationDoubts } from './evaporation-doubts';
import type { TopOffInput } from './top-off-input';

interface Values {
  readonly litresPerDay: number;
  readonly low: number;
  readonly high: number;
  readonly drawnLPerDay: number;
  readonly leftL: number;
  readonly usedL: number;
  readonly daysLeft: number | undefined;
  readonly worstSalinity: number;
  readonly worstSpiltL: number;
  readonly hoursToOnePpt: number | undefined;
  readonly limewaterUpToL: number;
}

/** A loss known this well, as a share, is more than rough. Chosen. */
const WELL_KNOWN = 0.15;

export function topOffAnswer(
  input: TopOffInput,
  found: EvaporationEstimate,
  values: Values,
  change: SeasonChange | undefined,
): Answer {
  const { litresPerDay, low, high, leftL, daysLeft } = values;
  const own = input.litresPerDay !== undefined;
  const rate = own ? quantity('waterRate', litresPerDay) : estimate('waterRate', litresPerDay, low, high);
  const known = own || found.evaporation.logSd < WELL_KNOWN;
  return {
    says:
      input.reservoirL === 0
        ? ['Top off', { ...rate, kind: 'volume' }, 'a day: that is what evaporates.']
        : daysLeft === undefined
          ? ['Evaporation is', rate, '.']
          : leftL <= 0
            ? ['Refill the reservoir now: evaporation of', rate, 'has emptied it.']
            : ['Refill by', { moment: input.now + daysLeft * DAY_MS, by: true }, ': evaporation is', rate, '.'],
    certainty: own ? 'worked out' : known ? 'estimated' : 'rough',
    because: [
      ...(own
        ? ['By your own figure.']
        : [
            ...(found.atLeastLPerDay === undefined
              ? found.byRefills || found.byPump
                ? []
                : [unmeasured(found)]
              : [
                  'Each refill took all the reservoir holds, so at least',
                  quantity('waterRate', found.atLeastLPerDay),
                  'goes; a look at the level before it is empty tells the rest.',
                ]),
            'Within',
            range('waterRate', low, high),
            found.byRefills ? '(95 % range of the week to come)' : '(95 % range)',
            ...changeWords(change, (high - low) / 2),
          ]),
      ...(input.reservoirL > 0
        ? [quantity('volume', leftL), 'should be left in the reservoir.']
        : ['Say what the reservoir holds and the days it lasts are worked out.']),
    ],
  };
}

function unmeasured({ byEarlier }: EvaporationEstimate): string {
  return byEarlier
    ? 'Nothing is measured of late, so this is what earlier months make of the room of now.'
    : 'Nothing is measured yet, so this is the general formula.';
}

function changeWords(change: SeasonChange | undefined, halfWidth: number): Phrase[] {
  if (!change) return ['.'];
  return [
    ';',
    { ...quantity('waterRate', Math.abs(change.more)), halfWidth },
    change.more > 0 ? 'more than in' : 'less than in',
    { moment: (change.since.from + change.since.to) / 2, month: true },
    `: ${reasonWords(change.because)}.`,
  ];
}

function reasonWords(reason: Reason): string {
  switch (reason.what) {
    case 'humidity':
      return reason.rose ? 'the room is damper' : 'the room is drier';
    case 'room':
      return reason.rose ? 'the room is warmer' : 'the room is cooler';
    case 'water':
      return reason.rose ? 'the water is warmer' : 'the water is cooler';
    case 'room unread':
      return `the room, it seems, whose humidity would have been ${Math.round(reason.humidityThen * 100)} % then; log a reading now and again and it is known`;
    case 'neither room nor water':
      return 'neither the room nor the water explains it, so a cover, a fan or a leak might';
  }
}

export function topOffWorking(input: TopOffInput, found: EvaporationEstimate, values: Values): Step[] {
  const { byRefills, byPump, byEarlier, salt, drippedLPerDay } = found;
  const { waterC, airC, humidity } = input.surroundings;
  const rate = (label: string, litres: number | undefined, origin: Step['origin'], from: string): Step[] =>
    litres === undefined ? [] : [{ label, value: quantity('waterRate', litres), origin, from }];
  const area = (input.surroundings.places ?? []).reduce((sum, { areaM2 }) => sum + areaM2, 0);
  return [
    ...rate('Evaporation', input.litresPerDay, 'yours', 'your figure'),
    ...rate(
      'Expected by formula',
      found.formulaLPerDay,
      'equation',
      `ASHRAE pool formula: ${(area || (input.surroundings.openSurfaceM2 ?? 0)).toFixed(2)} m² of water at ${waterC.toFixed(1)} °C, room ${airC.toFixed(1)} °C at ${Math.round(humidity * 100)} %, each surface as it is covered; off by a factor of ${Math.exp(FORMULA_LOG_SD).toFixed(1)} either way, two tanks in three`,
    ),
    ...rate(
      'At the least, by refills of all it holds',
      found.atLeastLPerDay,
      'log',
      'litres over days, end to end; it may have stood dry for a part of them',
    ),
    ...rate(
      'By earlier months',
      byEarlier?.litresPerDay,
      'log',
      'evaporation then, against the formula for then, applied to now',
    ),
    ...rate(
      'Drawn by refills',
      byRefills?.litresPerDay,
      'log',
      byRefills
        ? `the line through what had gone by ${byRefills.used.length + 1} looks at the reservoir over ${byRefills.days.toFixed(1)} days${byRefills.odd.length > 0 ? `; ${byRefills.odd.length} set aside` : ''}`
        : '',
    ),
    ...rate(
      '± (one standard deviation)',
      byRefills?.sd,
      'equation',
      'one standard deviation: marks, scatter and a day’s swings',
    ),
    ...rate(
      'Of the week to come',
      byRefills && input.litresPerDay === undefined ? found.evaporation.litresPerDay : undefined,
      'equation',
      'a loss that strays and drifts by as much as the refills of half a year show, in the room of now',
    ),
    ...rate('By the pump’s time', byPump?.litresPerDay, 'log', 'hours it ran × what it gives'),
    ...rate(
      'Supplied by doses',
      drippedLPerDay > 0 ? drippedLPerDay : undefined,
      'log',
      'water of standing doses that does not come from the reservoir',
    ),
    ...rate(
      salt?.tells === 'not all put back' ? 'Not put back' : 'Left as saltwater',
      salt && salt.tells !== 'nothing' ? Math.abs(salt.litresPerDay) : undefined,
      'equation',
      'V·(dS/dt) ÷ S, of salinity beyond what doses and changes explain',
    ),
    ...rate(
      'Loss, all of it weighed together',
      input.litresPerDay === undefined ? values.litresPerDay : undefined,
      'equation',
      'each by the weight of its certainty, on a scale of shares',
    ),
    {
      label: 'Reservoir',
      value: quantity('volume', input.reservoirL),
      origin: 'setting',
      from: 'the tank’s own settings',
    },
    {
      label: 'Gone since it was last known',
      value: quantity('volume', values.usedL),
      origin: 'equation',
      from: found.account.last === undefined ? 'nothing logged: taken as full' : 'what is drawn a day × days since',
    },
    {
      label: 'Salinity if it all ran in',
      value: quantity('salinity', values.worstSalinity),
      origin: 'equation',
      from: `the tank model: the whole reservoir poured into the net volume${input.spareL === undefined ? ', nothing overflowing' : ', what does not fit running over'}`,
    },
    ...rate(
      'Limewater may be up to',
      values.limewaterUpToL,
      'common practice',
      `the least that may evaporate, less ${Math.round(input.limewaterKeptBack * 100)} %, so that the ordinary top-off makes up the rest`,
    ),
  ];
}

/** Log and formula further apart than this many standard deviations are told of. */
const FAR_APART = 2;
/** A sheet of water thinner or a column deeper than this is a surface mistyped. Chosen. */
const DEPTHS_CM = [6, 250] as const;

export function topOffCautions(input: TopOffInput, found: EvaporationEstimate, values: Values): Caution[] {
  const { salinity, reservoirL, netVolumeL } = input;
  const { worstSalinity, worstSpiltL, hoursToOnePpt, limewaterUpToL } = values;
  const cautions: Caution[] = [];
  const say = (severity: Caution['severity'], ...says: Phrase[]) => cautions.push({ severity, says });
  if (salinity - worstSalinity > 1)
    say(
      'danger',
      'A top-off stuck on would pour in',
      quantity('volume', reservoirL),
      'and take salinity from',
      quantity('salinity', salinity),
      'to',
      quantity('salinity', worstSalinity),
      ...(worstSpiltL > 0.05
        ? [', with', quantity('volume', worstSpiltL), 'on the floor']
        : input.spareL === undefined
          ? [', and may flood the floor']
          : []),
      '. A second, independent sensor that cuts the pump, or a smaller reservoir, limits it; keep the outlet above the reservoir’s water so that it cannot siphon.',
    );
  if (hoursToOnePpt !== undefined)
    say('caution', 'A top-off that stops lets salinity rise 1 ppt in about', quantity('days', hoursToOnePpt / 24), '.');
  const brought = Math.max(found.drippedLPerDay, input.limewaterLPerDay);
  if (brought > limewaterUpToL && brought > 0)
    say(
      'danger',
      'Limewater and doses add',
      quantity('waterRate', brought),
      'of water, and what surely evaporates leaves room for',
      quantity('waterRate', limewaterUpToL),
      ': the level may rise, and salinity fall. Give less limewater, and the rest of the demand by stronger parts.',
    );
  for (const says of evaporationDoubts(input, found)) cautions.push({ severity: 'note', says });
  const { byRefills, formulaLPerDay, drippedLPerDay } = found;
  if (byRefills && formulaLPerDay > 0) {
    const measured = byRefills.litresPerDay + drippedLPerDay;
    if (measured > 0 && Math.abs(Math.log(measured / formulaLPerDay)) > FAR_APART * FORMULA_LOG_SD)
      say(
        'note',
        'The log and the formula are far apart. A leak, a missed refill or a cover would do that; so would a wrong open surface.',
      );
  }
  const leak = found.salt && found.salt.tells !== 'nothing' ? found.salt.litresPerDay : 0;
  if (found.byPump && found.byPump.litresPerDay > 0 && byRefills && byRefills.litresPerDay > 0) {
    const measured = byRefills.litresPerDay + drippedLPerDay - leak;
    const apart = Math.log(found.byPump.litresPerDay / Math.max(1e-9, measured));
    if (Math.abs(apart) > FAR_APART * Math.hypot(found.byPump.logSd, byRefills.sd / byRefills.litresPerDay))
      say(
        'note',
        'The pump’s time says',
        quantity('waterRate', found.byPump.litresPerDay),
        ', the refills another figure: the pump gives less or more than is entered. Let it run into a jug for a minute.',
      );
  }
  const surface =
    (input.surroundings.places ?? []).reduce((sum, { areaM2 }) => sum + areaM2, 0) ||
    (input.surroundings.openSurfaceM2 ?? 0);
  const depthCm = surface > 0 ? netVolumeL / 10 / surface : undefined;
  if (depthCm !== undefined && (depthCm < DEPTHS_CM[0] || depthCm > DEPTHS_CM[1]))
    say(
      'note',
      'By its open surface the water would be',
      quantity('length', depthCm),
      'deep: is the surface right, and in the right unit?',
    );
  return cautions;
}
