import { naturalSeawater } from '@/chemistry/seawater/composition';
import { MMOL_PER_L_PER_DKH } from '@/chemistry/conversion';
import type { Parameter } from './parameter';

const DKH = MMOL_PER_L_PER_DKH;
const SEA = naturalSeawater(35);

/**
 * What is tested at home week by week. Bands and errors are common practice; refusal limits are wide enough for any tank that
 * still holds something alive; natural levels are those of `seawater/composition.ts`.
 */
export const EVERYDAY = {
  alkalinity: {
    name: 'alkalinity',
    words: ['alk', 'alkalinity', 'kh', 'dkh', 'alkalinities', 'carbonate hardness'],
    unitOfWord: { dkh: 'dKH', kh: 'dKH' },
    kind: 'alkalinity',
    low: 0,
    high: 25 * DKH,
    usual: [5 * DKH, 14 * DKH],
    natural: SEA.alkalinityMmolPerL,
    // Above 13 dKH tissue is burnt and aragonite falls out on pumps; below 5 skeletons thin. Common practice.
    danger: { below: 5 * DKH, above: 13 * DKH },
    band: [7.5 * DKH, 9 * DKH],
    readBy: { kit: 0.12 * DKH, probe: 0.1 * DKH },
    everyday: true,
  },
  calcium: {
    name: 'calcium',
    words: ['ca', 'calcium', 'calc', 'cal'],
    kind: 'calcium',
    low: 50,
    high: 1000,
    usual: [300, 550],
    natural: SEA.calciumMgPerL,
    // Common practice.
    danger: { below: 300, above: 550 },
    band: [400, 450],
    readBy: { kit: 8, laboratory: 8 },
    everyday: true,
  },
  magnesium: {
    name: 'magnesium',
    words: ['mg', 'magnesium', 'mag'],
    kind: 'magnesium',
    low: 100,
    high: 3000,
    usual: [1000, 1700],
    natural: SEA.magnesiumMgPerL,
    // Below 1000 calcium and alkalinity no longer hold; above 1700 snails and worms suffer. Common practice.
    danger: { below: 1000, above: 1700 },
    band: [1250, 1350],
    readBy: { kit: 25, laboratory: 25 },
    everyday: true,
  },
  nitrate: {
    name: 'nitrate',
    words: ['no3', 'nitrate', 'nitrates', 'nitrat', 'trates', 'trate'],
    kind: 'nitrate',
    low: 0,
    high: 500,
    usual: [0, 80],
    // Common practice.
    danger: { above: 100 },
    band: [1, 5],
    bandBySchool: { 'ultra-low': [0, 1], low: [1, 5], fed: [5, 20] },
    readBy: { kit: 0.8, laboratory: 0.5 },
    everyday: true,
  },
  phosphate: {
    name: 'phosphate',
    words: ['po4', 'phosphate', 'phosphates', 'phos', 'phosphorus', 'p'],
    kind: 'phosphate',
    low: 0,
    high: 10,
    usual: [0, 1],
    // Common practice.
    danger: { above: 1 },
    band: [0.02, 0.05],
    bandBySchool: { 'ultra-low': [0, 0.02], low: [0.02, 0.05], fed: [0.03, 0.1] },
    readBy: { kit: 0.01, laboratory: 0.01 },
    everyday: true,
  },
  ph: {
    name: 'pH',
    words: ['ph'],
    kind: 'ph',
    low: 6,
    high: 9.5,
    usual: [7.5, 8.7],
    // Below 7.6 skeletons dissolve; above 8.7 gills are burnt and aragonite falls out. Common practice.
    danger: { below: 7.6, above: 8.7 },
    band: [7.8, 8.3],
    readBy: { probe: 0.03, kit: 0.2 },
    everyday: true,
  },
  salinity: {
    name: 'salinity',
    words: ['sal', 'salinity', 'sg', 'gravity', 'specific gravity'],
    unitOfWord: { sg: 'sg' },
    kind: 'salinity',
    low: 5,
    high: 42,
    usual: [28, 38],
    natural: 35,
    // Beyond these most reef animals are hurt within hours. Chosen; a healthy reef is held well inside.
    danger: { below: 30, above: 38 },
    band: [34, 36],
    readBy: { kit: 0.25, probe: 0.25 },
    everyday: true,
  },
  temperature: {
    name: 'temperature',
    words: ['temp', 'temperature', 't', 'tank temp', 'water temp', 'water temperature'],
    kind: 'temperature',
    low: 5,
    high: 40,
    usual: [20, 31],
    // From 31 °C on corals bleach within days; below 20 °C tropical animals stop feeding. Common practice.
    danger: { below: 20, above: 31 },
    band: [25, 26],
    readBy: { probe: 0.2 },
    everyday: true,
  },
  ammonia: {
    name: 'ammonia',
    words: ['nh3', 'ammonia', 'amm', 'nh4', 'ammonium'],
    unitOfWord: { nh4: 'mg/L NH4' },
    kind: 'ammonia',
    low: 0,
    high: 30,
    usual: [0, 8],
    // In a tank with animals any that a kit shows surely. Common practice; the harm of the un-ionised share is in `nitrogen/`.
    danger: { above: 0.2 },
    band: [0, 0.1],
    readBy: { kit: 0.1 },
    everyday: true,
  },
  nitrite: {
    name: 'nitrite',
    words: ['no2', 'nitrite', 'nitrites', 'trites', 'trite'],
    kind: 'nitrite',
    low: 0,
    high: 100,
    usual: [0, 20],
    // In a tank with animals; chloride keeps most of it out of the blood, so the limit is wider than in fresh water. Common practice.
    danger: { above: 2 },
    band: [0, 0.1],
    readBy: { kit: 0.1 },
    everyday: true,
  },
} as const satisfies Record<string, Parameter>;
