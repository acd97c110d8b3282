/**
 * The forty runs of the plan, once per set-up, as curves that need no run again.
 *
 * What becomes of the oxygen is linear in it: with pure gas entering and air in the spool, a run gives the share F of the air that is
 * left at joint and vent. Supply, leaks, bypass, pace and later changes follow from F in closed form (`oxygen`), for 1 - F answers a
 * step at the inlet. Exact but for the weight of the gas, which only the first volumes feel.
 */
import { AIR_OXYGEN_PPM } from '../../basics/gases';
import { tanksRemaining, type Spaces } from '../network';
import { curveAt, entering, predict, uncheckedParts, unknownsOf, type Curve } from '../purge';
import { totalFlow, type Setup } from '../setup';

/** As many as the plan's band draws. */
const RUNS = 40;
/**
 * Beside them what a tube is where the model of a tube fails: mixed as a whole, or in two or three tanks one after the other. About as
 * likely each as one of the runs; without them a purge that is stirred is foretold too soon to its end.
 */
const TANKS = [1, 1, 2, 3];
/** Volume changes between two points of a curve. */
export const GRID = 0.04;
/** Followed down to this, ppm; below, a curve goes on as it fell last. */
const DOWN_TO = 8;
/** Points the last slope is taken over, and the least it may be, per volume change. */
const LAST = Math.round(0.4 / GRID);
const LEAST_SLOPE = 0.02;

export type Place = 'vent' | 'joint';

export type Shapes = {
  /** curves, and points of each */
  count: number;
  points: number;
  /** ln F by curve and point; never rises */
  vent: Float64Array;
  joint: Float64Array;
  /** fall of ln F past the last point, per volume change */
  ventSlope: Float64Array;
  jointSlope: Float64Array;
  /** true flow over read flow, and the share that goes from hose to vent without mixing */
  flow: Float64Array;
  bypass: Float64Array;
  /** m³, and m³/s as the meter says */
  volume: number;
  asked: number;
  /** oxygen in what enters, as declared, ppm */
  supply: number;
  /** share of the way of the gas that lies before the joint, 0 to 1 */
  before: number;
  /** volume changes at the joint are worth so many at its top */
  jointLater: number;
  /** are there parts the model was never checked on? */
  unchecked: boolean;
  /** does the set-up fill in layers, or trap some? The model of these is weak */
  layered: boolean;
  gas: Setup['gas'];
};

/** Level bodies shorter than so many bores clear later at their top than the model of a line says; not where that is in the run already. */
const SHORT_BORES = 8;
const SHORT_LATER = 1.2;

/**
 * Runs the samples one by one, so that a worker can breathe between them.
 * @param monitor id of the vent the monitor sits at
 * @returns after the last; yields the share that is done
 */
