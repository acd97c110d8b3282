/**
 * The field of an arc that starts, goes round, comes back to its own heat and goes out: what every moment laid down spreads as a Gaussian and
 * is lost from the faces (Green's function of the plate, Carslaw and Jaeger, from memory). A tube is laid flat, its seam periodic. The kernel
 * is a product of one along and one across the seam: a field costs a sum of exponentials on each edge, not on each point.
 */
import { GAUSS } from './gauss';

/** @property q net power at a moment after the start, W @property k W/mK @property rc J/m³K @property sigma spot, m */
export type Course = {
  q: (t: number) => number;
  v: number;
  k: number;
  rc: number;
  d: number;
  /** loss of both faces, W/m²K */
  h: number;
  sigma: number;
  /** length of the seam round a tube, m; null on plate */
  turn: number | null;
  /** arc off, s after the start; Infinity while it burns */
  off: number;
};

/** One share of what was laid down: how strong, where its middle lies, how far it has spread. */
type Node = { weight: number; at: number; s: number };

function nodes(c: Course, t: number): Node[] {
  const { v, k, rc, d, h, sigma } = c;
  const a = k / rc;
  const b = h / (rc * d);
  const youngest = Math.max(0, t - c.off);
  const [first, last] = [Math.sqrt(sigma ** 2 + 2 * a * youngest), Math.sqrt(sigma ** 2 + 2 * a * Math.max(youngest, t))];
  const out: Node[] = [];
  for (let from = first; from < last - 1e-12;) {
    const to = Math.min(last, from + Math.min((2 * a) / v, 0.5 * from));
    const half = (to - from) / 2;
    for (const [x, w] of GAUSS) {
      const s = (from + to) / 2 + half * x;
      const age = (s * s - sigma * sigma) / (2 * a);
      out.push({ weight: (((half * w) / s) * c.q(t - age) * Math.exp(-b * age)) / (2 * Math.PI * k * d), at: v * (t - age), s });
    }
    from = to;
  }
  return out;
}

/** Along the seam: its own share and those of its turns round the tube. @param own false leaves out what lies nearest, at the arc */
function along(n: Node, x: number, turn: number | null): number {
  const one = (dx: number) => Math.exp(-(dx * dx) / (2 * n.s * n.s));
  if (turn === null) return one(x - n.at);
  const many = Math.ceil((5 * n.s) / turn + 0.5);
  const near = x - n.at - Math.round((x - n.at) / turn) * turn;
  let sum = 0;
  for (let i = -many; i <= many; i++) sum += one(near + i * turn);
  return sum;
}

/** Rise, K, at a place `x` along the seam from the start and `y` across, `t` s after the arc was struck. */
export const riseAt = (c: Course, x: number, y: number, t: number): number =>
  nodes(c, t).reduce((sum, n) => sum + n.weight * along(n, x, c.turn) * Math.exp(-(y * y) / (2 * n.s * n.s)), 0);

/** Rises, K, row by row: every `y` from first to last, in it every `x`. */
export type Grid = { xs: Float64Array; ys: Float64Array; rise: Float64Array };

export function riseField(c: Course, xs: Float64Array, ys: Float64Array, t: number): Grid {
  const rise = new Float64Array(xs.length * ys.length);
  const row = new Float64Array(xs.length);
  for (const n of nodes(c, t)) {
    for (let i = 0; i < xs.length; i++) row[i] = n.weight * along(n, xs[i] as number, c.turn);
    for (let j = 0; j < ys.length; j++) {
      const y = ys[j] as number;
      const g = Math.exp(-(y * y) / (2 * n.s * n.s));
      if (g < 1e-9) continue;
      const base = j * xs.length;
      for (let i = 0; i < row.length; i++) rise[base + i] = (rise[base + i] as number) + g * (row[i] as number);
    }
  }
  return { xs, ys, rise };
}

/** Rise at the arc from its own earlier turns alone, K: what it comes round to. */
export function comingRound(c: Course, t: number): number {
  const { turn } = c;
  if (turn === null) return 0;
  const x = c.v * t;
  return nodes({ ...c, off: Infinity }, t).reduce((sum, n) => {
    const many = Math.ceil((5 * n.s) / turn + 0.5);
    let round = 0;
    for (let i = -many; i <= many; i++) if (i !== 0) round += Math.exp(-((x - n.at + i * turn) ** 2) / (2 * n.s * n.s));
    return sum + n.weight * round;
  }, 0);
}
