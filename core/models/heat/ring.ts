/** A weld round a tube: the heat it comes round to, the power taken back for it, and how long its ring stays hot. */
import { lossOf, spotOf } from './arc';
import { constantsOf, meanOver } from './constants';
import { comingRound, riseField, type Course } from './moving';
import type { AlloyId } from '../../basics/materials';

/** Length of the seam at the middle of the wall, m. */
export const turnOf = (od: number, wall: number): number => Math.PI * (od - wall);

type Ring = {
  alloy: AlloyId;
  wall: number;
  od: number | null;
  travel: number;
  netPower: number;
  current: number;
  arcLength: number;
  start?: number;
};

/** A turn of constant power, with the means between room and 400 °C that transients go by. @param near °C at which the loss is taken */
function course({ alloy, wall, od, travel, netPower, current, arcLength }: Ring, near: number): Course {
  const { k, rc } = meanOver(alloy, 400);
  const turn = od === null ? null : turnOf(od, wall);
  return {
    ...{ q: () => netPower, v: travel, k, rc, d: wall, h: lossOf(near), sigma: spotOf(current, arcLength), turn },
    off: turn === null ? Infinity : turn / travel,
  };
}

/** °C about which the loss is taken while the arc burns. */
const WELDING = 300;
const STEPS = 48;

/** How hot the metal is that the arc comes to, K above the start, by its own heat and a constant power. @param share of a turn */
export const ownPreheat = (r: Ring, share: number): number => {
  const c = course(r, WELDING);
  return c.turn === null ? 0 : comingRound(c, (share * c.turn) / c.v);
};

/** Share of the start power that keeps the pool as it began, at each of 49 moments of a turn; and the course that welds so. */
export function taperOf(r: Ring): { shares: number[]; course: (near: number) => Course } {
  const toMelt = constantsOf(r.alloy).toMelt - ((r.start ?? 20) - 20);
  const c = course(r, WELDING);
  const shares = [1];
  const at = (share: readonly number[], t: number) => {
    const i = Math.max(0, Math.min(STEPS, (t / c.off) * STEPS));
    const [low, high] = [share[Math.min(share.length - 1, Math.floor(i))] ?? 1, share[Math.min(share.length - 1, Math.ceil(i))] ?? 1];
    return low + (high - low) * (i % 1);
  };
  if (c.turn === null) return { shares, course: (near) => course(r, near) };
  for (let i = 1; i <= STEPS; i++) {
    const before = [...shares];
    const preheat = comingRound({ ...c, q: (t) => r.netPower * at(before, t) }, (c.off * i) / STEPS);
    shares.push(Math.max(0, 1 - preheat / toMelt));
  }
  return { shares, course: (near) => ({ ...course(r, near), q: (t) => r.netPower * at(shares, t) }) };
}

/** s from arc off after one turn until the whole ring is below a temperature, °C. @param start °C the tube began at */
export function ringTime(tapered: ReturnType<typeof taperOf>, below: number, start = 20): number {
  const c = tapered.course(below);
  const { turn } = c;
  if (turn === null) return 0;
  const many = 48;
  const xs = Float64Array.from({ length: many }, (_, i) => (turn * i) / many);
  const ys = new Float64Array([0]);
  // The crater is the hottest for a while, then a place near it: the whole ring is looked at.
  const hottest = (after: number) => {
    const { rise } = riseField(c, xs, ys, c.off + after);
    return rise.reduce((m, x) => Math.max(m, x), 0);
  };
  if (hottest(0) + start <= below) return 0;
  let [lo, hi] = [0, 8];
  while (hottest(hi) + start > below && hi < 1e5) [lo, hi] = [hi, 2 * hi];
  for (let i = 0; i < 13; i++) {
    const mid = (lo + hi) / 2;
    if (hottest(mid) + start > below) lo = mid;
    else hi = mid;
  }
  return hi;
}
