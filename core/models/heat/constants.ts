/**
 * What the heat models know of an alloy. Conductivity and heat capacity are taken as growing evenly with temperature, so that their mean
 * from room to any temperature is exact between the two means of a row: to the limit of colour, and to melting. All from memory of
 * handbooks: k good to 8 %, heat capacity to 5 %, above 1000 °C to 15 %. `like` names the alloy whose row was taken for want of an own.
 */
import { alloys, type AlloyId } from '../../basics/materials';

/** °C at which an oxide colours in the seconds of a weld: strict, and what some allow. Stainless and nickel 280 from slow temper tables, from memory. */
const LIMIT = { titanium: 427, other: 280 } as const;
/** °C: light straw on stainless after seconds; on titanium the lenient schools. A judgement; 540 °C from memory. */
export const LENIENT = { titanium: 540, other: 400 } as const;
const kind = (alloy: AlloyId): 'titanium' | 'other' => (alloys[alloy].family === 'titanium' ? 'titanium' : 'other');

/** °C above which bare metal colours. @param lenient light straw (stainless), the lenient schools (titanium) */
export const limitOf = (alloy: AlloyId, lenient = false): number => (lenient ? LENIENT : LIMIT)[kind(alloy)];

type Row = {
  /** middle of the melting range, °C */
  melts: number;
  /** rise that melting asks for with a quarter of its latent heat, K */
  toMelt: number;
  /** mean conductivity to melting and to the limit of colour, W/mK */
  k: readonly [pool: number, tail: number];
  /** the same of density times heat capacity, MJ/m³K */
  rc: readonly [pool: number, tail: number];
  confidence: 'fair' | 'low';
  like?: AlloyId;
};
const row = (melts: number, toMelt: number, k: [number, number], rc: [number, number], more: Partial<Row> = {}): Row => ({
  ...{ melts, toMelt, k, rc, confidence: 'fair' },
  ...more,
});
const like = (of: AlloyId, r: Row): Row => ({ ...r, like: of, confidence: 'low' });

const s304 = row(1427, 1516, [25.1, 17.0], [4.8, 4.08]);
const s316 = row(1408, 1498, [23.8, 15.5], [4.78, 4.05]);
const s321 = row(1420, 1509, [24.5, 16.4], [4.79, 4.08]);
const s409 = row(1505, 1585, [27.6, 25.7], [5.13, 3.91]);
const s2205 = row(1415, 1500, [24.0, 16.4], [4.94, 4.02]);
const ti2 = row(1659, 1765, [21.9, 19.4], [2.96, 2.57]);
const low = { confidence: 'low' } as const;

const rows: Record<AlloyId, Row> = {
  '304L': s304,
  '304': like('304L', s304),
  '303': like('304L', s304),
  '316L': s316,
  '316': like('316L', s316),
  '316Ti': like('316L', s316),
  '321': s321,
  '347': like('321', s321),
  '310': row(1378, 1470, [22.0, 14.8], [4.72, 4.02]),
  '904L': row(1345, 1430, [21.3, 13.8], [4.75, 4.05], low),
  '6Mo': row(1362, 1447, [21.5, 14.3], [4.75, 4.05], low),
  '2205': s2205,
  '2507': like('2205', s2205),
  '409': s409,
  '430': like('409', s409),
  '410': like('409', s409),
  '15-7': row(1420, 1509, [24.0, 16.8], [4.9, 3.9], low),
  '17-7': row(1420, 1509, [24.0, 16.8], [4.9, 3.9], low),
  '600': row(1384, 1480, [25.3, 16.9], [4.87, 4.02], low),
  '625': row(1320, 1420, [19.8, 11.7], [4.77, 3.73]),
  '718': row(1298, 1389, [20.7, 13.2], [4.63, 3.77]),
  '825': row(1385, 1475, [21.3, 13.0], [4.65, 3.82], low),
  'C-276': row(1347, 1440, [22.1, 12.0], [4.71, 4.0], low),
  'CuNi90/10': row(1123, 1231, [71.9, 52.2], [3.83, 3.49]),
  'CuNi70/30': row(1205, 1317, [52.0, 34.1], [3.91, 3.54]),
  'Ti-1': like('Ti-2', ti2),
  'Ti-2': ti2,
  'Ti-7': like('Ti-2', ti2),
  'Ti-12': like('Ti-2', ti2),
  'Ti-5': row(1632, 1735, [15.5, 9.1], [3.06, 2.66], low),
  mild: row(1500, 1590, [33, 49], [5.2, 3.95], low),
};

/** @property k W/mK @property rc J/m³K @property a diffusivity, m²/s */
export type Means = { k: number; rc: number; a: number };
export type Constants = {
  alloy: AlloyId;
  melts: number;
  toMelt: number;
  pool: Means;
  confidence: 'fair' | 'low';
  like: AlloyId | null;
};

const means = (k: number, rcMega: number): Means => ({ k, rc: rcMega * 1e6, a: k / (rcMega * 1e6) });

export function constantsOf(alloy: AlloyId): Constants {
  const { melts, toMelt, k, rc, confidence, like: of = null } = rows[alloy];
  return { alloy, melts, toMelt, pool: means(k[0], rc[0]), confidence, like: of };
}

/** Means from room temperature to one of one's own, °C. @returns never less than a quarter of those at melting */
export function meanOver(alloy: AlloyId, celsius: number): Means {
  const { melts, k, rc } = rows[alloy];
  const tail = limitOf(alloy);
  const at = ([pool, low]: readonly [number, number]) => Math.max(pool / 4, low + ((pool - low) * (celsius - tail)) / (melts - tail));
  return means(at(k), at(rc));
}
