import { naturalSeawater, TRACES_35_UG_PER_L } from '@/chemistry/seawater/composition';
import type { Parameter } from './parameter';

const SEA = naturalSeawater(35);

/** Laboratories tell a major ion to about this share of it. Common practice. */
const ION_ERROR = 0.03;
/** And a trace to about this share of it, and no better than this many µg/L. Common practice. */
const TRACE_ERROR = 0.15;
const LEAST_UG = 0.3;

/** An ion of the sea's salt, told in mg/L: its natural level, and what tanks hold around it. */
function ion<const Words extends readonly [string, ...string[]]>(name: string, words: Words, natural: number) {
  return {
    name,
    words,
    kind: 'ion',
    low: 0,
    high: natural * 5,
    usual: [natural * 0.4, natural * 2],
    natural,
    band: [natural * 0.9, natural * 1.1],
    readBy: { laboratory: natural * ION_ERROR },
  } as const satisfies Parameter;
}

/** A trace, told in µg/L. Bands run from none to what laboratories print as high: many tanks dose none at all. */
function trace<const Words extends readonly [string, ...string[]]>(
  name: string,
  words: Words,
  natural: number,
  most = Math.max(10 * natural, 5),
) {
  return {
    name,
    words,
    kind: 'trace',
    low: 0,
    high: 1e5,
    usual: [0, Math.max(100 * natural, 100)],
    natural,
    band: [0, most],
    readBy: { laboratory: Math.max(natural * TRACE_ERROR, LEAST_UG) },
  } as const satisfies Parameter;
}

const T = TRACES_35_UG_PER_L;

/** What a laboratory tells besides what is tested at home; potassium, iodine and iron have kits too. */
export const LABORATORY = {
  potassium: {
    ...ion('potassium', ['potassium', 'k'], SEA.potassiumMgPerL),
    readBy: { laboratory: SEA.potassiumMgPerL * ION_ERROR, kit: 20 },
  },
  strontium: ion('strontium', ['sr', 'strontium'], SEA.strontiumMgPerL),
  boron: ion('boron', ['boron'], SEA.boronMgPerL),
  bromide: ion('bromide', ['br', 'bromide'], SEA.bromideMgPerL),
  fluoride: ion('fluoride', ['fluoride'], SEA.fluorideMgPerL),
  sulfate: ion('sulfate', ['so4', 'sulfate'], SEA.sulfateMgPerL),
  sodium: ion('sodium', ['na', 'sodium'], SEA.sodiumMgPerL),
  chloride: ion('chloride', ['cl', 'chloride'], SEA.chlorideMgPerL),
  iodine: { ...trace('iodine', ['iodine', 'iodide'], T.iodine, 90), readBy: { laboratory: 10, kit: 15 } },
  iron: { ...trace('iron', ['fe', 'iron'], T.iron), readBy: { laboratory: LEAST_UG, kit: 5 } },
  manganese: trace('manganese', ['mn', 'manganese'], T.manganese),
  zinc: trace('zinc', ['zn', 'zinc'], T.zinc),
  // Above this, invertebrates are hurt. Common practice.
  copper: { ...trace('copper', ['cu', 'copper'], T.copper), danger: { above: 20 } },
  nickel: trace('nickel', ['ni', 'nickel'], T.nickel),
  cobalt: trace('cobalt', ['cobalt'], T.cobalt),
  chromium: trace('chromium', ['cr', 'chromium'], T.chromium),
  molybdenum: trace('molybdenum', ['mo', 'molybdenum'], T.molybdenum, 20),
  vanadium: trace('vanadium', ['vanadium'], T.vanadium),
  barium: trace('barium', ['ba', 'barium'], T.barium, 50),
  lithium: trace('lithium', ['li', 'lithium'], T.lithium, 400),
  rubidium: trace('rubidium', ['rb', 'rubidium'], T.rubidium, 300),
  caesium: trace('caesium', ['cs', 'caesium', 'cesium'], T.caesium),
  silicon: trace('silicon', ['si', 'silicon'], T.silicon, 200),
  aluminium: trace('aluminium', ['al', 'aluminium', 'aluminum'], T.aluminium, 20),
  selenium: trace('selenium', ['se', 'selenium'], T.selenium),
  arsenic: trace('arsenic', ['arsenic'], T.arsenic),
  antimony: trace('antimony', ['sb', 'antimony'], T.antimony),
  tin: trace('tin', ['sn', 'tin'], T.tin),
  lead: trace('lead', ['pb', 'lead'], T.lead),
  cadmium: trace('cadmium', ['cd', 'cadmium'], T.cadmium),
  mercury: trace('mercury', ['hg', 'mercury'], T.mercury),
  silver: trace('silver', ['ag', 'silver'], T.silver),
  titanium: trace('titanium', ['ti', 'titanium'], T.titanium),
  tungsten: trace('tungsten', ['tungsten'], T.tungsten),
  uranium: trace('uranium', ['uranium'], T.uranium, 10),
  beryllium: trace('beryllium', ['be', 'beryllium'], T.beryllium),
  bismuth: trace('bismuth', ['bi', 'bismuth'], T.bismuth),
  lanthanum: trace('lanthanum', ['la', 'lanthanum'], T.lanthanum),
  scandium: trace('scandium', ['sc', 'scandium'], T.scandium),
  thallium: trace('thallium', ['tl', 'thallium'], T.thallium),
  zirconium: trace('zirconium', ['zr', 'zirconium'], T.zirconium),
  gallium: trace('gallium', ['ga', 'gallium'], T.gallium),
} as const satisfies Record<string, Parameter>;
