/**
 * The path a film's colour takes as it grows: linear sRGB by thickness, every nanometre, each channel as a share of the bare metal's.
 * Dividing by the bare metal is what a camera's white balance and the light do to all colours alike (von Kries in RGB).
 */
import { reflectance, type Stack } from './film';
import { d65, observer, wavelengths } from './light';
import { linearOf } from './colour';

/** Thickest film drawn, nm; past it steel is grey and the words end. */
export const THICKEST = 420;

export interface Locus {
  /** Three shares a nanometre, 0 to THICKEST; below zero where the film is purer than a screen can show. */
  readonly shares: Float64Array;
}

// Light times eye, wavelength by wavelength, for white of Y 1.
const sight = (() => {
  const white = wavelengths.reduce((sum, nm) => sum + d65(nm) * observer(nm)[1], 0);
  return wavelengths.map((nm) => observer(nm).map((v) => (v * d65(nm)) / white) as [number, number, number]);
})();

// Seven points, ±3 deviations, of a normal distribution of thickness.
const spreadPoints = [-2.5, -1.6, -0.8, 0, 0.8, 1.6, 2.5].map((z) => [z, Math.exp((-z * z) / 2)] as const);
const spreadSum = spreadPoints.reduce((sum, [, w]) => sum + w, 0);

/** The colours of a stack, worked out once. */
export function locusOf(stack: Stack): Locus {
  const margin = Math.ceil(THICKEST * (1 + 2.5 * stack.spread)) + 1;
  const raw = new Float64Array(3 * (margin + 1));
  wavelengths.forEach((nm, i) => {
    const [oxide, metal] = [stack.oxide(nm), stack.metal(nm)];
    const [x, y, z] = sight[i] as [number, number, number];
    for (let d = 0; d <= margin; d++) {
      const r = reflectance(oxide, metal, d, nm);
      raw[3 * d] = (raw[3 * d] as number) + r * x;
      raw[3 * d + 1] = (raw[3 * d + 1] as number) + r * y;
      raw[3 * d + 2] = (raw[3 * d + 2] as number) + r * z;
    }
  });
  const at = (d: number, c: number): number => {
    const i = Math.min(margin - 1, Math.floor(d));
    const a = raw[3 * i + c] as number;
    return a + ((raw[3 * i + 3 + c] as number) - a) * (d - i);
  };
  const shares = new Float64Array(3 * (THICKEST + 1));
  const bare = linearOf([raw[0] as number, raw[1] as number, raw[2] as number]);
  for (let d = 0; d <= THICKEST; d++) {
    const mixed = [0, 1, 2].map((c) => {
      if (stack.spread === 0) return at(d, c);
      let sum = 0;
      for (const [z, w] of spreadPoints) sum += w * at(Math.max(0, d * (1 + z * stack.spread)), c);
      return sum / spreadSum;
    }) as [number, number, number];
    linearOf(mixed).forEach((v, c) => (shares[3 * d + c] = v / (bare[c] as number)));
  }
  return { shares };
}
