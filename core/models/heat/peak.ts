/**
 * How hot the tube gets beside its weld. A weld all round is a plane source in the tube, H/(t rho c) for each unit of seam and wall, that
 * spreads lengthwise and is lost from the surface: T(x, t) = H/(t rho c) exp(-x²/4at - bt) / sqrt(4 pi a t), highest where
 * 4ab t² + 2a t = x² (heat conduction, any textbook; without loss it is the peak of Adams 1958). Near the weld it goes over into melting by
 * 1/(Tp - T0) = 1/T + 1/(Tm - T0).
 */

export type Beside = {
  /** H/(t rho c): net heat of the seam over wall and heat capacity, m K */
  heat: number;
  /** diffusivity, m²/s */
  a: number;
  /** loss over the wall's heat, 1/s */
  b: number;
  melts: number;
  start?: number;
};

/** Peak temperature, °C, at a distance from the weld, m. */
export function peakBeside({ heat, a, b, melts, start = 20 }: Beside, distance: number): number {
  const x = Math.max(1e-4, distance);
  const t = b < 1e-9 ? (x * x) / (2 * a) : (Math.sqrt(1 + (4 * b * x ** 2) / a) - 1) / (4 * b);
  const rise = (heat * Math.exp(-(x ** 2) / (4 * a * t) - b * t)) / Math.sqrt(4 * Math.PI * a * t);
  return start + 1 / (1 / rise + 1 / (melts - start));
}
