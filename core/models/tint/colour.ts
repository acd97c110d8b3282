/** Colour arithmetic: Bradford adaptation, sRGB (IEC 61966-2-1). */
import type { Triple } from './light';

type Matrix = readonly [Triple, Triple, Triple];

const times = (m: Matrix, v: Triple): Triple => [
  m[0][0] * v[0] + m[0][1] * v[1] + m[0][2] * v[2],
  m[1][0] * v[0] + m[1][1] * v[1] + m[1][2] * v[2],
  m[2][0] * v[0] + m[2][1] * v[1] + m[2][2] * v[2],
];

const bradford: Matrix = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
];
const bradfordBack: Matrix = [
  [0.9869929, -0.1470543, 0.1599627],
  [0.4323053, 0.5183603, 0.0492912],
  [-0.0085287, 0.0400428, 0.9684867],
];

/** The white sRGB assumes. */
export const D65_WHITE: Triple = [0.95047, 1, 1.08883];

/** XYZ seen by an eye adapted to `from`, as one adapted to `to` would see it (Bradford; both whites scaled alike). */
export function adapt(xyz: Triple, from: Triple, to: Triple): Triple {
  const [a, b] = [times(bradford, from), times(bradford, to)];
  const cone = times(bradford, xyz);
  return times(bradfordBack, [(cone[0] * b[0]) / a[0], (cone[1] * b[1]) / a[1], (cone[2] * b[2]) / a[2]]);
}

const toLinear: Matrix = [
  [3.2404542, -1.5371385, -0.4985314],
  [-0.969266, 1.8760108, 0.041556],
  [0.0556434, -0.2040259, 1.0572252],
];

/** XYZ (D65, Y of white 1) to linear sRGB, not clipped. */
export const linearOf = (xyz: Triple): Triple => times(toLinear, xyz);

const fromLinear: Matrix = [
  [0.4124564, 0.3575761, 0.1804375],
  [0.2126729, 0.7151522, 0.072175],
  [0.0193339, 0.119192, 0.9503041],
];
/** Linear sRGB to XYZ (D65, Y of white 1). */
export const xyzOf = (rgb: Triple): Triple => times(fromLinear, rgb);

/** Linear light to an sRGB signal, 0 to 1, clipped to what a screen shows. */
export const encode = (linear: number): number => {
  const x = Math.min(1, Math.max(0, linear));
  return x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055;
};

/** An sRGB signal, 0 to 1, to linear light. */
export const decode = (signal: number): number => (signal <= 0.04045 ? signal / 12.92 : ((signal + 0.055) / 1.055) ** 2.4);

/** XYZ (D65, Y of white 1) to sRGB, 0 to 1, clipped to what a screen shows. */
export const srgb = (xyz: Triple): Triple => linearOf(xyz).map(encode) as Triple;

/** Linear sRGB to OKLab (Ottosson, "A perceptual color space for image processing", 2020, the matrices of 2021). */
export function oklab([r, g, b]: Triple): Triple {
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

/** XYZ under D65 to CIE LCh (CIE 15): lightness, chroma, hue in degrees from 0 to 360. */
export function lch(xyz: Triple): Triple {
  const f = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);
  const [x, y, z] = xyz.map((v, i) => f(v / (D65_WHITE[i] as number))) as Triple;
  const [a, b] = [500 * (x - y), 200 * (y - z)];
  return [116 * y - 16, Math.hypot(a, b), ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360];
}

export const hex = (rgb: Triple): string =>
  '#' +
  rgb
    .map((c) =>
      Math.round(c * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('');
