import { quantity } from '@/quantities/quantity';
import type { Caution, Step } from '../calculator/calculator';
import { stepIfTold } from '../calculator/step-if-told';
import { listed } from '../calculator/words';
import { basisOrigin, basisWords } from '../dosing/demand-basis';
import { DISSOLVES_BELOW_PH, SLUDGE_BELOW_PH } from './reactor-input';
import type { ReactorOutputInput, ReactorOutputValues } from './reactor-output-input';

export function outputSteps(input: ReactorOutputInput, values: ReactorOutputValues): Step[] {
  const { netVolumeL, demandPerDay, carriedMmolPerDay, carriedBy, find, chamberPh } = input;
  const { fit, byOwnRate } = values;
  return [
    ...stepIfTold('Net volume', quantity('volume', netVolumeL), 'setting', 'the tank’s own settings'),
    ...stepIfTold(
      'Alkalinity consumption',
      find === 'demand' || demandPerDay === undefined ? undefined : quantity('alkalinityRate', demandPerDay),
      basisOrigin(input.demandBasis),
      basisWords(input.demandBasis),
    ),
    ...stepIfTold(
      `Already supplied by ${carriedBy.length > 0 ? listed(carriedBy) : 'other sources'}`,
      carriedMmolPerDay > 0 ? quantity('charge', carriedMmolPerDay) : undefined,
      'log',
      'a day: standing rate × strength, and what water changes supply',
    ),
    ...stepIfTold(
      'Supplied by the reactor',
      quantity('charge', values.mmolPerDay),
      'equation',
      'a day, in the whole tank',
    ),
    ...stepIfTold(
      'Tank alkalinity',
      quantity('alkalinity', input.tankAlkalinity),
      input.tankAlkalinityOrigin,
      'tank water goes in, so it is taken off',
    ),
    ...stepIfTold(
      'Effluent alkalinity',
      quantity('alkalinity', values.effluentAlkalinity),
      find === 'effluent' ? 'equation' : 'yours',
      find === 'effluent' ? 'tank + demand ÷ flow' : 'measured at the effluent, or as you try',
    ),
    ...stepIfTold(
      'Effluent a day',
      quantity('waterRate', values.litresPerDay),
      find === 'flow' ? 'equation' : 'yours',
      find === 'flow' ? 'demand ÷ (effluent − tank alkalinity)' : 'flow × 1440 minutes',
    ),
    ...stepIfTold(
      'Flow',
      quantity('flow', values.mlPerMin),
      find === 'flow' ? 'equation' : 'yours',
      find === 'flow' ? 'litres a day ÷ 1440 minutes' : 'as given',
    ),
    ...stepIfTold(
      'Ceiling of the effluent',
      values.ceiling === undefined ? undefined : quantity('alkalinity', values.ceiling),
      'equation',
      `where aragonite is just saturated at chamber pH ${(chamberPh ?? 0).toFixed(2)}: Dickson, Sabine and Christian 2007; Mucci 1983`,
    ),
    ...stepIfTold(
      'Share of the ceiling',
      values.shareOfCeiling === undefined ? undefined : quantity('percent', values.shareOfCeiling * 100),
      'equation',
      '(effluent − tank) ÷ (ceiling − tank)',
    ),
    ...stepIfTold(
      'Halfway flow of this chamber',
      fit ? quantity('flow', fit.mlPerMin) : undefined,
      'log',
      fit
        ? `by ${fit.used} effluent${fit.used === 1 ? '' : 's'} since the media were filled; a stirred chamber of first order`
        : '',
    ),
    ...stepIfTold(
      'Effluent by its own rate',
      byOwnRate ? quantity('alkalinity', byOwnRate.effluentAlkalinity) : undefined,
      'equation',
      'tank + (ceiling − tank) × halfway flow ÷ (halfway flow + flow)',
    ),
    ...stepIfTold(
      'Media dissolved a day',
      quantity('mass', values.mediaGPerDay),
      'equation',
      '50.04 mg CaCO₃ for each milliequivalent',
    ),
    ...stepIfTold(
      'CO₂ a day, at least',
      quantity('mass', values.co2LeastGPerDay),
      'equation',
      'one CO₂ for each CaCO₃; what leaves as excess comes on top',
    ),
  ];
}

/** Gas, pressure and the ways of a lid: shown wherever a reactor is set. */
export const REACTOR_CAUTIONS: readonly Caution[] = [
  {
    severity: 'danger',
    usual: true,
    says: [
      'CO₂ suffocates in closed rooms: ventilate, stand the cylinder upright and secured, use a regulator made for CO₂ and a check valve behind the bubble counter. Compressed gas and pressure work follow local codes and licensed practice.',
    ],
  },
  {
    severity: 'danger',
    usual: true,
    says: ['Feed the reactor at 5 psi or less, gas and feed at the same pressure; above 10 psi a lid may fail.'],
  },
];

export function outputCautions(input: ReactorOutputInput, values: ReactorOutputValues): Caution[] {
  const { chamberPh, replaces, mostMlPerMin } = input;
  const cautions: Caution[] = [];
  if (values.mlPerMin > mostMlPerMin)
    cautions.push({
      severity: 'caution',
      says: [
        'That is more than the feed gives,',
        quantity('flow', mostMlPerMin),
        ': a stronger effluent (lower chamber pH) or a second source is needed.',
      ],
    });
  if (chamberPh !== undefined && chamberPh > DISSOLVES_BELOW_PH)
    cautions.push({
      severity: 'caution',
      says: [`Media hardly dissolve above pH ${DISSOLVES_BELOW_PH}: most chambers are held at 6.5 to 6.7.`],
    });
  if (chamberPh !== undefined && chamberPh < SLUDGE_BELOW_PH)
    cautions.push({
      severity: 'caution',
      says: [`Below pH ${SLUDGE_BELOW_PH} media turn to sludge, which chokes the flow and hurts the pump.`],
    });
  if (replaces)
    cautions.push({
      severity: 'caution',
      says: [`This takes the place of ${replaces}, which still runs: turn it down as the reactor comes up.`],
    });
  if (values.fit?.newestOver !== undefined && values.fit.newestOver < 0.7)
    cautions.push({
      severity: 'caution',
      says: [
        'The newest effluent is far weaker than this chamber’s earlier ones at the same pH and flow: media spent, or a channel through them.',
      ],
    });
  cautions.push({
    severity: 'caution',
    says: ['Change one thing, wait a day or more, then test the effluent and the tank again: dialling in takes weeks.'],
  });
  return [...cautions, ...REACTOR_CAUTIONS];
}
