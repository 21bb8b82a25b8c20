import { quantityRefusal } from './reasons';

const CM_PER: Readonly<Record<string, number>> = { mm: 0.1, cm: 1, m: 100, in: 2.54, '"': 2.54, ft: 30.48 };
const SIDES = /^\s*(\d+(?:[.,]\d+)?)\s*(mm|cm|m|in|"|ft)?\s*[x×*]\s*(\d+(?:[.,]\d+)?)\s*(mm|cm|m|in|"|ft)?\s*$/i;

/**
 * An area told by the two sides of a rectangle: "120 × 50 cm", "48x24 in", "1.2 m x 60 cm". One unit serves both.
 * @returns m², or undefined where the text tells no two sides
 * @throws Refusal where no unit says what the sides are counted in
 */
export function areaBySides(text: string, field: string): number | undefined {
  const match = SIDES.exec(text);
  if (!match) return undefined;
  const [long, short] = [match[1], match[3]].map((side) => Number((side ?? '').replace(',', '.'))) as [number, number];
  const second = match[4] ?? match[2];
  const first = match[2] ?? match[4];
  const firstCm = CM_PER[first?.toLowerCase() ?? ''];
  const secondCm = CM_PER[second?.toLowerCase() ?? ''];
  if (firstCm === undefined || secondCm === undefined)
    throw quantityRefusal({
      field,
      value: text.trim(),
      allowed: { code: 'two sides with a unit' },
      hint: { code: 'centimetres or inches' },
      suggestion: `${text.trim()} cm`,
    });
  return (long * firstCm * short * secondCm) / 1e4;
}
