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
import { normalBelow, normalQuantile } from '../../basics/normal';
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

/** Point i of the sequence in d dimensions, each coordinate strictly between 0 and 1. */
export function sequencePoint(i: number, dimensions: number): number[] {
  let phi = 2;
  for (let k = 0; k < 40; k++) phi = (1 + phi) ** (1 / (dimensions + 1));
  return Array.from({ length: dimensions }, (_, k) => {
    const x = (0.5 + (i + 1) * phi ** -(k + 1)) % 1;
    return Math.min(1 - 1e-9, Math.max(1e-9, x));
  });
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
  /** share of purges like this that reach the limit while the model looks ahead, 0 to 1 */
  reached: number;
  /** share whose leak alone keeps them from it for ever */
  never: number;
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
    return { low: end(0.1), high: end(0.9), reached: (reach * sorted.filter(Number.isFinite).length) / sorted.length, never: 1 - reach };
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
