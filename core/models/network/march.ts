/**
 * The purge in time: oxygen in every small volume, carried by the flow and spread by mixing.
 *
 * Vertex-centred finite volumes; edge flux after Scharfetter & Gummel 1969, F = g (B(-q/g) Ci - B(q/g) Cj) with
 * B(x) = x/(e^x - 1), so that pure diffusion and pure flow are one formula; openings use the same flux, which makes
 * outflow, inflow and back-diffusion one thing. In time a two-stage L-stable SDIRK of order two (Alexander 1977),
 * its step by an embedded first-order result. Oxygen is conserved to rounding.
 */
import { AIR_OXYGEN_PPM, type Gas } from '../../basics/gases';
import { flowSolver, type FlowState } from './flow';
import { sparseLU } from './linear';
import type { Mesh } from './mesh';
import { closure, diffusivity, type Mixing } from './mixing';

const GAMMA = 1 - Math.SQRT1_2;
const AIR = AIR_OXYGEN_PPM;
/** Share by which the mixing may change between the beginning and the middle of a step, root mean square over the edges. */
const MIXING_MAY_TURN = 0.2;

export type MarchInput = {
  mesh: Mesh;
  gas: Gas;
  /** m³/s by line */
  lines: readonly number[];
  /** oxygen in what enters, ppm */
  supplyPpm: number;
  /** oxygen at the start, ppm, the same everywhere or by vertex; air when left out */
  start?: number | Float64Array;
  /** stop when joint and monitored vent have been below this, ppm */
  until: number;
  /** stop when every place is below this too */
  everywhere?: number;
  /** go on at least so long, s, for the curves */
  atLeast?: number;
  /** vertices that must be below `until` */
  watch: readonly number[];
  /** s */
  longest: number;
  tolerance: number;
  mixing?: Mixing;
  /** keep the whole field at every step */
  keep?: boolean;
  /** given, the dispersion by edge is this and the closure is left out */
  dispersion?: Float64Array;
  /** asked now and then; true ends the march */
  cancelled?: () => boolean;
};

export type March = {
  times: number[];
  /** ppm, by watched vertex */
  watched: number[][];
  /** ppm, the whole field by step, when kept */
  fields: Float32Array[];
  /** the most oxygen anywhere, ppm, and where, at every step */
  most: number[];
  mostAt: number[];
  end: Float64Array;
  flow: FlowState;
  /** m³ of oxygen: what is unaccounted for, over what was there */
  imbalance: number;
  steps: number;
  finished: boolean;
};

/** x/(e^x - 1), safe at zero. */
export const bernoulli = (x: number): number =>
  Math.abs(x) < 1e-4 ? 1 - x / 2 + (x * x) / 12 : x > 500 ? 0 : x < -500 ? -x : x / Math.expm1(x);

