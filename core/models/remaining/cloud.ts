/**
 * The cloud: some hundred purges that could be this one, each a shape of the plan and its unknowns, side by side in arrays so that a step
 * is quick. What they are: docs/physics.md, "Remaining time".
 */
import { AIR_OXYGEN_PPM } from '../../basics/gases';
import type { Dice } from '../../basics/seeded';
import { BRANCH, GAIN, JOINT, LAG, START, SUPPLY, TAIL, ZERO, type Prior } from './prior';
import { lnShare, volumesAt, type Place, type Shapes } from './shapes';

/** A monitor, as far as it matters here: where it sits, s to 90 % of a step, noise and step of its display, ppm. */
export type Monitor = { place: Place; t90: number; noise: number; resolution: number };

/** Where monitors measure, all told; none measures nothing, and the vent is what is thought of. */
export function places(monitors: readonly Monitor[]): Place | 'both' {
  const first = monitors[0]?.place ?? 'vent';
  return monitors.every((m) => m.place === first) ? first : 'both';
}

/** Unknowns of a purge, by the name of their array. */
const OF_PURGE = [
  // volume changes so far; pace over the model's, ln of what it wanders by, and where that tends
  ...(['th', 'pace', 'eta', 'tail'] as const),
  // supply in ppm, the static leak in m³/s, and where along the way that comes in
  ...(['supply', 'leak', 'lam'] as const),
  // a branch nobody drew: ppm at first (0: none), its e-fold in s, whether it lies before the joint
  ...(['branch', 'fold', 'branchBefore'] as const),
  // volume changes at the joint by its own clock, ln of how much slower that goes than the vent's, and what that wanders by
  ...(['thj', 'jd', 'ej'] as const),
  // oxygen at the start in ppm
  'c0',
  // a change on the way: air let in, ppm, since so many volume changes, where along the way; factor on the flow
  ...(['stepPpm', 'stepTh', 'stepLam', 'slower'] as const),
  'lnW',
] as const;
/** Of a monitor: what its cell shows and what gas is at it, ppm; its lag in s, its gain, its zero in ppm. */
const OF_MONITOR = ['z', 'gas', 'tau', 'gain', 'zero'] as const;
type OfPurge = (typeof OF_PURGE)[number];
type OfMonitor = (typeof OF_MONITOR)[number];

export type Cloud = Record<OfPurge, Float64Array> & {
  n: number;
  shape: Int32Array;
  monitors: Record<OfMonitor, Float64Array>[];
};

const arrays = <K extends string>(names: readonly K[], n: number) =>
  Object.fromEntries(names.map((k) => [k, new Float64Array(n)])) as Record<K, Float64Array>;

export const emptyCloud = (n: number, monitors: number): Cloud => ({
  n,
  ...arrays(OF_PURGE, n),
  shape: new Int32Array(n),
  monitors: Array.from({ length: monitors }, () => arrays(OF_MONITOR, n)),
});

/** A cloud of those particles, in that order. */
export function pick(c: Cloud, which: Int32Array): Cloud {
  const n = which.length;
  const out = emptyCloud(n, c.monitors.length);
  const gather = (a: Float64Array | Int32Array, b: Float64Array | Int32Array) => {
    for (let i = 0; i < n; i++) b[i] = a[which[i] as number] as number;
  };
  for (const k of OF_PURGE) gather(c[k], out[k]);
  gather(c.shape, out.shape);
  for (const [m, of] of c.monitors.entries())
    for (const k of OF_MONITOR) gather(of[k], (out.monitors[m] as Record<OfMonitor, Float64Array>)[k]);
  return out;
}

export const copyCloud = (c: Cloud): Cloud => ({
  n: c.n,
  ...(Object.fromEntries(OF_PURGE.map((k) => [k, c[k].slice()])) as Record<OfPurge, Float64Array>),
  shape: c.shape.slice(),
  monitors: c.monitors.map((m) => Object.fromEntries(OF_MONITOR.map((k) => [k, m[k].slice()])) as Record<OfMonitor, Float64Array>),
});

