/** From the cloud to an answer: how long until the limit, whether it is reached at all, what stays. Without stepping. */
import { AIR_OXYGEN_PPM } from '../../basics/gases';
import { Dice } from '../../basics/seeded';
import { floorOf, oxygen, volumesTo, type Cloud, type Monitor } from './cloud';
import { resample } from './moves';
import { FRONT, WANDER } from './prior';
import { baseRate } from './step';
import { volumesAt, type Place, type Shapes } from './shapes';

/** Looked ahead so far, s. */
export const AHEAD = 1800;
/** As many purges of the cloud are asked. */
const ASKED = 300;
/** Halvings of the way to the limit: to half a second of half an hour. */
const HALVINGS = 13;

export type Span = { low: number; value: number; high: number };

export type Outlook = {
  /** s from now until the gas is at the limit, among the purges that get there; null when hardly any does */
  vent: Span | null;
  joint: Span | null;
  /** s from now until what is measured reads it; null where nothing is measured */
  reads: Span | null;
  /** share of purges like this that get there within half an hour, of the place that is measured, 0 to 1 */
  reach: number;
  jointReach: number;
  /** oxygen now, ppm: of the gas, not of what its monitor shows */
  gasNow: Record<Place, Span>;
  /** ppm that stays, and m³/s of air that comes in */
  floor: Span;
  leak: Span;
  /** share of purges whose floor lies above the limit, and that have a branch nobody drew giving as much */
  floorAbove: number;
  branchAbove: number;
  /** share of purges in which what leaks in is more than three times what is supplied */
  leaks: number;
};

/** Variance of the mean of what wanders over x = rate times time over its memory, over its own: (2x - 3 + 4e^-x - e^-2x)/x². */
export const wanderShare = (x: number): number => (x < 1e-3 ? (2 * x) / 3 : (2 * x - 3 + 4 * Math.exp(-x) - Math.exp(-2 * x)) / (x * x));

const quantile = (sorted: Float64Array, p: number): number => {
  const at = p * (sorted.length - 1);
  const [a, b] = [sorted[Math.floor(at)] as number, sorted[Math.ceil(at)] as number];
  return a + (b - a) * (at - Math.floor(at));
};
export const spanOf = (values: readonly number[]): Span => {
  const sorted = Float64Array.from(values).sort();
  return { low: quantile(sorted, 0.1), value: quantile(sorted, 0.5), high: quantile(sorted, 0.9) };
};

/** Volume changes of particle i after some seconds more, where what wanders has gone by one draw z. */
function volumesIn(c: Cloud, i: number, seconds: number, rate: number, front: number, z: number): number {
  const [th, eta, tail] = [c.th[i] as number, c.eta[i] as number, c.tail[i] as number];
  // Until the front is through nothing wanders.
  let left = seconds;
  let at = th;
  if (th < front) {
    const pace = rate * Math.exp(eta);
    const needs = (front - th) / pace;
    if (left <= needs) return th + pace * left;
    left -= needs;
    at = front;
  }
  const x = (rate * left) / WANDER.memory;
  if (x <= 0) return at;
  const mean = tail + ((eta - tail) * -Math.expm1(-x)) / x;
  return at + rate * left * Math.exp(mean + z * WANDER.sd * Math.sqrt(wanderShare(x)));
}

/** s until particle i has so many volume changes: the same the other way round, by going at it a few times. */
function secondsTo(c: Cloud, i: number, target: number, rate: number, front: number, z: number): number {
  const [th, eta, tail] = [c.th[i] as number, c.eta[i] as number, c.tail[i] as number];
  if (target <= th) return 0;
  const before = th < front ? (Math.min(front, target) - th) / (rate * Math.exp(eta)) : 0;
  const way = target - Math.max(th, front);
  if (way <= 0) return before;
  let t = way / (rate * Math.exp(eta));
  for (let k = 0; k < 12; k++) {
    const x = (rate * t) / WANDER.memory;
    const mean = tail + ((eta - tail) * -Math.expm1(-x)) / x;
    const next = way / (rate * Math.exp(mean + z * WANDER.sd * Math.sqrt(wanderShare(x))));
    const close = Math.abs(next - t) < 0.003 * next;
    t = next;
    if (close) break;
  }
  return before + t;
}

/** Below this share of purges that get there no time is given. */
const NO_TIME = 0.1;

/**
 * @param t s since gas on, of the cloud @param since s that have gone by without a reading since
 * @param flow over the flow asked for @param seed so that the same cloud gives the same answer
 */