export function march(input: MarchInput): March {
  const { mesh, gas, supplyPpm, watch } = input;
  const n = mesh.count;
  const edges = mesh.from.length;
  const mixing = input.mixing ?? { dispersion: 1, jet: 1 };
  const flows = flowSolver(mesh, gas, input.lines.length);
  const pairs = Array.from({ length: edges }, (_, e): [number, number] => [mesh.from[e] as number, mesh.to[e] as number]);
  const lu = sparseLU(n, pairs);
  const C = input.start instanceof Float64Array ? input.start.slice() : new Float64Array(n).fill(input.start ?? AIR);
  const air = new Float64Array(n);
  const [K, held, slip] = [new Float64Array(edges), new Float64Array(edges), new Float64Array(edges)];
  const [diag, ahead, back, source] = [new Float64Array(n), new Float64Array(edges), new Float64Array(edges), new Float64Array(n)];
  const [c1, c2, f1, err] = [new Float64Array(n), new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const [before, K1] = [new Float64Array(edges), new Float64Array(edges)];
  const D = diffusivity(gas);
  const backArea = mesh.openings.map((o) => (o.area * D) / o.depth);
  const initial = C.reduce((s, c, i) => s + c * (mesh.volume[i] as number), 0);
  let [brought, left] = [0, 0];

  const times: number[] = [];
  const watched: number[][] = watch.map(() => []);
  const fields: Float32Array[] = [];
  const [most, mostAt]: [number[], number[]] = [[], []];
  const note = (t: number) => {
    times.push(t);
    for (const [k, v] of watch.entries()) watched[k]?.push(C[v] as number);
    let top = 0;
    for (let i = 1; i < n; i++) if ((C[i] as number) > (C[top] as number)) top = i;
    most.push(C[top] as number);
    mostAt.push(top);
    if (input.keep) fields.push(Float32Array.from(C));
  };

  /** Writes the operator at a state: L C = out - in, source = what feeds and ambient bring. */
  const assemble = (state: Float64Array, dt: number, t: number) => {
    for (let i = 0; i < n; i++) air[i] = Math.max(0, Math.min(1, ((state[i] as number) - supplyPpm) / (AIR - supplyPpm)));
    flows.solve(air, input.lines);
    const { stretch, opening, seep, feed } = flows.state;
    if (input.dispersion) K.set(input.dispersion);
    else closure(mesh, gas, air, stretch, feed, t + dt, dt, mixing, held, K, slip);
    diag.fill(0);
    source.fill(0);
    for (let e = 0; e < edges; e++) {
      const whole = stretch[mesh.stretch[e] as number] as number;
      // What slips by carries what was supplied; the rest carries the mean of the section.
      const by = whole * (slip[e] as number) * supplyPpm;
      (source[mesh.from[e] as number] as number) -= by;
      (source[mesh.to[e] as number] as number) += by;
      const q = whole * (1 - (slip[e] as number));
      const g = ((mesh.area[e] as number) * (K[e] as number)) / (mesh.length[e] as number);
      const x = q / g;
      const [up, down] = [g * bernoulli(-x), g * bernoulli(x)];
      ahead[e] = up; // times C[from]
      back[e] = down; // times C[to]
      (diag[mesh.from[e] as number] as number) += up;
      (diag[mesh.to[e] as number] as number) += down;
    }
    for (const [i, o] of mesh.openings.entries()) {
      const q = opening[i] as number;
      // Against what seeps out through tape only so much diffuses in.
      const g = (backArea[i] as number) * bernoulli((seep[i] as number) / (backArea[i] as number));
      if (g <= 0) continue;
      (diag[o.vertex] as number) += g * bernoulli(-q / g);
      (source[o.vertex] as number) += g * bernoulli(q / g) * AIR;
    }
    for (const [i, f] of mesh.feeds.entries()) {
      const q = feed[i] as number;
      if (q >= 0) (source[f.vertex] as number) += q * supplyPpm;
      else (diag[f.vertex] as number) -= q;
    }
  };
  const factor = (h: number) => {
    const v = lu.values;
    v.fill(0);
    for (let i = 0; i < n; i++) v[i] = (mesh.volume[i] as number) + h * (diag[i] as number);
    for (let e = 0; e < edges; e++) {
      const k = lu.at[e] as number;
      const [a, b] = lu.swapped[e] ? [k, k - 1] : [k, k + 1];
      // Row of `from`: -back C[to]; row of `to`: -ahead C[from].
      (v[a] as number) -= h * (back[e] as number);
      (v[b] as number) -= h * (ahead[e] as number);
    }
    lu.factor();
  };
  /** f = source - L c */
  const rate = (c: Float64Array, f: Float64Array) => {
    for (let i = 0; i < n; i++) f[i] = (source[i] as number) - (diag[i] as number) * (c[i] as number);
    for (let e = 0; e < edges; e++) {
      const [a, b] = [mesh.from[e] as number, mesh.to[e] as number];
      (f[a] as number) += (back[e] as number) * (c[b] as number);
      (f[b] as number) += (ahead[e] as number) * (c[a] as number);
    }
  };
  /** Net oxygen through the outside at a state, ppm m³/s: in is positive. */
  const outside = (c: Float64Array): [number, number] => {
    let [into, out] = [0, 0];
    for (let i = 0; i < n; i++) into += source[i] as number;
    for (const [i, o] of mesh.openings.entries()) {
      const g = (backArea[i] as number) * bernoulli((flows.state.seep[i] as number) / (backArea[i] as number));
      if (g > 0) out += g * bernoulli(-(flows.state.opening[i] as number) / g) * (c[o.vertex] as number);
    }
    for (const [i, f] of mesh.feeds.entries())
      if ((flows.state.feed[i] as number) < 0) out -= (flows.state.feed[i] as number) * (c[f.vertex] as number);
    return [into, out];
  };

  const flowing = input.lines.reduce((s, q) => s + q, 0) || 1e-6;
  let t = 0;
  let dt = Math.min(1, (0.02 * mesh.total) / flowing);
  let steps = 0;
  let tries = 0;
  let finished = false;
  note(0);
  while (t < input.longest && tries++ < 20_000) {
    if ((tries & 15) === 0 && input.cancelled?.()) break;
    dt = Math.min(dt, input.longest - t);
    before.set(held);
    for (;;) {
      const h = GAMMA * dt;
      // Flow and mixing at the middle of the step, by a first-order look ahead: taken at its beginning they chatter.
      assemble(C, dt, t);
      factor(dt / 2);
      for (let i = 0; i < n; i++) c1[i] = (mesh.volume[i] as number) * (C[i] as number) + (dt / 2) * (source[i] as number);
      lu.solve(c1);
      K1.set(K);
      held.set(before);
      assemble(c1, dt, t);
      factor(h);
      let turned = 0;
      for (let e = 0; e < edges; e++) turned += (1 - (K1[e] as number) / (K[e] as number)) ** 2;
      const mixes = Math.sqrt(turned / edges) / MIXING_MAY_TURN;
      for (let i = 0; i < n; i++) c1[i] = (mesh.volume[i] as number) * (C[i] as number) + h * (source[i] as number);
      lu.solve(c1);
      rate(c1, f1);
      for (let i = 0; i < n; i++)
        c2[i] = (mesh.volume[i] as number) * (C[i] as number) + (1 - GAMMA) * dt * (f1[i] as number) + h * (source[i] as number);
      lu.solve(c2);
      // Embedded first order: C + dt f1; the difference to the second order is gamma dt (f2 - f1).
      rate(c2, err);
      for (let i = 0; i < n; i++) err[i] = h * ((err[i] as number) - (f1[i] as number));
      lu.solve(err);
      let sum = 0;
      for (let i = 0; i < n; i++) sum += ((err[i] as number) / (input.tolerance * ((c2[i] as number) > 2 ? (c2[i] as number) : 2))) ** 2;
      const size = Math.max(Math.sqrt(sum / n), mixes);
      if (size <= 1 || dt < 1e-4) {
        const [in1, out1] = outside(c1);
        const [in2, out2] = outside(c2);
        brought += dt * ((1 - GAMMA) * in1 + GAMMA * in2);
        left += dt * ((1 - GAMMA) * out1 + GAMMA * out2);
        C.set(c2);
        t += dt;
        steps++;
        note(t);
        dt *= Math.min(2, Math.max(0.4, 0.9 / Math.sqrt(size + 1e-9)));
        break;
      }
      dt *= Math.max(0.3, 0.9 / Math.sqrt(size));
      held.set(before);
    }
    if (
      t >= (input.atLeast ?? 0) &&
      watch.every((v) => (C[v] as number) < input.until) &&
      (input.everywhere === undefined || (most.at(-1) as number) < input.everywhere)
    ) {
      finished = true;
      break;
    }
  }
  const end = C.reduce((s, c, i) => s + c * (mesh.volume[i] as number), 0);
  return {
    times,
    watched,
    fields,
    most,
    mostAt,
    end: C,
    flow: flows.state,
    imbalance: Math.abs(initial + brought - left - end) / (initial + brought),
    steps,
    finished,
  };
}

/** When a falling curve passes a limit for the last time, s: straight in the logarithm between two points; null when it does not. */
export function passes(times: readonly number[], ppm: readonly number[], limit: number): number | null {
  if ((ppm.at(-1) ?? Infinity) > limit) return null;
  for (let i = ppm.length - 1; i > 0; i--) {
    const [a, b] = [ppm[i - 1] as number, ppm[i] as number];
    if (a > limit)
      return (
        (times[i - 1] as number) +
        ((times[i] as number) - (times[i - 1] as number)) * (Math.log(a / limit) / Math.log(a / Math.max(b, 1e-9)))
      );
  }
  return 0;
}
