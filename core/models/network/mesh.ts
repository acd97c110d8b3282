/**
 * The purged spaces as a graph of small volumes: vertices that hold gas, edges that pass it on. Typed arrays,
 * SI units. `nodes` are the ends of stretches (where parts meet, tees, dams); every stretch is a chain of vertices.
 */
import { along, section, turnWhole, type Pipe } from '../../basics/spool';
import { bore } from '../../basics/sizes';
import type { Setup } from '../setup';
import type { Spaces } from './space';

export type Opening = {
  id: string;
  vertex: number;
  node: number;
  area: number;
  /** along the way out, m: the thickness of a dam, the wall at a gap */
  depth: number;
  /** width of a slot, or null for a round hole */
  slot: number | null;
  /** height of the opening above its node, m */
  above: number;
  kind: 'vent' | 'joint' | 'pinhole';
};

export type Feed = {
  id: string;
  vertex: number;
  node: number;
  line: number;
  kind: 'open' | 'diffuser' | 'ring';
  bore: number;
  holes: number;
  hose: { length: number; bore: number };
  /** bore of the tube it blows into, m */
  tube: number;
  /** is the tube there upright: sine of its slope */
  slope: number;
  /** edges within reach of its jet, with the distances of their ends from it */
  reach: { edge: number; near: number; far: number }[];
};

export type Mesh = {
  count: number;
  volume: Float64Array;
  height: Float64Array;
  /** for the drawing: which part a vertex belongs to, and where it is before the whole is turned */
  part: string[];
  place: (readonly [number, number, number])[];
  from: Int32Array;
  to: Int32Array;
  length: Float64Array;
  area: Float64Array;
  /** hydraulic diameter */
  bore: Float64Array;
  /** sine of the slope, from `from` to `to`, up is positive */
  slope: Float64Array;
  stretch: Int32Array;
  /** for the drawing: the pipe of the layout an edge lies on, and from where to where along it, m */
  pipe: Int32Array;
  span: Float64Array;
  /** ends of the half-bore window over which an edge's gradient is taken, and its length */
  window: { a: Int32Array; b: Int32Array; length: Float64Array };
  stretches: { a: number; b: number; resistance: number; edges: [number, number] }[];
  nodeVertex: Int32Array;
  nodeIndex: Map<string, number>;
  feeds: Feed[];
  openings: Opening[];
  joint: number;
  /** vertex of every joint by the part whose a-end it is */
  joints: Map<string, number>;
  /** m³ by part */
  volumes: Map<string, number>;
  total: number;
};

/** Leak of a taped joint: as a round hole of this diameter, m. An assumption; tape is not measured anywhere. */
export const TAPE_HOLE = 0.3e-3;
const DAM_DEPTH = 5e-3;
/** Bores a jet can stir at the most: the upper end of its band. */
const JET_REACH = 18;
const VISCOSITY = 2.23e-5; // Pa s, argon at 20 °C, from memory

const dia = (p: Pipe, s: number): number => p.boreFrom + ((p.boreTo - p.boreFrom) * s) / (p.length || 1);

