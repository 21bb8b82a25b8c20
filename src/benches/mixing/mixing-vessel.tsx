import { quantity, showText, type UnitPreferences } from '@/quantities/quantity';

/** The batch drawn: water first, and how far the salt will lift it. */
export function MixingVessel({
  litres,
  waterL,
  saltG,
  salinity,
  vesselL,
  units,
}: {
  readonly litres: number;
  readonly waterL: number;
  readonly saltG: number;
  readonly salinity: number;
  /** The vessel when full; the drawing is filled by the batch where none is chosen. */
  readonly vesselL?: number | undefined;
  readonly units: UnitPreferences;
}) {
  const top = 40;
  const foot = 190;
  const level = (share: number) => foot - (foot - top) * Math.min(1, share);
  const brim = Math.max(litres, vesselL ?? litres);
  const water = level(waterL / brim);
  const full = level(litres / brim);
  const text = (kind: 'volume' | 'mass' | 'salinity', amount: number) => showText(quantity(kind, amount), units);
  return (
    <svg
      viewBox="0 0 270 216"
      className="w-full max-w-[17rem]"
      role="img"
      aria-label={`A vessel: ${text('volume', waterL)} of RO/DI water, then ${text('mass', saltG)} of salt, makes ${text('volume', litres)} at ${text('salinity', salinity)}`}
    >
      <rect x="20" y={full} width="110" height={foot - full} fill="var(--glass-wash)" />
      <rect x="20" y={water} width="110" height={foot - water} fill="var(--band)" />
      <line x1="20" x2="130" y1={water} y2={water} stroke="var(--glass)" strokeWidth="2" strokeDasharray="6 4" />
      <path d={`M20 18 V${foot} H130 V18`} fill="none" stroke="var(--edge)" strokeWidth="3" strokeLinejoin="round" />
      <path d="M58 2 H92 L87 22 H63 Z" fill="var(--sheet)" stroke="var(--edge)" strokeWidth="1.5" />
      <path d="M75 24 V36 M70 26 V33 M80 26 V33" stroke="var(--soft)" strokeWidth="2" strokeDasharray="2 3" />
      <text x="138" y="17" fontSize="13" fill="var(--ink)">
        {text('mass', saltG)} salt
      </text>
      <text x="138" y={full + 4} fontSize="13" fontWeight="650" fill="var(--ink)">
        {text('volume', litres)}
      </text>
      <text x="138" y={full + 21} fontSize="13" fill="var(--soft)">
        {text('salinity', salinity)}
      </text>
      <text x="75" y={(water + foot) / 2} textAnchor="middle" fontSize="14" fontWeight="650" fill="var(--ink)">
        {text('volume', waterL)}
      </text>
      <text x="75" y={(water + foot) / 2 + 18} textAnchor="middle" fontSize="13" fill="var(--soft)">
        RO/DI water
      </text>
    </svg>
  );
}