export function outlook(
  s: Shapes,
  cloud: Cloud,
  monitors: readonly Monitor[],
  { t, since, limit, flow, seed }: { t: number; since: number; limit: number; flow: number; seed: number },
): Outlook {
  const dice = new Dice(seed);
  const c = resample(cloud, dice, ASKED);
  const measured: Place = monitors[0]?.place ?? 'vent';
  const times: Record<Place, number[]> = { vent: [], joint: [] };
  const reads: number[] = [];
  const gasNow: Record<Place, number[]> = { vent: [], joint: [] };
  const floors: number[] = [];
  const leaks: number[] = [];
  let [above, branchAbove, leaky] = [0, 0, 0];
  for (let i = 0; i < ASKED; i++) {
    const rate = baseRate(s, c, i, flow);
    const front = volumesAt(s, 'vent', c.shape[i] as number, FRONT);
    const z = dice.normal();
    const at = (place: Place, seconds: number) => oxygen(s, c, i, place, volumesIn(c, i, seconds, rate, front, z), t + seconds, flow);
    const plain = (c.branch[i] as number) === 0 && (c.stepPpm[i] as number) === 0;
    const until = (place: Place, ppm: number): number | null => {
      if (!plain) return whenBelow((seconds) => at(place, seconds), ppm);
      const target = volumesTo(s, c, i, place, ppm, flow);
      const seconds = target === null ? Infinity : secondsTo(c, i, target, rate, front, z);
      return seconds > AHEAD ? null : seconds;
    };
    for (const place of ['vent', 'joint'] as const) {
      gasNow[place].push(at(place, since));
      const when = until(place, limit);
      if (when === null) continue;
      times[place].push(Math.max(0, when - since));
      if (place !== measured || monitors.length === 0) continue;
      // What is shown comes later, by the lag on a tail that falls as it does there.
      const m = c.monitors[0] as Cloud['monitors'][number];
      const [gain, zero, tau] = [m.gain[i] as number, m.zero[i] as number, m.tau[i] as number];
      const shown = Math.max(1e-3, (limit - zero) / gain);
      const crosses = until(place, shown);
      if (crosses === null) continue;
      if (crosses === 0) {
        // The gas is there before its monitor: the cell follows as a cell does.
        const [cell, gas] = [m.z[i] as number, at(place, 0)];
        reads.push(cell <= shown ? 0 : Math.max(0, tau * Math.log((cell - gas) / Math.max(0.05 * shown, shown - gas)) - since));
        continue;
      }
      const [a, b] = [at(place, crosses), at(place, crosses + 5)];
      reads.push(Math.max(0, crosses + lagOf(tau, a > b ? 5 / Math.log(a / b) : Infinity) - since));
    }
    const floor = floorOf(s, c, i, flow);
    floors.push(floor);
    const q = s.asked * flow * (c.slower[i] as number);
    const leak = (c.leak[i] as number) + ((c.stepPpm[i] as number) * q) / AIR_OXYGEN_PPM;
    leaks.push(leak);
    if (floor > limit) above++;
    if ((c.branch[i] as number) * Math.exp(-t / (c.fold[i] as number)) > limit / 3) branchAbove++;
    if ((AIR_OXYGEN_PPM * leak) / q > 3 * (c.supply[i] as number)) leaky++;
  }
  const of = (list: number[]): Span | null => (list.length < NO_TIME * ASKED ? null : spanOf(list));
  return {
    vent: of(times.vent),
    joint: of(times.joint),
    reads: monitors.length ? of(reads) : null,
    reach: times[measured].length / ASKED,
    jointReach: times.joint.length / ASKED,
    gasNow: { vent: spanOf(gasNow.vent), joint: spanOf(gasNow.joint) },
    floor: spanOf(floors),
    leak: spanOf(leaks),
    floorAbove: above / ASKED,
    branchAbove: branchAbove / ASKED,
    leaks: leaky / ASKED,
  };
}

/** s a display lags on a tail with an e-fold: -T ln(1 - tau/T); one as quick as the sensor itself is left at three of its folds. */
export const lagOf = (tau: number, fold: number): number =>
  !Number.isFinite(fold) ? tau : tau < 0.95 * fold ? -fold * Math.log(1 - tau / fold) : 3 * tau;

/** s until a falling curve is below a limit, within what is looked ahead; null when it never is. */
function whenBelow(of: (seconds: number) => number, limit: number): number | null {
  if (of(0) <= limit) return 0;
  // A quick look ahead first: most get there in minutes.
  let [lo, hi] = [0, 60];
  while (of(hi) > limit) {
    if (hi >= AHEAD) return null;
    lo = hi;
    hi = Math.min(AHEAD, hi * 3);
  }
  for (let k = 0; k < HALVINGS && hi - lo > 0.3; k++) {
    const mid = (lo + hi) / 2;
    if (of(mid) > limit) lo = mid;
    else hi = mid;
  }
  return (lo + hi) / 2;
}

