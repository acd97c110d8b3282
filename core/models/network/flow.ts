/**
 * How the gas divides: openings and hoses as orifices with a laminar part, tubes as laminar resistances, the weight of
 * the gas column between them. Node pressures by Newton's method; pressures are above the air at the same height.
 *
 * Opening: dp = a1 q + a2 q², a2 = rho/(2 Cd² A²) (sharp edge, Cd 0.61), a1 = 32 mu L/(d² A) for a hole and
 * 12 mu L/(w² A) for a slot (Hagen-Poiseuille; plane Poiseuille).
 */
import { density, type Gas } from '../../basics/gases';
import { sparseLU, type SparseLU } from './linear';
import type { Mesh, Opening } from './mesh';

const CD = 0.61;
const G = 9.80665;
/** Dynamic viscosities at 20 °C, Pa s, from memory (any handbook). */
const viscosities: Record<Gas | 'air', number> = {
  air: 1.82e-5,
  argon: 2.23e-5,
  helium: 1.96e-5,
  nitrogen: 1.76e-5,
  'argon-2h2': 2.22e-5,
  'argon-5h2': 2.2e-5,
  'n2-5h2': 1.75e-5,
};
export const viscosity = (gas: Gas | 'air'): number => viscosities[gas];

export type FlowState = {
  /** Pa above the air at the same height, by node; line nodes come last */
  pressure: Float64Array;
  /** m³/s along every stretch from its a to its b */
  stretch: Float64Array;
  /** m³/s out of every opening (negative: air comes in), and into every feed */
  opening: Float64Array;
  /** m³/s that the pressure inside pushes out through tape: it keeps air out, but nobody counts on it to sweep anything */
  seep: Float64Array;
  feed: Float64Array;
};

export type FlowSolver = {
  /** @param airFraction by vertex; @param lines m³/s */
  solve: (airFraction: Float64Array, lines: readonly number[]) => FlowState;
  state: FlowState;
};

/** Flow through dp = a1 q + a2 q², and its slope. */
function through(dp: number, a1: number, a2: number): [number, number] {
  const root = Math.sqrt(a1 * a1 + 4 * a2 * Math.abs(dp));
  return [(2 * dp) / (a1 + root), 1 / root];
}

/** Coefficients a1 and a2 of an opening for what passes it: gas, or air on its way in. */
export const openingLaws = (o: Pick<Opening, 'area' | 'depth' | 'slot'>, gas: Gas | 'air'): [number, number] => {
  const mu = viscosity(gas);
  const d2 = (4 * o.area) / Math.PI;
  const a1 = o.slot === null ? (32 * mu * o.depth) / (d2 * o.area) : (12 * mu * o.depth) / (o.slot ** 2 * o.area);
  return [a1, density(gas) / (2 * CD ** 2 * o.area ** 2)];
};

