/**
 * Daylight and the eye: CIE D65 and the 1931 2° observer, 380 to 780 nm by 5 nm.
 * D65: CIE 15 table at 10 nm, from memory; CIE defines the values between by straight lines.
 * Observer: the multi-lobe fit of Wyman, Sloan and Shirley, "Simple analytic approximations to the CIE XYZ
 * color matching functions", JCGT 2(2), 2013.
 */

const d65At10 = [
  49.9755, 54.6482, 82.7549, 91.486, 93.4318, 86.6823, 104.865, 117.008, 117.812, 114.861, 115.923, 108.811, 109.354, 107.802, 104.79,
  107.689, 104.405, 104.046, 100, 96.3342, 95.788, 88.6856, 90.0062, 89.5991, 87.6987, 83.2886, 83.6992, 80.0268, 80.2146, 82.2778, 78.2842,
  69.7213, 71.6091, 74.349, 61.604, 69.8856, 75.087, 63.5927, 46.4182, 66.8054, 63.3828,
];

/** Wavelengths, nm. */
export const wavelengths: readonly number[] = Array.from({ length: 81 }, (_, i) => 380 + 5 * i);

/** Relative power of D65 at a wavelength, nm. */
export function d65(nm: number): number {
  const x = (nm - 380) / 10;
  const i = Math.min(39, Math.max(0, Math.floor(x)));
  const [a, b] = [d65At10[i] as number, d65At10[i + 1] as number];
  return a + (b - a) * (x - i);
}

const lobe = (x: number, mu: number, below: number, above: number): number => Math.exp(-0.5 * ((x - mu) * (x < mu ? below : above)) ** 2);

/** CIE 1931 colour matching functions, [x, y, z]. */
export const observer = (nm: number): [number, number, number] => [
  0.362 * lobe(nm, 442, 0.0624, 0.0374) + 1.056 * lobe(nm, 599.8, 0.0264, 0.0323) - 0.065 * lobe(nm, 501.1, 0.049, 0.0382),
  0.821 * lobe(nm, 568.8, 0.0213, 0.0247) + 0.286 * lobe(nm, 530.9, 0.0613, 0.0322),
  1.217 * lobe(nm, 437, 0.0845, 0.0278) + 0.681 * lobe(nm, 459, 0.0385, 0.0725),
];

export type Triple = [number, number, number];

/** XYZ under D65 of a reflectance (0 to 1 at a wavelength); a perfect white has Y = 1. */
export function tristimulus(reflectance: (nm: number) => number): Triple {
  const sum: Triple = [0, 0, 0];
  let white = 0;
  for (const nm of wavelengths) {
    const s = d65(nm);
    const [x, y, z] = observer(nm);
    const r = reflectance(nm);
    sum[0] += r * s * x;
    sum[1] += r * s * y;
    sum[2] += r * s * z;
    white += s * y;
  }
  return [sum[0] / white, sum[1] / white, sum[2] / white];
}
