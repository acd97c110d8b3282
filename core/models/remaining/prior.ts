/**
 * What is held likely of a purge before it is measured. Shipped values are assumptions of this project, not measurements; a shop that
 * has measured enough purges has its own for pace and leak (`learn`).
 */

/** Leak: most purges are tight, some have something wrong. ln of L/min of air drawn in. */
export type Prior = {
  /** ln of true pace over the model's: mean, and standard deviation where all parts were checked and where not */
  pace: { mean: number; sd: number; unchecked: number };
  /** air drawn in all along, m³/s: median and log spread of a tight purge, and of one with something wrong, and the share of these */
  leak: { tight: { median: number; spread: number }; wrong: { median: number; spread: number }; share: number };
};

const LPM = 1 / 60_000;

export const SHIPPED: Prior = {
  pace: { mean: 0, sd: 0.18, unchecked: 0.32 },
  leak: { tight: { median: 3e-4 * LPM, spread: 1.6 }, wrong: { median: 8e-3 * LPM, spread: 1.3 }, share: 0.12 },
};

/** The pace wanders about its mean as the purge goes on (Ornstein-Uhlenbeck in volume changes), once the front is through. */
export const WANDER = { sd: 0.3, memory: 1 };
/** Where it wanders to is one tail a purge. */
export const TAIL = 0.26;
/** The front is through when less than this share of the air is left. */
export const FRONT = Math.log(0.74);
/** Supply and hose against what is declared, log spread; never less than this, ppm. */
export const SUPPLY = { spread: 0.8, least: 0.5 };
/** A branch nobody drew: how often, its e-fold in s, and what it gives at first, ppm at 150 s and 8 L/min; deeper is weaker. */
export const BRANCH = { share: 0.03, fold: 150, foldSpread: 0.9, ppm: 500, flow: 8 * LPM, spread: 0.9 };
/** The sensor lags, first order: what 90 % in so many s is in e-folds; spread, and hard bounds over the middle. A free lag takes a slow vent for a slow sensor. */
export const LAG = { fold: Math.LN10, spread: 0.25, least: 2.8 / 4.8, most: 7 / 4.8, t90: 4.8 * Math.LN10 };
export const GAIN = 0.03;
export const ZERO = 2;
/** s of hose and sample line before anything moves, at the most. */
export const START = 3;
/** Joint against vent, log spread in volume changes. */
export const JOINT = 0.18;
/** What that wanders by as the purge goes on, where both are measured. */
export const JOINT_WANDER = { sd: 0.25, memory: 1 };

/** What may have happened: shares of nothing and of less flow; the rest air let in, ppm and log spread. */
export const HAPPENED = { nothing: 0.3, flow: 0.3, least: 0.03, step: 300, spread: 1.6 };

/** Logarithm of the density of a normal, without its constant. */
export const lnNormal = (x: number, mean: number, sd: number): number => -0.5 * ((x - mean) / sd) ** 2 - Math.log(sd);

/** Logarithm of the density of the leak in ln of m³/s, both kinds, without its constant. */
export function lnLeakDensity({ leak: { tight, wrong, share } }: Prior): (ln: number) => number {
  const [a, b] = [Math.log(tight.median), Math.log(wrong.median)];
  const [wa, wb] = [(1 - share) / tight.spread, share / wrong.spread];
  return (ln) =>
    Math.log(wa * Math.exp(-0.5 * ((ln - a) / tight.spread) ** 2) + wb * Math.exp(-0.5 * ((ln - b) / wrong.spread) ** 2) + 1e-300);
}
