/**
 * What is not known of a weld's tint, drawn evenly: the same points every time, so that two settings are compared by the settings and not by
 * luck. Points of the generalised golden ratio (Roberts 2018, "The unreasonable effectiveness of quasirandom sequences").
 */
import { normalQuantile } from '../../basics/normal';

export const DRAWS = 256;
/** Dimensions: oxide's constant, transfer, heat, peak, place along the seam, film there is already, moisture, and what a coupon is read by. */
export const DIMENSIONS = 8;

/** x = 1 + 1/x^d solved for d dimensions. */
function golden(d: number): number {
  let x = 1.5;
  for (let i = 0; i < 40; i++) x = (1 + x) ** (1 / (d + 1));
  return x;
}

/** Evenly spread points of the unit cube, a row each. */
export const even: readonly (readonly number[])[] = (() => {
  const g = golden(DIMENSIONS);
  return Array.from({ length: DRAWS }, (_, i) => Array.from({ length: DIMENSIONS }, (_u, d) => (0.5 + (i + 1) / g ** (d + 1)) % 1));
})();

/** The same as standard deviations of a normal distribution. */
export const normal: readonly (readonly number[])[] = even.map((row) =>
  row.map((u) => normalQuantile(Math.min(0.999, Math.max(0.001, u)))),
);