/** Oxygen to come, ppm: eight in ten lie between low and high. Times in s since gas on. */
export type Course = { times: number[]; low: number[]; middle: number[]; high: number[] };

/** Points of a course, and purges it is made of. */
const POINTS = 40;
const DRAWN = 160;

/** @param place of the gas; 'reads': of what the first monitor shows @param seconds how far ahead */
export function courseAhead(
  s: Shapes,
  cloud: Cloud,
  monitor: Monitor,
  of: Place | 'reads',
  { t, flow, seed }: { t: number; flow: number; seed: number },
  seconds: number,
): Course {
  const place = of === 'reads' ? monitor.place : of;
  const dice = new Dice(seed);
  const c = resample(cloud, dice, DRAWN);
  const { z, gas, tau, gain, zero } = c.monitors[0] as Cloud['monitors'][number];
  const dt = seconds / (POINTS - 1);
  const columns = Array.from({ length: POINTS }, () => new Float64Array(DRAWN));
  for (let i = 0; i < DRAWN; i++) {
    const rate = baseRate(s, c, i, flow);
    const front = volumesAt(s, 'vent', c.shape[i] as number, FRONT);
    const draw = dice.normal();
    const stays = Math.exp(-dt / (tau[i] as number));
    let [shown, before] = [z[i] as number, gas[i] as number];
    for (let k = 0; k < POINTS; k++) {
      if (of !== 'reads') {
        const now = oxygen(s, c, i, place, volumesIn(c, i, k * dt, rate, front, draw), t + k * dt, flow);
        (columns[k] as Float64Array)[i] = Math.max(0.5, now);
        continue;
      }
      if (k > 0) {
        const now = oxygen(s, c, i, place, volumesIn(c, i, k * dt, rate, front, draw), t + k * dt, flow);
        shown = shown * stays + Math.sqrt(Math.max(0, before * now)) * (1 - stays);
        before = now;
      }
      (columns[k] as Float64Array)[i] = Math.max(0.5, (gain[i] as number) * shown + (zero[i] as number));
    }
  }
  const at = (p: number) => columns.map((x) => quantile(x, p));
  for (const x of columns) x.sort();
  return { times: columns.map((_, k) => t + k * dt), low: at(0.1), middle: at(0.5), high: at(0.9) };
}

/** Share of purges like this that get to the limit within what is looked ahead, 0 to 1. @param w weights of the cloud */
export function reachOf(s: Shapes, c: Cloud, w: Float64Array, place: Place, t: number, limit: number, flow: number): number {
  let share = 0;
  for (let i = 0; i < c.n; i++) {
    const front = volumesAt(s, 'vent', c.shape[i] as number, FRONT);
    const th = volumesIn(c, i, AHEAD, baseRate(s, c, i, flow), front, 0);
    if (oxygen(s, c, i, place, th, t + AHEAD, flow) <= limit) share += w[i] as number;
  }
  return share;
}

/** Forecast of a reading some seconds ahead, in ln ppm: mean and standard deviation, over a part of the cloud. */
export function forecast(
  s: Shapes,
  c: Cloud,
  m: number,
  place: Place,
  w: Float64Array,
  t: number,
  seconds: number,
  flow: number,
): [number, number] {
  const every = Math.max(1, Math.floor(c.n / 160));
  const { z, gain, zero, tau } = c.monitors[m] as Cloud['monitors'][number];
  let [sum, mean, squares] = [0, 0, 0];
  for (let i = 0; i < c.n; i += every) {
    const rate = baseRate(s, c, i, flow);
    const front = volumesAt(s, 'vent', c.shape[i] as number, FRONT);
    const gas = oxygen(s, c, i, place, volumesIn(c, i, seconds, rate, front, 0), t + seconds, flow);
    const half = oxygen(s, c, i, place, volumesIn(c, i, seconds / 2, rate, front, 0), t + seconds / 2, flow);
    const stays = Math.exp(-seconds / (tau[i] as number));
    const shown = (z[i] as number) * stays + Math.sqrt(Math.max(0, gas * half)) * (1 - stays);
    const ln = Math.log(Math.max(1, (gain[i] as number) * shown + (zero[i] as number)));
    const weight = w[i] as number;
    sum += weight;
    mean += weight * ln;
    squares += weight * ln * ln;
  }
  mean /= sum;
  return [mean, Math.sqrt(Math.max(0, squares / sum - mean * mean))];
}
