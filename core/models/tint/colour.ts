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

/** XYZ (D65, Y of white 1) to sRGB, 0 to 1, clipped to what a screen shows. */
export function srgb(xyz: Triple): Triple {
  const gamma = (c: number) => {
    const x = Math.min(1, Math.max(0, c));
    return x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055;
  };
  const [r, g, b] = times(toLinear, xyz);
  return [gamma(r), gamma(g), gamma(b)];
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
