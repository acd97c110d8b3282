/**
 * What a graded coupon teaches, and what many welds do. In the logarithm of the film everything is near enough normal, so that a coupon moves
 * every draw by how much coupon and weld go together (linear regression, the Kalman gain of an ensemble; Evensen 1994): a coupon much like
 * the weld narrows it to what can be read from a colour, one quite unlike it hardly at all.
 */
import { bandRange, bandSchema, filmsOf, type Band } from '../tint';
import { z } from 'zod';
import { insideDraws, type JointGas, type Pass } from './inside';
import { normal } from './draws';

/** A word is good to so much of the film's thickness: indices and metal of the film model. */
const OPTICS = 0.15;
/** Scale that has no computed colour, nm. */
const SCALE: readonly [number, number] = [300, 700];
/** Bright is not nought: a film is always there. */
const THINNEST = 2;

/** What a word says of the film: its logarithm, and how sure. */
export function readOff(alloy: Pass['alloy'], band: Band): { ln: number; sd: number } {
  const [from, to] = bandRange(filmsOf(alloy).id, band) ?? SCALE;
  const [low, high] = [Math.log(Math.max(THINNEST, from)), Math.log(to)];
  return { ln: (low + high) / 2, sd: Math.hypot((high - low) / Math.sqrt(12), OPTICS) };
}

/** A weld of its own that was cut open and graded, at an oxygen that was measured. */
export const couponSchema = z.object({
  wall: z.number().positive().max(0.05),
  od: z.number().positive().max(5).nullable(),
  travel: z.number().positive().max(0.1),
  current: z.number().positive().max(1000),
  flow: z.number().positive().max(5e-3),
  ppm: z.number().min(0).max(209_500),
  dewPoint: z.number().min(-100).max(30).nullable(),
  /** the worst seen inside beside the bead */
  band: bandSchema,
});
export type Coupon = z.infer<typeof couponSchema>;

/** What the shop's own welds say of the model: how far it lies off, ln of seen over foretold, and how they scatter. */
export const correctionSchema = z.object({
  bias: z.number().min(-3).max(3),
  spread: z.number().min(0).max(3),
  welds: z.number().int().positive(),
});
export type Correction = z.infer<typeof correctionSchema>;

/** "1.3 times what is foretold, mostly 0.9 to 1.9": what a bias is in plain figures, one spread to either side. */
export function biasWords({ bias, spread }: Pick<Correction, 'bias' | 'spread'>): string {
  const times = (ln: number) => Number(Math.exp(ln).toPrecision(2));
  return `${times(bias)} times what is foretold, mostly ${times(bias - spread)} to ${times(bias + spread)}`;
}

export const passOf = (alloy: Pass['alloy'], c: Coupon): [Pass, JointGas] => [
  { alloy, wall: c.wall, od: c.od, travel: c.travel, current: c.current },
  { ppm: c.ppm, dewPoint: c.dewPoint, flow: c.flow },
];

const mean = (x: Float64Array) => x.reduce((s, v) => s + v, 0) / x.length;

/** Draws as they stand after the coupons. */
export function taught(draws: Float64Array, alloy: Pass['alloy'], coupons: readonly Coupon[]): Float64Array {
  // All of them are moved together: each coupon also says something of the next.
  const fields = [draws, ...coupons.map((c) => insideDraws(...passOf(alloy, c)))].map((f) => Float64Array.from(f));
  coupons.forEach((c, j) => {
    const own = Float64Array.from(fields[j + 1] as Float64Array);
    const { ln, sd } = readOff(alloy, c.band);
    const middle = mean(own);
    const variance = own.reduce((s, v) => s + (v - middle) ** 2, 0) / own.length;
    for (const f of fields) {
      const m = mean(f);
      const gain = f.reduce((s, v, i) => s + (v - m) * ((own[i] as number) - middle), 0) / f.length / (variance + sd * sd);
      // The reading itself is not exact: each draw sees it a little otherwise.
      for (let i = 0; i < f.length; i++)
        f[i] = (f[i] as number) + gain * (ln + sd * (normal[(i + 37 * j) % normal.length]?.[7] ?? 0) - (own[i] as number));
    }
  });
  return fields[0] as Float64Array;
}

/** A shop's own welds scatter at least so much, ln: fewer words apart nobody can grade. */
const LEAST_SPREAD = 0.2;

/** Draws moved by what the shop's welds showed, and drawn together to their scatter, never apart. */
export function corrected(draws: Float64Array, c: Correction): Float64Array {
  const m = mean(draws);
  const sd = Math.sqrt(draws.reduce((s, v) => s + (v - m) ** 2, 0) / draws.length);
  const share = Math.min(1, Math.max(LEAST_SPREAD, c.spread) / sd);
  return draws.map((v) => m + c.bias + (v - m) * share);
}

/** Fewer welds say nothing that should move a figure. */
export const LEAST_WELDS = 6;

/**
 * How the model runs here.
 * @param cases foretold middle, nm, and the word that was seen, a weld each
 * @returns null while there are too few
 */
export function biasOf(cases: readonly { alloy: Pass['alloy']; nm: number; seen: Band }[]): Correction | null {
  if (cases.length < LEAST_WELDS) return null;
  const off = cases.map((c) => readOff(c.alloy, c.seen).ln - Math.log(c.nm));
  const bias = off.reduce((s, v) => s + v, 0) / off.length;
  const spread = Math.sqrt(off.reduce((s, v) => s + (v - bias) ** 2, 0) / (off.length - 1));
  return { bias: Math.max(-3, Math.min(3, bias)), spread: Math.min(3, spread), welds: off.length };
}
