/**
 * The pool that goes through the wall: a Gaussian spot moving over a plate of finite wall, settled; its edge where the rise is what melting
 * asks. The 1.06 was fitted to nonlinear finite-difference runs of this project's models (width in front within 3 %, at the back -6 to
 * +43 %: 6 % of power is half a millimetre there). No filler, no gap, no stirring by surface tension.
 */
import { currentFor, netPowerOf, spotOf } from './arc';
import { constantsOf } from './constants';
import { GAUSS } from './gauss';
import type { AlloyId } from '../../basics/materials';

export type Pool = { netPower: number; current: number; back: number; top: number };

const FITTED = 1.06;
/**
 * Heat laid on the face, at a depth against its mean over the wall: images while it is young, cosines once it has come through.
 * @param spread diffusivity times age over wall squared @param depth 0 the face, 1 the back
 */
function throughWall(spread: number, depth: number): number {
  if (spread < 1e-9) return depth === 0 ? 1 / Math.sqrt(Math.PI * 1e-9) : 0;
  if (spread < 0.15) {
    const image = (z: number) => Math.exp(-(z * z) / (4 * spread));
    return (image(depth) + image(2 - depth) + image(2 + depth)) / Math.sqrt(Math.PI * spread);
  }
  let sum = 1;
  for (let n = 1; n < 5; n++) sum += 2 * Math.cos(n * Math.PI * depth) * Math.exp(-((n * Math.PI) ** 2) * spread);
  return sum;
}

type Spot = { v: number; k: number; a: number; d: number; sigma: number };
/**
 * Rise for one watt, K/W: what was laid down `age` ago has spread to s, s² = sigma² + 2 a age. Summed over s, where it is smooth, to where
 * it lies far behind.
 */
function perWatt({ v, k, a, d, sigma }: Spot, ahead: number, aside: number, deep: number): number {
  const most = Math.sqrt(sigma ** 2 + 2 * a * (40 * (a / v ** 2) + (Math.abs(ahead) + 8 * sigma) / v));
  let sum = 0;
  for (let from = sigma; from < most;) {
    const to = Math.min(most, from + Math.min((2 * a) / v, 0.5 * from));
    const half = (to - from) / 2;
    for (const [at, weight] of GAUSS) {
      const s = (from + to) / 2 + half * at;
      const age = (s * s - sigma * sigma) / (2 * a);
      const depth = throughWall((a * age) / d ** 2, deep / d);
      sum += ((half * weight) / s) * depth * Math.exp(-((ahead + v * age) ** 2 + aside ** 2) / (2 * s * s));
    }
    from = to;
  }
  return sum / (2 * Math.PI * k * d);
}

/** The hottest it gets at a distance aside, for one watt: it rises to one peak along the seam and falls, so a golden section finds it. */
function hottest(spot: Spot, aside: number, deep: number): number {
  let [lo, hi] = [-(4 * spot.sigma + 3 * Math.abs(aside) + 3 * spot.d), spot.sigma];
  const G = 0.381966;
  let [m, n] = [lo + G * (hi - lo), hi - G * (hi - lo)];
  let [atM, atN] = [perWatt(spot, m, aside, deep), perWatt(spot, n, aside, deep)];
  for (let i = 0; i < 14; i++)
    if (atM > atN) {
      [hi, n, atN] = [n, m, atM];
      m = lo + G * (hi - lo);
      atM = perWatt(spot, m, aside, deep);
    } else {
      [lo, m, atM] = [m, n, atN];
      n = hi - G * (hi - lo);
      atN = perWatt(spot, n, aside, deep);
    }
  return Math.max(atM, atN);
}

type Asked = { alloy: AlloyId; wall: number; travel: number; arcLength: number; start: number };
const spotAt = ({ alloy, wall, travel, arcLength }: Asked, amps: number): Spot => {
  const { pool } = constantsOf(alloy);
  return { v: travel, k: pool.k, a: pool.a, d: wall, sigma: spotOf(amps, arcLength) };
};
/** Rise that melting asks for from this start, K. */
const toMelt = ({ alloy, start }: Asked): number => constantsOf(alloy).toMelt - (start - 20);

/** Half the width that is molten on a face, m: by halving. */
function halfWidth(asked: Asked, q: number, amps: number, deep: number): number {
  const spot = spotAt(asked, amps);
  const needed = (FITTED * toMelt(asked)) / q;
  if (hottest(spot, 0, deep) < needed) return 0;
  let [lo, hi] = [0, 4 * spot.sigma + 6 * asked.wall];
  while (hottest(spot, hi, deep) > needed) hi *= 2;
  for (let i = 0; i < 18; i++) {
    const mid = (lo + hi) / 2;
    if (hottest(spot, mid, deep) > needed) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/** Current and power that melt the back to a width, m. @returns with the width in front */
export function penetrating(asked: Asked, back: number): Pool {
  let amps = 50;
  let q = 0;
  // The spot grows a little with the current: a few rounds settle it.
  for (let i = 0; i < 4; i++) {
    q = (FITTED * toMelt(asked)) / hottest(spotAt(asked, amps), back / 2, asked.wall);
    amps = currentFor(q, asked.arcLength);
  }
  return { netPower: q, current: amps, back, top: 2 * halfWidth(asked, q, amps, 0) };
}

/** The pool of a current; `back` 0 where it does not go through. */
export function poolOf(asked: Asked, amps: number): Pool {
  const q = netPowerOf(amps, asked.arcLength);
  return { netPower: q, current: amps, back: 2 * halfWidth(asked, q, amps, asked.wall), top: 2 * halfWidth(asked, q, amps, 0) };
}
