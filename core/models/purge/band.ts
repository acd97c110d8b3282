/**
 * How sure the time is: the model run again with what nobody knows drawn from priors, on a coarser mesh. The points
 * come from a low-discrepancy sequence (Roberts 2018, generalised golden ratio), so that forty say what hundreds would.
 *
 * Priors, assumptions of this project and not measurements: flow ±7 %, dispersion and jet length times or over 1.65,
 * bypass 0 to 25 %, air drawn in with median 0.0003 L/min and a log spread of 1.5, slope by eye (two degrees either way hold nine of
 * ten), and the model's own error (its spread against a two-dimensional slice), wider where jackets, reducers, elbows and tees were
 * never checked.
 *
 * Whether the limit is reached at all hangs on the leak alone: that share is a formula. The draws are of the purges that get there.
 */
import { isStraight } from '../../basics/spool';
import { AIR_OXYGEN_PPM } from '../../basics/gases';
import { entering, predict, type Unknowns } from './predict';
import { totalFlow } from '../setup';
import type { Setup } from '../setup';
import type { Spaces } from '../network';

export const LEAK = { median: 3e-4 / 60_000, spread: 1.5 };
const LN_165 = Math.log(1.65);
const TILT = 1.2;
const PACE = 0.18;
const PACE_UNCHECKED = 0.32;

/** Inverse of the normal distribution function: Acklam's rational approximation, relative error 1e-9. */
export function normalQuantile(p: number): number {
  const a = [-3.969683028665376e1, 2.209460984245205e2, -2.759285104469687e2, 1.38357751867269e2, -3.066479806614716e1, 2.506628277459239];
  const b = [-5.447609879822406e1, 1.615858368580409e2, -1.556989798598866e2, 6.680131188771972e1, -1.328068155288572e1];
  const c = [-7.784894002430293e-3, -3.223964580411365e-1, -2.400758277161838, -2.549732539343734, 4.374664141464968, 2.938163982698783];
  const d = [7.784695709041462e-3, 3.224671290700398e-1, 2.445134137142996, 3.754408661907416];
  const poly = (k: readonly number[], x: number) => k.reduce((s, v) => s * x + v, 0);
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p));
    return poly(c, q) / (poly(d, q) * q + 1);
  }
  if (p > 1 - 0.02425) return -normalQuantile(1 - p);
  const q = p - 0.5;
  const r = q * q;
  return (poly(a, r) * q) / (poly(b, r) * r + 1);
}

/** Point i of the sequence in d dimensions, each coordinate strictly between 0 and 1. */
export function sequencePoint(i: number, dimensions: number): number[] {
  let phi = 2;
  for (let k = 0; k < 40; k++) phi = (1 + phi) ** (1 / (dimensions + 1));
  return Array.from({ length: dimensions }, (_, k) => {
    const x = (0.5 + (i + 1) * phi ** -(k + 1)) % 1;
    return Math.min(1 - 1e-9, Math.max(1e-9, x));
  });
}

/** Distribution function of the normal distribution: Abramowitz & Stegun 26.2.17, to 7.5e-8. */
export function normalBelow(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const poly = [1.330274429, -1.821255978, 1.781477937, -0.356563782, 0.31938153].reduce((s, b) => (s + b) * t, 0);
  const upper = (Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)) * poly;
  return x >= 0 ? 1 - upper : upper;
}

/** Share of purges like this, 0 to 1, that never get to the limit: those whose leak alone holds the oxygen above it. */
export function neverShare(setup: Setup, limit: number): number {
  const [flow, supply] = [totalFlow(setup), entering(setup).oxygen];
  if (supply >= limit) return 1;
  const leak = (flow * (limit - supply)) / (AIR_OXYGEN_PPM - limit);
  return 1 - normalBelow(Math.log(leak / LEAK.median) / LEAK.spread);
}

/** The unknowns of sample i, of the purges of which `reach` (0 to 1) get there. */
export function unknownsOf(i: number, unchecked: boolean, reach: number): Unknowns {
  const [flow, dispersion, jet, bypass, leak, tilt, pace] = sequencePoint(i, 7) as [number, number, number, number, number, number, number];
  return {
    flow: 1 + 0.07 * normalQuantile(flow),
    dispersion: Math.exp(LN_165 * normalQuantile(dispersion)),
    jet: Math.exp(LN_165 * normalQuantile(jet)),
    bypass: 0.25 * bypass,
    leak: LEAK.median * Math.exp(LEAK.spread * normalQuantile(Math.max(1e-9, leak * reach))),
    tilt: TILT * normalQuantile(tilt),
    pace: Math.exp((unchecked ? PACE_UNCHECKED : PACE) * normalQuantile(pace)),
  };
}

