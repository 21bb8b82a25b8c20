import { valueText, type RefusalDetail } from './attempt';
import { unitBySpelling, readNumber } from '@/quantities/parse-quantity';
import type { QuantityKind } from '@/quantities/kinds';
import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';

/** What a refused field takes: "alkalinity accepts 0 to 25 dKH". The one wording of it. */
export function takenFrom({ field, allowed }: Pick<RefusalDetail, 'field' | 'allowed'>): string {
  return `${field} accepts ${allowed}`;
}

/** What it takes, and what it was given: "alkalinity accepts 0 to 25 dKH; this is 83." */
export function refusedText(refusal: RefusalDetail, given = 'this is'): string {
  return `${takenFrom(refusal)}; ${given} ${valueText(refusal)}.`;
}

/** What it takes, and what was probably meant. */
export function takenFromWithHint(refusal: RefusalDetail): string {
  return `${takenFrom(refusal)}.${refusal.hint ? ` ${refusal.hint}` : ''}`;
}

/** Units in which the core writes its refusals, and of what kind a figure in them is. A unit that all keepers share is not here. */
const KIND_OF: Readonly<Record<string, QuantityKind>> = {
  L: 'volume',
  'L/day': 'waterRate',
  dKH: 'alkalinity',
  'dKH/day': 'alkalinityRate',
  ppt: 'salinity',
  '°C': 'temperature',
  cm: 'length',
  kPa: 'pressure',
};
const FIGURE = /(\d[\d.,]*)\s(L\/day|L|dKH\/day|dKH|ppt|°C|cm|kPa)(?![\p{L}/²³])/gu;

/**
 * A refusal in the keeper's own units. The core, which has no keeper, writes its refusals in one set of units; the doors without a screen
 * pass them on so. What stands in quotation marks is an example of what may be typed, and stays.
 */
export function refusalIn(refusal: RefusalDetail, units: UnitPreferences): RefusalDetail {
  const { value, allowed, hint } = refusal;
  return {
    ...refusal,
    allowed: figuresIn(allowed, units),
    ...(typeof value === 'string' && { value: figuresIn(value, units) }),
    ...(hint !== undefined && { hint: figuresIn(hint, units) }),
  };
}

function figuresIn(text: string, units: UnitPreferences): string {
  return text
    .split(/(“[^”]*”)/)
    .map((piece) =>
      piece.startsWith('“')
        ? piece
        : piece.replace(FIGURE, (all, figure: string, symbol: string) => {
            const kind = KIND_OF[symbol];
            const amount = readNumber(figure);
            const unit = kind && unitBySpelling(kind, symbol);
            return kind && unit && amount !== undefined
              ? showText(quantity(kind, unit.toCanonical(amount)), units)
              : all;
          }),
    )
    .join('');
}