export function flowSolver(mesh: Mesh, gas: Gas, lineCount: number): FlowSolver {
  const nodes = mesh.nodeVertex.length;
  const heavier = density(gas) - density('air');
  const n = nodes + lineCount;
  const pairs: [number, number][] = [
    ...mesh.stretches.map((s): [number, number] => [s.a, s.b]),
    ...mesh.feeds.map((f): [number, number] => [f.node, nodes + Math.max(0, f.line)]),
  ];
  const lu: SparseLU = sparseLU(n, pairs);
  const [laws, airLaws] = [mesh.openings.map((o) => openingLaws(o, gas)), mesh.openings.map((o) => openingLaws(o, 'air'))];
  const hoses = mesh.feeds.map((f): [number, number] => {
    const A = (Math.PI / 4) * f.hose.bore ** 2;
    const end = (Math.PI / 4) * f.bore ** 2 * f.holes;
    return [
      (32 * viscosity(gas) * Math.max(0.05, f.hose.length)) / (f.hose.bore ** 2 * A),
      density(gas) * (0.75 / A ** 2 + 0.5 / (CD * end) ** 2),
    ];
  });
  const state: FlowState = {
    pressure: new Float64Array(n),
    stretch: new Float64Array(mesh.stretches.length),
    opening: new Float64Array(mesh.openings.length),
    seep: new Float64Array(mesh.openings.length),
    feed: new Float64Array(mesh.feeds.length),
  };
  const residual = new Float64Array(n);
  const heads = new Float64Array(mesh.stretches.length);

  const solve = (air: Float64Array, lines: readonly number[]): FlowState => {
    const p = state.pressure;
    for (const [i, s] of mesh.stretches.entries()) {
      let head = 0;
      for (let e = s.edges[0]; e < s.edges[1]; e++) {
        const [a, b] = [mesh.from[e] as number, mesh.to[e] as number];
        head +=
          heavier * (1 - ((air[a] as number) + (air[b] as number)) / 2) * G * ((mesh.height[b] as number) - (mesh.height[a] as number));
      }
      heads[i] = head;
    }
    for (let iteration = 0; iteration < 60; iteration++) {
      lu.values.fill(0);
      residual.fill(0);
      const link = (pair: number, a: number, b: number, q: number, slope: number) => {
        (residual[a] as number) -= q;
        (residual[b] as number) += q;
        (lu.values[a] as number) += slope;
        (lu.values[b] as number) += slope;
        const k = lu.at[pair] as number;
        (lu.values[k] as number) -= slope;
        (lu.values[lu.swapped[pair] ? k - 1 : k + 1] as number) -= slope;
      };
      for (const [i, s] of mesh.stretches.entries()) {
        const slope = 1 / s.resistance;
        const q = ((p[s.a] as number) - (p[s.b] as number) - (heads[i] as number)) * slope;
        state.stretch[i] = q;
        link(i, s.a, s.b, q, slope);
      }
      for (const [i, f] of mesh.feeds.entries()) {
        const [a1, a2] = hoses[i] as [number, number];
        const line = nodes + Math.max(0, f.line);
        const [q, slope] = through((p[line] as number) - (p[f.node] as number), a1, a2);
        state.feed[i] = q;
        link(mesh.stretches.length + i, line, f.node, q, slope);
      }
      for (const [i, o] of mesh.openings.entries()) {
        const outside = (p[o.node] as number) - heavier * (1 - (air[o.vertex] as number)) * G * o.above;
        // What leaves is at first air, later gas; what comes in is air.
        const share = outside < 0 ? 1 : (air[o.vertex] as number);
        const [law, airLaw] = [laws[i] as [number, number], airLaws[i] as [number, number]];
        const [a1, a2] = [law[0] + share * (airLaw[0] - law[0]), law[1] + share * (airLaw[1] - law[1])];
        let [q, slope] = through(outside, a1, a2);
        state.seep[i] = 0;
        if (o.kind === 'joint' && o.slot === null && outside > 0) {
          state.seep[i] = q;
          [q, slope] = [0, slope * 1e-6];
        }
        state.opening[i] = q;
        (residual[o.node] as number) -= q;
        (lu.values[o.node] as number) += slope;
      }
      let flowing = 1e-12;
      for (let l = 0; l < lineCount; l++) {
        (residual[nodes + l] as number) += lines[l] ?? 0;
        flowing += lines[l] ?? 0;
        if (lu.values[nodes + l] === 0) lu.values[nodes + l] = 1;
      }
      // A node that nothing leaves would make the matrix singular: a whisper to ambient holds it.
      for (let i = 0; i < n; i++) {
        (lu.values[i] as number) += 1e-16;
        (residual[i] as number) -= 1e-16 * (p[i] as number);
      }
      let worst = 0;
      for (let i = 0; i < n; i++) worst = Math.max(worst, Math.abs(residual[i] as number));
      if (worst < 1e-9 * flowing) break;
      lu.factor();
      lu.solve(residual);
      for (let i = 0; i < n; i++) (p[i] as number) += residual[i] as number;
    }
    return state;
  };
  return { solve, state };
}