/** Parts on which the model was never checked against anything. */
export const uncheckedParts = (setup: Setup): string[] => setup.parts.filter((p) => !isStraight(p) && p.kind !== 'cap').map((p) => p.id);

export type Span = {
  low: number | null;
  high: number | null;
  /** share of purges like this that reach the limit, 0 to 1 */
  reached: number;
};
export type BandCurve = { times: number[]; low: number[]; middle: number[]; high: number[] };
export type Band = { samples: number; joint: Span; vent: Span; curves: { joint: BandCurve; vent: BandCurve } };

const GRID = 60;

/** Quantile of a sorted list, straight between two; beyond its end the last. */
const quantile = (sorted: readonly number[], p: number): number => {
  const at = Math.min(1, Math.max(0, p)) * (sorted.length - 1);
  const [a, b] = [sorted[Math.floor(at)] as number, sorted[Math.ceil(at)] as number];
  return a === b ? a : a + (b - a) * (at - Math.floor(at));
};

/** Value of a curve at a time, straight in the logarithm; its last value after its end. */
export function curveAt({ times, ppm }: { times: readonly number[]; ppm: readonly number[] }, t: number): number {
  let [lo, hi] = [0, times.length - 1];
  if (t >= (times[hi] as number)) return ppm[hi] as number;
  while (hi - lo > 1) {
    const mid = (lo + hi) >> 1;
    if ((times[mid] as number) <= t) lo = mid;
    else hi = mid;
  }
  const [ta, tb] = [times[lo] as number, times[hi] as number];
  const [a, b] = [Math.max(1e-3, ppm[lo] as number), Math.max(1e-3, ppm[hi] as number)];
  return a * (b / a) ** (tb > ta ? (t - ta) / (tb - ta) : 0);
}

export type BandOptions = {
  samples?: number;
  cells?: number;
  tolerance?: number;
  /** id of the vent the monitor sits at */
  monitor?: string | undefined;
  /** oxygen at the start, ppm */
  start?: number | undefined;
};

/**
 * Runs the samples one by one, so that a worker can breathe between them.
 * @param horizon s up to which the curves are wanted
 * @returns after the last sample; yields the share that is done
 */
export function* bandOf(
  setup: Setup,
  spaces: Spaces,
  limit: number,
  horizon: number,
  { samples = 40, cells = 120, tolerance = 0.05, monitor, start }: BandOptions = {},
): Generator<number, Band> {
  const unchecked = uncheckedParts(setup).length > 0;
  const reach = 1 - neverShare(setup, limit);
  const grid = Array.from({ length: GRID }, (_, i) => (horizon * i) / (GRID - 1));
  const at: Record<'joint' | 'vent', { times: number[]; ppm: number[][] }> = {
    joint: { times: [], ppm: grid.map(() => []) },
    vent: { times: [], ppm: grid.map(() => []) },
  };
  for (let i = 0; i < samples; i++) {
    const p = predict(
      setup,
      spaces,
      limit,
      { cells, tolerance, unknowns: unknownsOf(i, unchecked, reach), atLeast: horizon / 2, ...(start !== undefined && { start }) },
      monitor,
    );
    for (const place of ['joint', 'vent'] as const) {
      at[place].times.push(p.times[place] ?? Infinity);
      for (const [k, t] of grid.entries()) at[place].ppm[k]?.push(curveAt(p[place], t));
    }
    yield (i + 1) / samples;
  }
  // Quantiles of all purges; those that never get there count as later than anything.
  const of = (p: number) => p / Math.max(reach, 1e-9);
  const span = (times: number[]): Span => {
    const sorted = times.sort((a, b) => a - b);
    const end = (p: number) => {
      const t = of(p) > 1 ? Infinity : quantile(sorted, of(p));
      return Number.isFinite(t) ? t : null;
    };
    return { low: end(0.1), high: end(0.9), reached: (reach * sorted.filter(Number.isFinite).length) / sorted.length };
  };
  const curve = (columns: number[][]): BandCurve => {
    const sorted = columns.map((c) => c.sort((a, b) => a - b));
    return {
      times: grid,
      low: sorted.map((c) => quantile(c, of(0.1))),
      middle: sorted.map((c) => quantile(c, of(0.5))),
      high: sorted.map((c) => quantile(c, of(0.9))),
    };
  };
  return {
    samples,
    joint: span(at.joint.times),
    vent: span(at.vent.times),
    curves: { joint: curve(at.joint.ppm), vent: curve(at.vent.ppm) },
  };
}