export function* shapesOf(setup: Setup, spaces: Spaces, monitor?: string): Generator<number, Shapes> {
  // Pure gas through no hose: what enters is put back by `oxygen`.
  const dry: Setup = { ...setup, supplyPpm: 0, inlets: setup.inlets.map((i) => ({ ...i, hose: { ...i.hose, length: 0 } })) };
  const unchecked = uncheckedParts(setup).length > 0;
  const asked = totalFlow(setup);
  const runs: { vent: Curve; joint: Curve; rate: number; flow: number; bypass: number }[] = [];
  let [volume, top, layered] = [0, false, false];
  for (let i = 0; i < RUNS; i++) {
    const u = { ...unknownsOf(i, unchecked, 1), leak: 0, pace: 1 };
    const p = predict(dry, spaces, DOWN_TO / 0.97, { cells: 120, tolerance: 0.05, unknowns: u }, monitor);
    volume = p.mesh.total;
    top ||= p.top;
    layered ||= p.fat > 0.25 || p.traps;
    const vent = { times: p.vent.times, ppm: p.vent.ppm.map((c) => c / (1 - u.bypass)) };
    runs.push({ vent, joint: p.joint, rate: (asked * u.flow * (1 - u.bypass)) / volume, flow: u.flow, bypass: u.bypass });
    yield (i + 1) / RUNS;
  }
  for (const n of TANKS) {
    const rate = asked / volume;
    const th = Array.from({ length: 400 }, (_, i) => i * GRID);
    const curve = { times: th.map((x) => x / rate), ppm: th.map((x) => AIR_OXYGEN_PPM * tanksRemaining(x, n)) };
    runs.push({ vent: curve, joint: curve, rate, flow: 1, bypass: 0 });
  }
  const longest = Math.max(...runs.map((r) => r.rate * Math.max(r.vent.times.at(-1) ?? 0, r.joint.times.at(-1) ?? 0)));
  const points = Math.min(700, Math.max(50, Math.ceil(longest / GRID) + 1));
  const on = (of: (r: (typeof runs)[number]) => Curve): [Float64Array, Float64Array] => {
    const ln = new Float64Array(runs.length * points);
    const slope = new Float64Array(runs.length);
    for (const [k, r] of runs.entries()) {
      const curve = of(r);
      const end = Math.min(points - 1, Math.floor((r.rate * (curve.times.at(-1) ?? 0)) / GRID));
      const at = (i: number) => ln[k * points + i] as number;
      for (let i = 0; i < points; i++) {
        const value = Math.log(Math.max(1e-9, curveAt(curve, (i * GRID) / r.rate) / AIR_OXYGEN_PPM));
        ln[k * points + i] = Math.min(value, i > 0 ? at(i - 1) : 0);
      }
      slope[k] = Math.max(LEAST_SLOPE, end > LAST ? (at(end - LAST) - at(end)) / (LAST * GRID) : LEAST_SLOPE);
      for (let i = end + 1; i < points; i++) ln[k * points + i] = at(end) - slope[k] * GRID * (i - end);
    }
    return [ln, slope];
  };
  const [vent, ventSlope] = on((r) => r.vent);
  const [joint, jointSlope] = on((r) => r.joint);
  const s: Shapes = {
    ...{ count: runs.length, points, vent, joint, ventSlope, jointSlope, volume, asked, unchecked, layered },
    flow: Float64Array.from(runs, (r) => r.flow),
    bypass: Float64Array.from(runs, (r) => r.bypass),
    supply: entering(setup).oxygen,
    before: 0.5,
    jointLater: !top && isShort(setup, volume) ? SHORT_LATER : 1,
    gas: setup.gas,
  };
  const halves = runs
    .slice(0, RUNS)
    .map((_, k) => volumesAt(s, 'joint', k, Math.log(0.5)) / Math.max(GRID, volumesAt(s, 'vent', k, Math.log(0.5))));
  s.before = Math.min(0.98, Math.max(0.02, halves.sort((a, b) => a - b)[RUNS / 2] as number));
  return s;
}

const isShort = (setup: Setup, volume: number): boolean => {
  const size = setup.parts.find((p) => p.id === setup.joint)?.size ?? setup.parts[0]?.size;
  if (!size || Math.abs(setup.tilt) > 10) return false;
  const bore = size.od - 2 * size.wall;
  return volume / ((Math.PI / 4) * bore ** 2) < SHORT_BORES * bore;
};

/** ln F of a curve after so many volume changes. */
export function lnShare(s: Shapes, place: Place, k: number, volumes: number): number {
  if (volumes <= 0) return 0;
  const x = volumes / GRID;
  const i = x | 0;
  const last = s.points - 1;
  const ln = s[place];
  const from = k * s.points;
  if (i >= last)
    return (ln[from + last] as number) - ((place === 'vent' ? s.ventSlope : s.jointSlope)[k] as number) * (volumes - last * GRID);
  const a = ln[from + i] as number;
  return a + ((ln[from + i + 1] as number) - a) * (x - i);
}

/** Volume changes after which ln F of a curve is so low. */
export function volumesAt(s: Shapes, place: Place, k: number, ln: number): number {
  if (ln >= 0) return 0;
  const of = s[place];
  const from = k * s.points;
  let [lo, hi] = [0, s.points - 1];
  const end = of[from + hi] as number;
  if (ln <= end) return hi * GRID + (end - ln) / ((place === 'vent' ? s.ventSlope : s.jointSlope)[k] as number);
  while (hi - lo > 1) {
    const mid = (lo + hi) >> 1;
    if ((of[from + mid] as number) > ln) lo = mid;
    else hi = mid;
  }
  const [a, b] = [of[from + lo] as number, of[from + hi] as number];
  return GRID * (lo + (a > b ? (a - ln) / (a - b) : 0));
}
