/**
 * Measures of fittings. Hygienic inch: ASME BPE automatic tube weld, from memory (90° and tee of 1/2 to 4 in with high
 * confidence, the 45° of small sizes and the reducers with less). Metric hygienic: DIN 11852 radii, from memory.
 * Pipe: ASME B16.9 long radius. What a table does not hold is taken at 1.5 outside diameters and said so.
 */
import { sizesOf, type Size } from '../sizes';

const INCH = 0.0254;
const MM = 1e-3;

/** in: radius, 90° centre to end, 45° centre to end, tee centre to end */
const bpe: Record<string, [number, number, number, number]> = {
  '1/4': [0.563, 2.625, 2, 1.75],
  '3/8': [0.563, 2.625, 2, 1.75],
  '1/2': [1.125, 3, 2.25, 1.875],
  '3/4': [1.125, 3, 2.25, 2],
  '1': [1.5, 3, 2.25, 2.125],
  '1-1/2': [2.25, 3.75, 2.5, 2.375],
  '2': [3, 4.75, 3, 2.875],
  '2-1/2': [3.75, 5.5, 3.375, 3.125],
  '3': [4.5, 6.25, 3.625, 3.375],
  '4': [6, 8, 4.5, 4.125],
  '6': [9, 11.5, 6.25, 5.625],
};
/** in: 45° centre to end, equal tee, reducer length (by the larger end) */
const b169: Record<string, [number, number, number]> = {
  '1/2': [0.62, 1, 1.5],
  '3/4': [0.75, 1.12, 1.5],
  '1': [0.88, 1.5, 2],
  '1-1/4': [1, 1.88, 2],
  '1-1/2': [1.12, 2.25, 2.5],
  '2': [1.38, 2.5, 3],
  '2-1/2': [1.75, 3, 3.5],
  '3': [2, 3.38, 3.5],
  '4': [2.5, 4.12, 4],
  '6': [3.75, 5.62, 5.5],
  '8': [5, 7, 6],
  '10': [6.25, 8.5, 7],
  '12': [7.5, 10, 8],
};
/** in: BPE concentric reducers by "large x small" */
const bpeReducers: Record<string, number> = {
  '3/4x1/2': 2.125,
  '1x1/2': 2.5,
  '1x3/4': 2.125,
  '1-1/2x3/4': 3,
  '1-1/2x1': 2.5,
  '2x1': 3.375,
  '2x1-1/2': 2.5,
  '2-1/2x1-1/2': 3.375,
  '2-1/2x2': 2.5,
  '3x1-1/2': 4.25,
  '3x2': 3.375,
  '3x2-1/2': 2.625,
  '4x2': 5.125,
  '4x2-1/2': 4.25,
  '4x3': 3.875,
  '6x4': 5.625,
};
/** mm: DIN 11852 bend radius by DN */
const din11852: Record<string, number> = {
  '10': 26,
  '15': 35,
  '20': 40,
  '25': 50,
  '32': 55,
  '40': 60,
  '50': 70,
  '65': 80,
  '80': 90,
  '100': 100,
  '125': 187,
  '150': 225,
};

export type Measure = { value: number; source: string };
const measure = (value: number, source: string): Measure => ({ value, source });
const FALLBACK = 'one and a half outside diameters, no table here';
const numberOf = (nominal: string): number => {
  const [whole = '0', fraction] = nominal.split('-');
  const part = (t: string): number => (t.includes('/') ? Number(t.split('/')[0]) / Number(t.split('/')[1]) : Number(t));
  return part(whole) + (fraction ? part(fraction) : 0);
};

/** Radius and centre to end of an elbow, m. */
export function elbowOf(size: Size, angle: 45 | 90): { radius: Measure; reach: Measure } {
  const n = size.nominal;
  if (size.series === 'inch-tube' && bpe[n]) {
    const [r, c90, c45] = bpe[n];
    const source = 'ASME BPE, from memory';
    return { radius: measure(r * INCH, source), reach: measure((angle === 90 ? c90 : c45) * INCH, source) };
  }
  if (size.series === 'pipe') {
    const radius = 1.5 * Math.max(1, numberOf(n)) * INCH;
    const c45 = b169[n]?.[0];
    const source = 'ASME B16.9 long radius';
    return {
      radius: measure(radius, source),
      reach: measure(angle === 90 ? radius : c45 ? c45 * INCH : radius * Math.tan(Math.PI / 8), source),
    };
  }
  const r = din11852[n];
  const radius = size.series === 'metric-tube' && r ? r * MM : 1.5 * size.od;
  const source = size.series === 'metric-tube' && r ? 'DIN 11852, from memory' : FALLBACK;
  return { radius: measure(radius, source), reach: measure(angle === 90 ? radius : radius * Math.tan(Math.PI / 8), source) };
}

/** Centre to end of an equal tee, m. */
export function teeOf(size: Size): Measure {
  const n = size.nominal;
  if (size.series === 'inch-tube' && bpe[n]) return measure(bpe[n][3] * INCH, 'ASME BPE, from memory');
  if (size.series === 'pipe' && b169[n]) return measure(b169[n][1] * INCH, 'ASME B16.9');
  const r = din11852[n];
  if (size.series === 'metric-tube' && r) return measure(r * MM, 'about the DIN 11852 bend radius, low confidence');
  return measure(1.5 * size.od, FALLBACK);
}

/** Length of a concentric reducer, m. */
export function reducerOf(a: Size, b: Size): Measure {
  const [big, small] = a.od >= b.od ? [a, b] : [b, a];
  const known = bpeReducers[`${big.nominal}x${small.nominal}`];
  if (big.series === 'inch-tube' && known) return measure(known * INCH, 'ASME BPE, from memory');
  if (big.series === 'pipe' && b169[big.nominal]) return measure((b169[big.nominal] as [number, number, number])[2] * INCH, 'ASME B16.9');
  return measure(1.5 * big.od, FALLBACK);
}

/** Length of a clamp ferrule, m: BPE short, DIN 32676 A. */
export function ferruleOf(size: Size): Measure {
  if (size.series === 'inch-tube') return measure(0.5 * INCH, 'hygienic clamp, short, from memory');
  if (size.series === 'metric-tube')
    return measure((size.od <= 0.024 ? 18 : size.od <= 0.055 ? 21.5 : 28) * MM, 'DIN 32676 A, from memory, low confidence');
  return measure(0.5 * INCH, 'taken as the hygienic short ferrule, no table here');
}

/** The next size smaller (or larger) of the same series, for a reducer or a side branch; pipe keeps its schedule. */
export function nextSize(size: Size, step: -1 | 1): Size {
  const all = sizesOf(size.series).filter((s) => s.schedule === size.schedule);
  const at = all.findIndex((s) => s.nominal === size.nominal);
  return all[at + step] ?? size;
}
