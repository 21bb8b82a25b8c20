import type { Tank } from '@/record/schema';

/** A vessel from the front, cm: inside width, rim, water and the height it stands at. */
export interface Standing {
  readonly widthCm: number;
  readonly heightCm: number;
  readonly waterCm: number;
  readonly standsCm: number;
}

export interface Geometry {
  readonly reservoir: Standing;
  /** The vessel that rises. */
  readonly rises: Standing;
  readonly outletCm: number;
  readonly cutOffCm: number | undefined;
  /** Which of them was described; the other is drawn as usual. */
  readonly told: { readonly reservoir: boolean; readonly rises: boolean };
}

/** A sump as most are, and a display as most are, where neither was measured. */
const USUAL_SUMP = { depthCm: 45, heightCm: 42, waterCm: 26 } as const;
const USUAL_DISPLAY = { depthCm: 45, heightCm: 50, waterCm: 46 } as const;
const RIM_OVER_FULL = 1.08;

/** How reservoir and sump stand beside each other, to be drawn to one scale; as usual where it is not told. */
export function geometryOf(tank: Tank): Geometry {
  const { topOff = {} } = tank;
  const { rises } = topOff;
  const usual = tank.sumpL > 0 ? USUAL_SUMP : USUAL_DISPLAY;
  const litres = tank.sumpL > 0 ? tank.sumpL : tank.displayL;
  const depthCm = rises?.widthCm ?? usual.depthCm;
  const vessel: Standing = rises
    ? { widthCm: rises.lengthCm, heightCm: rises.heightCm, waterCm: rises.levelCm, standsCm: rises.standsCm }
    : {
        widthCm: (litres * 1000) / (usual.depthCm * usual.waterCm),
        heightCm: usual.heightCm,
        waterCm: usual.waterCm,
        standsCm: tank.sumpL > 0 ? 8 : 24,
      };
  const fullCm = topOff.reservoir?.heightCm ?? Math.cbrt(tank.reservoirL * 1000);
  // Drawn as deep from front to back as the vessel beside it, or square where it is narrower than that.
  const reservoirDepth = Math.min(depthCm, Math.sqrt((tank.reservoirL * 1000) / Math.max(fullCm, 1)));
  const reservoir: Standing = {
    widthCm: (tank.reservoirL * 1000) / Math.max(1, fullCm * reservoirDepth),
    heightCm: fullCm * RIM_OVER_FULL,
    waterCm: fullCm,
    standsCm: topOff.reservoir?.standsCm ?? 8,
  };
  return {
    reservoir,
    rises: vessel,
    outletCm: topOff.outletCm ?? vessel.standsCm + vessel.heightCm + 3,
    cutOffCm: topOff.sensors?.length === 2 ? topOff.cutOffCm : undefined,
    told: { reservoir: topOff.reservoir !== undefined, rises: rises !== undefined },
  };
}