export const tauMiddle = (m: Monitor): number => m.t90 / LAG.fold;

/** Draws a sensor's lag within its bounds. */
export function drawTau(m: Monitor, dice: Dice): number {
  for (;;) {
    const factor = Math.exp(LAG.spread * dice.normal());
    if (factor > LAG.least && factor < LAG.most) return tauMiddle(m) * factor;
  }
}

/** Which branch nobody drew: none, or its e-fold and what it gives at first. */
export function drawBranch(flow: number, dice: Dice): { fold: number; ppm: number } {
  const fold = BRANCH.fold * Math.exp(BRANCH.foldSpread * dice.normal());
  return { fold, ppm: branchMiddle(fold, flow) * Math.exp(BRANCH.spread * dice.normal()) };
}
export const branchMiddle = (fold: number, flow: number): number => BRANCH.ppm * Math.sqrt(BRANCH.fold / fold) * (BRANCH.flow / flow);

/**
 * Draws a cloud before anything was read.
 * @param start how much air there is at the start: a share of air between two bounds, 1 to 1 when the spool is full of it
 * @param from given, the oxygen a place reads now, ppm: the purge is taken up in its middle
 */
export function drawCloud(
  s: Shapes,
  prior: Prior,
  monitors: readonly Monitor[],
  n: number,
  dice: Dice,
  { start = [1, 1], from }: { start?: readonly [number, number]; from?: { place: Place; ppm: number } } = {},
): Cloud {
  const c = emptyCloud(n, monitors.length);
  const { pace, leak } = prior;
  const sd = s.unchecked ? pace.unchecked : pace.sd;
  // Shapes in turn and one number of a row of equal parts for what matters most: a thousand drawn so say what more would.
  const spread = Float64Array.from({ length: n }, (_, i) => (i + dice.uniform()) / n);
  for (let i = n - 1; i > 0; i--) {
    const j = Math.floor(dice.uniform() * (i + 1));
    [spread[i], spread[j]] = [spread[j] as number, spread[i] as number];
  }
  for (let i = 0; i < n; i++) {
    const k = i % s.count;
    c.shape[i] = k;
    c.pace[i] = Math.exp(pace.mean + sd * dice.normal());
    c.tail[i] = TAIL * dice.normal();
    c.supply[i] = Math.max(SUPPLY.least, s.supply) * Math.exp(SUPPLY.spread * dice.normal());
    const kind = (spread[i] as number) < leak.share ? leak.wrong : leak.tight;
    c.leak[i] = kind.median * Math.exp(kind.spread * dice.normal());
    c.lam[i] = dice.uniform();
    if (dice.uniform() < BRANCH.share) {
      const b = drawBranch(s.asked, dice);
      c.branch[i] = b.ppm;
      c.fold[i] = b.fold;
    } else c.fold[i] = BRANCH.fold;
    c.branchBefore[i] = dice.uniform() < 0.5 ? 1 : 0;
    c.jd[i] = JOINT * dice.normal();
    c.c0[i] = AIR_OXYGEN_PPM * (start[0] + (start[1] - start[0]) * dice.uniform());
    c.slower[i] = 1;
    c.th[i] = (-dice.uniform() * START * s.asked) / s.volume;
    c.thj[i] = (c.th[i] as number) / jointOver(s, c, i);
    if (from) {
      const ln = Math.log(Math.min(1, Math.max(1e-7, from.ppm / AIR_OXYGEN_PPM))) + 0.1 * dice.normal();
      const [at, over] = [volumesAt(s, from.place, k, ln), jointOver(s, c, i)];
      c.th[i] = from.place === 'joint' ? at * over : at;
      c.thj[i] = (c.th[i] as number) / over;
      c.eta[i] = (c.tail[i] as number) + 0.34 * dice.normal();
    }
    for (const [m, monitor] of monitors.entries()) {
      const of = c.monitors[m] as Record<OfMonitor, Float64Array>;
      of.tau[i] = drawTau(monitor, dice);
      of.gain[i] = 1 + GAIN * dice.normal();
      of.zero[i] = ZERO * dice.normal();
      of.gas[i] = oxygen(s, c, i, monitor.place, c.th[i] as number, 0, 1);
      of.z[i] = of.gas[i] as number;
    }
  }
  return c;
}

