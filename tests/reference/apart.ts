/**
 * A tint worked out apart from core/models/tint, with its optical constants alone: the characteristic matrix of a layer (Born and Wolf,
 * Principles of Optics, 1.6) instead of Airy's sum, the spread of thickness by a fine trapezoid instead of Gauss's points, the
 * observer by CIE's own table instead of a fit, adaptation and screen by colorjs.io.
 */
import Color from 'colorjs.io';
import { stackAt, type Film } from '../../core/models/tint';

/** CIE 1931 2° observer and D65, 400 to 700 nm by 10 nm (CIE 15, from memory). */
const cie: readonly (readonly [number, number, number, number])[] = [
  [0.01431, 0.000396, 0.06785, 82.7549],
  [0.04351, 0.00121, 0.2074, 91.486],
  [0.13438, 0.004, 0.6456, 93.4318],
  [0.2839, 0.0116, 1.3856, 86.6823],
  [0.34828, 0.023, 1.74706, 104.865],
  [0.3362, 0.038, 1.77211, 117.008],
  [0.2908, 0.06, 1.6692, 117.812],
  [0.19536, 0.09098, 1.28764, 114.861],
  [0.09564, 0.13902, 0.81295, 115.923],
  [0.03201, 0.20802, 0.46518, 108.811],
  [0.0049, 0.323, 0.272, 109.354],
  [0.0093, 0.503, 0.1582, 107.802],
  [0.06327, 0.71, 0.07825, 104.79],
  [0.1655, 0.862, 0.04216, 107.689],
  [0.2904, 0.954, 0.0203, 104.405],
  [0.43345, 0.99495, 0.00875, 104.046],
  [0.5945, 0.995, 0.0039, 100],
  [0.7621, 0.952, 0.0021, 96.3342],
  [0.9163, 0.87, 0.00165, 95.788],
  [1.0263, 0.757, 0.0011, 88.6856],
  [1.0622, 0.631, 0.0008, 90.0062],
  [1.0026, 0.503, 0.00034, 89.5991],
  [0.85445, 0.381, 0.00019, 87.6987],
  [0.6424, 0.265, 0.00005, 83.2886],
  [0.4479, 0.175, 0.00002, 83.6992],
  [0.2835, 0.107, 0, 80.0268],
  [0.1649, 0.061, 0, 80.2146],
  [0.0874, 0.032, 0, 82.2778],
  [0.04677, 0.017, 0, 78.2842],
  [0.0227, 0.00821, 0, 69.7213],
  [0.011359, 0.004102, 0, 71.6091],
];

type Complex = { re: number; im: number };
const c = (re: number, im = 0): Complex => ({ re, im });
const times = (a: Complex, b: Complex): Complex => c(a.re * b.re - a.im * b.im, a.re * b.im + a.im * b.re);
const plus = (a: Complex, b: Complex): Complex => c(a.re + b.re, a.im + b.im);
const minus = (a: Complex, b: Complex): Complex => c(a.re - b.re, a.im - b.im);
const over = (a: Complex, b: Complex): Complex => {
  const d = b.re ** 2 + b.im ** 2;
  return c((a.re * b.re + a.im * b.im) / d, (a.im * b.re - a.re * b.im) / d);
};
const cos = ({ re, im }: Complex): Complex => c(Math.cos(re) * Math.cosh(im), -Math.sin(re) * Math.sinh(im));
const sin = ({ re, im }: Complex): Complex => c(Math.sin(re) * Math.cosh(im), Math.cos(re) * Math.sinh(im));

/** Reflectance in air by the characteristic matrix [[cos δ, i sin δ / n], [i n sin δ, cos δ]]; indices are n - ik. */
export function reflected(oxide: readonly [number, number], metal: readonly [number, number], d: number, nm: number): number {
  const [n, m] = [c(oxide[0], -oxide[1]), c(metal[0], -metal[1])];
  const delta = times(n, c((2 * Math.PI * d) / nm));
  const [co, si] = [cos(delta), times(c(0, 1), sin(delta))];
  const field = plus(co, times(over(si, n), m));
  const flow = plus(times(si, n), times(co, m));
  const r = over(minus(field, flow), plus(field, flow));
  return r.re ** 2 + r.im ** 2;
}

function xyz(film: Film, d: number): [number, number, number] {
  const sum = [0, 0, 0];
  let white = 0;
  cie.forEach(([x, y, z, light], i) => {
    const nm = 400 + 10 * i;
    const { oxide, metal, spread } = stackAt(film, nm);
    let [r, weight] = [0, 0];
    for (let s = -4; s <= 4; s += 0.1) {
      const w = Math.exp((-s * s) / 2);
      r += w * reflected(oxide, metal, Math.max(0, d * (1 + s * spread)), nm);
      weight += w;
    }
    const l = (light * r) / weight;
    sum[0] = (sum[0] ?? 0) + l * x;
    sum[1] = (sum[1] ?? 0) + l * y;
    sum[2] = (sum[2] ?? 0) + l * z;
    white += light * y;
  });
  return sum.map((v) => v / white) as [number, number, number];
}

/** White under D65 by the same table: x and z beside y = 1. */
export const whitePoint = (): [number, number] => {
  const of = (i: 0 | 1 | 2) => cie.reduce((s, row) => s + row[i] * row[3], 0);
  return [of(0) / of(1), of(2) / of(1)];
};

/** The screen colour of a tint, bare metal for white at 0.70: #rrggbb. */
export function tintApart(film: Film, d: number): string {
  const bare = xyz(film, 0);
  const scale = 0.7 / bare[1];
  // Von Kries in Bradford's primaries (Lindbloom's matrix), as colorjs.io has it between white points.
  const B = [
    [0.8951, 0.2664, -0.1614],
    [-0.7502, 1.7135, 0.0367],
    [0.0389, -0.0685, 1.0296],
  ] as const;
  const cone = (v: readonly number[]) => B.map((row) => row.reduce((s, b, i) => s + b * (v[i] ?? 0), 0));
  const [from, to] = [cone(bare.map((v) => v / bare[1])), cone([0.95047, 1, 1.08883])];
  const adapted = cone(xyz(film, d).map((v) => v * scale)).map((v, i) => (v * (to[i] ?? 1)) / (from[i] ?? 1));
  return new Color('xyz-d65', solve(B, adapted)).to('srgb').toGamut({ method: 'clip' }).toString({ format: 'hex', collapse: false });
}

/** Cramer's rule for three unknowns. */
function solve(m: readonly (readonly number[])[], v: readonly number[]): [number, number, number] {
  const at = (a: readonly (readonly number[])[], i: number, j: number) => a[i]?.[j] ?? 0;
  const det = (a: readonly (readonly number[])[]) =>
    at(a, 0, 0) * (at(a, 1, 1) * at(a, 2, 2) - at(a, 1, 2) * at(a, 2, 1)) -
    at(a, 0, 1) * (at(a, 1, 0) * at(a, 2, 2) - at(a, 1, 2) * at(a, 2, 0)) +
    at(a, 0, 2) * (at(a, 1, 0) * at(a, 2, 1) - at(a, 1, 1) * at(a, 2, 0));
  const with_ = (j: number) => m.map((row, i) => row.map((x, k) => (k === j ? (v[i] ?? 0) : x)));
  return [0, 1, 2].map((j) => det(with_(j)) / det(m)) as [number, number, number];
}