/** @param cells about how many edges the whole is cut into; every stretch gets at least one (two when fine) */
export function meshOf(setup: Setup, spaces: Spaces, cells: number): Mesh {
  const { stretches } = spaces;
  const totalLength = stretches.reduce((s, x) => s + x.s1 - x.s0, 0);
  const least = cells >= 300 ? 2 : 1;
  const nodeIndex = new Map<string, number>();
  const nodeVertex: number[] = [];
  const volume: number[] = [];
  const height: number[] = [];
  const part: string[] = [];
  const place: Mesh['place'] = [];
  const vertex = (p: Pipe, s: number): number => {
    const at = along(p.points, p.length, s);
    place.push(at);
    part.push(p.part);
    height.push(turnWhole(at, setup.tilt, setup.roll)[1]);
    return volume.push(0) - 1;
  };
  const nodeOf = (name: string, p: Pipe, s: number): number => {
    const known = nodeIndex.get(name);
    if (known !== undefined) return known;
    nodeIndex.set(name, nodeVertex.length);
    return nodeVertex.push(vertex(p, s)) - 1;
  };
  const from: number[] = [];
  const to: number[] = [];
  const length: number[] = [];
  const area: number[] = [];
  const bores: number[] = [];
  const slope: number[] = [];
  const of: number[] = [];
  const pipes: number[] = [];
  const span: number[] = [];
  const outStretches: Mesh['stretches'] = [];
  const volumes = new Map<string, number>();
  for (const [index, { pipe, s0, s1, a, b }] of stretches.entries()) {
    const n = Math.max(least, Math.round((cells * (s1 - s0)) / totalLength));
    const [na, nb] = [nodeOf(a, pipe, s0), nodeOf(b, pipe, s1)];
    const first = from.length;
    let resistance = 0;
    let last = nodeVertex[na] as number;
    for (let i = 0; i < n; i++) {
      const [x0, x1] = [s0 + ((s1 - s0) * i) / n, s0 + ((s1 - s0) * (i + 1)) / n];
      const next = i === n - 1 ? (nodeVertex[nb] as number) : vertex(pipe, x1);
      const d = dia(pipe, (x0 + x1) / 2);
      const A = section(pipe, d);
      const hydraulic = pipe.jacket === undefined ? d : d - pipe.jacket;
      const len = x1 - x0;
      from.push(last);
      to.push(next);
      length.push(len);
      area.push(A);
      bores.push(hydraulic);
      slope.push(((height[next] as number) - (height[last] as number)) / len);
      of.push(index);
      pipes.push(spaces.layout.pipes.indexOf(pipe));
      span.push(x0, x1);
      (volume[last] as number) += (A * len) / 2;
      (volume[next] as number) += (A * len) / 2;
      volumes.set(pipe.part, (volumes.get(pipe.part) ?? 0) + A * len);
      resistance += (32 * VISCOSITY * len) / (hydraulic ** 2 * A);
      last = next;
    }
    outStretches.push({ a: na, b: nb, resistance, edges: [first, from.length] });
  }
  const graph = { from, to, length, count: volume.length };
  const touching = neighboursOf(graph);
  const nodeAt = (name: string) => nodeIndex.get(name) as number;
  const rise = (node: string, h: 'low' | 'middle' | 'high'): number => {
    // Across the face of a dam: nothing on an upright tube, half a bore on a level one.
    const [e] = touching[nodeVertex[nodeAt(node)] as number] ?? [];
    if (e === undefined) return 0;
    const level = Math.sqrt(Math.max(0, 1 - Math.min(1, Math.abs(slope[e] as number)) ** 2));
    return (h === 'high' ? 0.4 : h === 'low' ? -0.4 : 0) * (bores[e] as number) * level;
  };

  const feeds = spaces.inlets.map(({ item, node }): Feed => {
    const v = nodeVertex[nodeAt(node)] as number;
    const [e] = touching[v] ?? [];
    const tube = e === undefined ? 0.05 : (bores[e] as number);
    return {
      id: item.id,
      vertex: v,
      node: nodeAt(node),
      line: setup.lines.findIndex((l) => l.id === item.line),
      kind: item.kind,
      bore: item.bore,
      holes: item.kind === 'ring' ? item.holes : 1,
      hose: item.hose,
      tube,
      slope: e === undefined ? 0 : Math.min(1, Math.abs(slope[e] as number)),
      reach: reachOf(graph, touching, v, JET_REACH * tube),
    };
  });
  const openings: Opening[] = spaces.vents.map(({ item, node }) => ({
    id: item.id,
    vertex: nodeVertex[nodeAt(node)] as number,
    node: nodeAt(node),
    area: (Math.PI / 4) * item.bore ** 2,
    depth: DAM_DEPTH,
    slot: null,
    above: rise(node, item.height),
    kind: 'vent',
  }));
  for (const { item, node } of spaces.dams)
    if (item.pinhole !== null)
      openings.push({
        id: item.id,
        vertex: nodeVertex[nodeAt(node)] as number,
        node: nodeAt(node),
        area: (Math.PI / 4) * item.pinhole ** 2,
        depth: DAM_DEPTH,
        slot: null,
        above: 0,
        kind: 'pinhole',
      });
  const parts = new Map(setup.parts.map((p) => [p.id, p]));
  for (const { part: id, node } of spaces.joints) {
    const { state, gap } = setup.joints[id] ?? { state: 'taped', gap: 0 };
    const size = parts.get(id)?.size;
    if (state === 'welded' || !size) continue;
    const open = state === 'open' && gap > 0;
    openings.push({
      id,
      vertex: nodeVertex[nodeAt(node)] as number,
      node: nodeAt(node),
      area: open ? Math.PI * bore(size) * gap : (Math.PI / 4) * TAPE_HOLE ** 2,
      depth: size.wall,
      slot: open ? gap : null,
      above: 0,
      kind: 'joint',
    });
  }
  return {
    count: volume.length,
    volume: Float64Array.from(volume),
    height: Float64Array.from(height),
    part,
    place,
    from: Int32Array.from(from),
    to: Int32Array.from(to),
    length: Float64Array.from(length),
    area: Float64Array.from(area),
    bore: Float64Array.from(bores),
    slope: Float64Array.from(slope),
    stretch: Int32Array.from(of),
    pipe: Int32Array.from(pipes),
    span: Float64Array.from(span),
    window: windowsOf(graph, touching, bores),
    stretches: outStretches,
    nodeVertex: Int32Array.from(nodeVertex),
    nodeIndex,
    feeds,
    openings,
    joint: spaces.joint === null ? -1 : (nodeVertex[nodeIndex.get(spaces.joint) ?? -1] ?? -1),
    joints: new Map(spaces.joints.map((j) => [j.part, nodeVertex[nodeAt(j.node)] as number])),
    volumes,
    total: volume.reduce((s, v) => s + v, 0),
  };
}