/** Volume changes at the vent's clock that are worth one at the joint, from now on. */
export const jointOver = (s: Shapes, c: Cloud, i: number): number => s.jointLater * Math.exp(c.jd[i] as number);

/**
 * Oxygen of particle i at a place, ppm.
 * @param th volume changes by the vent's clock, now or later @param t s since gas on @param flow over the flow asked for
 */
export function oxygen(s: Shapes, c: Cloud, i: number, place: Place, th: number, t: number, flow: number): number {
  const k = c.shape[i] as number;
  const S = c.supply[i] as number;
  const q = s.asked * flow * (c.slower[i] as number);
  let leak = AIR_OXYGEN_PPM * Math.min(1, (c.leak[i] as number) / q);
  let at = th;
  let bypass = s.bypass[k] as number;
  let [branch, step] = [c.branch[i] as number, c.stepPpm[i] as number];
  if (place === 'joint') {
    at = (c.thj[i] as number) + (th - (c.th[i] as number)) / jointOver(s, c, i);
    bypass = 0;
    // Air let in past the joint never reaches it.
    if ((c.lam[i] as number) >= s.before) leak = 0;
    if ((c.branchBefore[i] as number) === 0) branch = 0;
    if ((c.stepLam[i] as number) >= s.before) step = 0;
  }
  const share = Math.exp(lnShare(s, place, k, at));
  let ppm = S + leak + (1 - bypass) * ((c.c0[i] as number) - S - leak) * share;
  if (branch > 0) ppm += branch * Math.exp(-t / (c.fold[i] as number)) * (1 - share);
  if (step > 0) {
    const since = th - (c.stepTh[i] as number);
    if (since > 0) ppm += step * (1 - Math.exp(lnShare(s, place, k, since + (c.stepLam[i] as number))));
  }
  return ppm;
}

/** Oxygen at a place when all air is out, ppm: what enters, what leaks in, what came in on the way. */
export function floorOf(s: Shapes, c: Cloud, i: number, flow: number): number {
  const q = s.asked * flow * (c.slower[i] as number);
  return (c.supply[i] as number) + AIR_OXYGEN_PPM * Math.min(1, (c.leak[i] as number) / q) + (c.stepPpm[i] as number);
}

/**
 * Volume changes by the vent's clock after which a place is at some oxygen, of a particle without branch and change; null when it never is.
 * The inverse of `oxygen`.
 */
export function volumesTo(s: Shapes, c: Cloud, i: number, place: Place, ppm: number, flow: number): number | null {
  const k = c.shape[i] as number;
  const joint = place === 'joint';
  const q = s.asked * flow * (c.slower[i] as number);
  const leak = joint && (c.lam[i] as number) >= s.before ? 0 : AIR_OXYGEN_PPM * Math.min(1, (c.leak[i] as number) / q);
  const stays = (c.supply[i] as number) + leak;
  if (ppm <= stays) return null;
  const share = (ppm - stays) / ((1 - (joint ? 0 : (s.bypass[k] as number))) * Math.max(1e-9, (c.c0[i] as number) - stays));
  if (share >= 1) return -Infinity;
  const at = volumesAt(s, place, k, Math.log(share));
  return joint ? (c.th[i] as number) + (at - (c.thj[i] as number)) * jointOver(s, c, i) : at;
}

/** Geometric mean of what stays, over a cloud of about equal weights, ppm. */
export function middleFloor(s: Shapes, c: Cloud, flow: number): number {
  let sum = 0;
  for (let i = 0; i < c.n; i++) sum += Math.log(floorOf(s, c, i, flow));
  return Math.exp(sum / c.n);
}
