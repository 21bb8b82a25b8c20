import { carbonateOfWater, type CarbonateOfWater } from '../carbonate/reef-water';
import { bisectGreatest } from '@/numerics/bisection';
import { unlessRefused } from '../refusal';
import { CALCIUM_MG_PER_MEQ } from '../tank-model/metabolism';

/** The tank's water as it goes into the chamber. */
export interface Feed {
  /** mmol/L. */
  readonly alkalinity: number;
  readonly calcium: number;
  readonly salinity: number;
  readonly temperatureC: number;
}

/** The effluent of a chamber, carbon included. */
export interface Effluent {
  readonly alkalinity: number;
  /** Dissolved inorganic carbon, mmol/L. */
  readonly dic: number;
  readonly calcium: number;
  readonly phNbs: number;
  readonly pco2Uatm: number;
}

/** No chamber gives more: the carbonate equations are told to 60 mmol/kg. */
const MOST_MMOL_PER_L = 58;
/** Below this media turn to sludge, and no keeper holds a chamber there. Common practice. */
const CHAMBER_PH = [6, 8] as const;

/** Water that media have given so much alkalinity, with their calcium, held at a pH. */
function atPh(feed: Feed, alkalinityMmolPerL: number, phNbs: number): CarbonateOfWater | undefined {
  const calcium = feed.calcium + (alkalinityMmolPerL - feed.alkalinity) * CALCIUM_MG_PER_MEQ;
  return unlessRefused(() =>
    carbonateOfWater({ alkalinityMmolPerL, phNbs }, feed.salinity, feed.temperatureC, calcium),
  );
}

/**
 * The alkalinity at which media stop dissolving: where aragonite saturation reaches 1 at the chamber's pH. Real chambers reach a
 * share of it. The feed's own alkalinity where the water is saturated already.
 * @param chamberPh NBS
 * @returns mmol/L
 * Source: CaCO3 + CO2 + H2O → Ca²⁺ + 2 HCO3⁻ with the constants of Dickson, Sabine and Christian 2007; Ksp of Mucci 1983
 */
export function effluentCeiling(feed: Feed, chamberPh: number): number {
  return bisectGreatest(
    (alkalinity) => (atPh(feed, alkalinity, chamberPh)?.aragonite ?? Infinity) <= 1,
    MOST_MMOL_PER_L,
    feed.alkalinity,
  );
}

/**
 * The highest chamber pH at which media still give an effluent so strong; undefined where none that is run does.
 * @param effluentAlkalinity mmol/L
 * @returns pH, NBS
 * Source: `effluentCeiling`, by bisection.
 */
export function chamberPhFor(feed: Feed, effluentAlkalinity: number): number | undefined {
  const reaches = (phNbs: number) => effluentCeiling(feed, phNbs) >= effluentAlkalinity;
  if (!reaches(CHAMBER_PH[0])) return undefined;
  return bisectGreatest(reaches, CHAMBER_PH[1], CHAMBER_PH[0]);
}

/**
 * The effluent as its alkalinity and the chamber's pH make it.
 * @param alkalinity mmol/L
 * @param chamberPh NBS
 * @returns undefined outside the carbonate equations
 * Source: one mole of calcium for two equivalents of alkalinity; the carbonate system by `carbonateOfWater`.
 */
export function effluentOf(feed: Feed, alkalinity: number, chamberPh: number): Effluent | undefined {
  const water = atPh(feed, alkalinity, chamberPh);
  return (
    water && {
      alkalinity,
      dic: water.dicMmolPerL,
      calcium: feed.calcium + (alkalinity - feed.alkalinity) * CALCIUM_MG_PER_MEQ,
      phNbs: chamberPh,
      pco2Uatm: water.pco2Uatm,
    }
  );
}

/**
 * What a second chamber of media without gas makes of an effluent: its excess CO2 dissolves more until aragonite is saturated,
 * no carbon passing in or out. A whole second chamber, at rest: the most it can do.
 * Source: CaCO3 + CO2 + H2O → Ca²⁺ + 2 HCO3⁻ at constant carbon but for the carbonate dissolved; Ω = 1 of aragonite, Mucci 1983.
 */
export function afterSecondChamber(feed: Feed, first: Effluent): Effluent {
  const water = (more: number) =>
    unlessRefused(() =>
      carbonateOfWater(
        { alkalinityMmolPerL: first.alkalinity + more, dicMmolPerL: first.dic + more / 2 },
        feed.salinity,
        feed.temperatureC,
        first.calcium + more * CALCIUM_MG_PER_MEQ,
      ),
    );
  const more = bisectGreatest((each) => (water(each)?.aragonite ?? Infinity) <= 1, 2 * first.dic);
  const after = water(more);
  return after
    ? {
        alkalinity: first.alkalinity + more,
        dic: first.dic + more / 2,
        calcium: first.calcium + more * CALCIUM_MG_PER_MEQ,
        phNbs: after.phNbs,
        pco2Uatm: after.pco2Uatm,
      }
    : first;
}