/**
 * A bare chain of volumes from a feed at its first to an opening at its last: layers of a fat body, tanks in series, the
 * channels of textbook solutions. Level, so that weight moves nothing; its opening is a thin pipe that lets nothing back.
 * @param volume m³ of n vertices @param area m² and @param length m of the n - 1 edges between them
 */
export function chainMesh(volume: Float64Array, area: Float64Array, length: Float64Array): Mesh {
  const n = volume.length;
  const edges = n - 1;
  const bore = Float64Array.from(area, (a) => Math.sqrt((4 * a) / Math.PI));
  return {
    count: n,
    volume,
    height: new Float64Array(n),
    part: [],
    place: [],
    from: Int32Array.from({ length: edges }, (_, i) => i),
    to: Int32Array.from({ length: edges }, (_, i) => i + 1),
    length,
    area,
    bore,
    slope: new Float64Array(edges),
    stretch: new Int32Array(edges),
    pipe: new Int32Array(edges),
    span: new Float64Array(2 * edges),
    window: { a: Int32Array.from({ length: edges }, (_, i) => i), b: Int32Array.from({ length: edges }, (_, i) => i + 1), length },
    stretches: [{ a: 0, b: 1, resistance: 1e-3, edges: [0, edges] }],
    nodeVertex: Int32Array.from([0, n - 1]),
    nodeIndex: new Map(),
    feeds: [
      {
        id: 'in',
        vertex: 0,
        node: 0,
        line: 0,
        kind: 'diffuser',
        bore: 0.01,
        holes: 1,
        hose: { length: 1, bore: 0.01 },
        tube: 0.01,
        slope: 0,
        reach: [],
      },
    ],
    openings: [{ id: 'out', vertex: n - 1, node: 1, area: 1e-5, depth: 0.1, slot: null, above: 0, kind: 'vent' }],
    joint: n - 1,
    joints: new Map(),
    volumes: new Map(),
    total: volume.reduce((s, v) => s + v, 0),
  };
}

type Graph = { from: number[]; to: number[]; length: number[]; count: number };

function neighboursOf({ from, to, count }: Graph): number[][] {
  const out: number[][] = Array.from({ length: count }, () => []);
  for (let e = 0; e < from.length; e++) {
    out[from[e] as number]?.push(e);
    out[to[e] as number]?.push(e);
  }
  return out;
}

/** Edges within a distance of a vertex, nearest first (Dijkstra on what is almost a chain). */
function reachOf({ from, to, length }: Graph, touching: number[][], start: number, most: number): Feed['reach'] {
  const distance = new Map([[start, 0]]);
  const todo = [start];
  while (todo.length) {
    const v = todo.shift() as number;
    const d = distance.get(v) as number;
    if (d > most) continue;
    for (const e of touching[v] ?? []) {
      const w = from[e] === v ? (to[e] as number) : (from[e] as number);
      const next = d + (length[e] as number);
      if (next < (distance.get(w) ?? Infinity)) {
        distance.set(w, next);
        todo.push(w);
      }
    }
  }
  const out: Feed['reach'] = [];
  for (let e = 0; e < from.length; e++) {
    const [a, b] = [distance.get(from[e] as number), distance.get(to[e] as number)];
    if (a === undefined || b === undefined) continue;
    const near = Math.min(a, b);
    if (near < most) out.push({ edge: e, near, far: near + (length[e] as number) });
  }
  return out.sort((x, y) => x.near - y.near);
}

/** For every edge the vertices half a bore to either side of its middle, as far as the chain goes on unbranched. */
function windowsOf({ from, to, length }: Graph, touching: number[][], bores: number[]): Mesh['window'] {
  const n = from.length;
  const [a, b, long] = [new Int32Array(n), new Int32Array(n), new Float64Array(n)];
  for (let e = 0; e < n; e++) {
    const half = (bores[e] as number) / 2;
    const walk = (v: number): [number, number] => {
      let [edge, at, d] = [e, v, (length[e] as number) / 2];
      while (d < half) {
        const on = touching[at] as number[];
        if (on.length !== 2) break;
        edge = on[0] === edge ? (on[1] as number) : (on[0] as number);
        at = from[edge] === at ? (to[edge] as number) : (from[edge] as number);
        d += length[edge] as number;
      }
      return [at, d];
    };
    const [va, da] = walk(from[e] as number);
    const [vb, db] = walk(to[e] as number);
    a[e] = va;
    b[e] = vb;
    long[e] = da + db;
  }
  return { a, b, length: long };
}
