/**
 * The Side view as geometry: the spool turned as it lies, gravity down, long straights squeezed in their middle, what
 * points at the eye drawn aslant. Everything a pointer or a key does on the drawing is read back through here.
 */
import { bore } from '../../basics/sizes';
import { along, isStraight, layOut, turnWhole, type Part, type Pipe, type Port, type Vec } from '../../basics/spool';
import type { Setup } from '../setup';

export type Spot = { x: number; y: number };
export type Ray = Spot & { /** unit vector along the tube as drawn */ dx: number; dy: number };

/** The spool alone: what lies still while dams, hoses and vents are moved along it. */
export type BareScene = {
  width: number;
  height: number;
  /** drawn units for each metre of bore */
  scale: number;
  pipes: { index: number; part: string; points: Spot[]; outer: number; inner: number; jacket: boolean }[];
  /** a place on pipe `index`, metres along it, and the direction there */
  at: (index: number, s: number) => Ray;
  free: ({ part: string; port: Port } & Ray)[];
  /** the nearest place on a straight part */
  nearest: (x: number, y: number) => { part: string; at: number; distance: number } | null;
  middle: (part: string) => Spot | null;
  /** where a part ends, looking out of it */
  endOf: (part: string, port: Port) => Ray | null;
  /** number of the pipe that draws a part, -1 for none; and its length, m */
  pipeOf: (part: string) => number;
  lengthOf: (index: number) => number;
  boreOf: (part: string) => number;
};

export type SideScene = BareScene & {
  joints: ({ part: string; bore: number } & Ray)[];
  dams: ({ id: string; bore: number } & Ray)[];
  /** where an inlet or a vent sits: on the face of a dam, a cap, the end of a jacket; out is away from the joint */
  seat: (on: string, height: 'low' | 'middle' | 'high') => (Ray & { bore: number }) | null;
  /** every place an inlet or vent could sit */
  seats: string[];
};

/** Length as drawn, m: true near both ends, squeezed by logarithm in the middle. */
export const squeezed = (length: number, unit: number): number => 2 * unit * Math.log1p(length / 2 / unit);
const squeezeAt = (s: number, length: number, unit: number): number =>
  s <= length / 2 ? unit * Math.log1p(s / unit) : squeezed(length, unit) - unit * Math.log1p((length - s) / unit);
/** The inverse: metres along the part from metres as drawn. */
export function unsqueezed(drawn: number, length: number, unit: number): number {
  const whole = squeezed(length, unit);
  const d = Math.max(0, Math.min(whole, drawn));
  return d <= whole / 2 ? unit * Math.expm1(d / unit) : length - unit * Math.expm1((whole - d) / unit);
}

const ASLANT = 0.35;

/** The room a spool is drawn in, drawn units: margins leave room for words. */
export type Frame = {
  width: number;
  /** its height at the most; a flat spool gets a flatter picture, unless it keeps the whole */
  tallest: number;
  x: number;
  top: number;
  bottom: number;
  /** a bore is drawn no wider than this */
  thickest: number;
  whole: boolean;
};
/** Room on every side alike, in a picture no taller than its spool. */
export const snug = (width: number, tallest: number, x: number, y: number): Frame => ({
  ...{ width, tallest, x, top: y, bottom: y },
  thickest: 84,
  whole: false,
});
const project = (p: Vec, s: Pick<Setup, 'tilt' | 'roll'>): Spot => {
  const [x, y, z] = turnWhole(p, s.tilt, s.roll);
  return { x: x - ASLANT * z, y: -y + ASLANT * z };
};

/** Grey of a place by its oxygen, 0 (air) to 1 (at or below the limit), by the logarithm: an achromatic ramp. */
export const airShade = (ppm: number, limit: number): number =>
  Math.max(0, Math.min(1, Math.log(209_500 / Math.max(ppm, 1)) / Math.log(209_500 / limit)));

export function bareScene(setup: Pick<Setup, 'parts' | 'tilt' | 'roll'>, frame: Frame): BareScene {
  const { width, tallest, x: left, top, bottom } = frame;
  const unitOf = (p: Part) => Math.max(0.03, 0.7 * bore(p.size));
  const byId = new Map(setup.parts.map((p) => [p.id, p]));
  const lengthOf = (p: Part | undefined): number => (p && 'length' in p ? p.length : 0);
  const drawn = setup.parts.map((p): Part => {
    if (p.kind === 'straight') return { ...p, length: squeezed(p.length, unitOf(p)) };
    if (p.kind === 'jacket') {
      const inside = byId.get(p.around);
      if (!inside) return p;
      return { ...p, from: squeezeAt(p.from, lengthOf(inside), unitOf(inside)), to: squeezeAt(p.to, lengthOf(inside), unitOf(inside)) };
    }
    return p;
  });
  const layout = layOut(drawn);
  const flat = layout.pipes.map((pipe) => pipe.points.map((p) => project(p, setup)));
  const all = flat.flat();
  const [x0, x1] = [Math.min(...all.map((p) => p.x)), Math.max(...all.map((p) => p.x))];
  const [y0, y1] = [Math.min(...all.map((p) => p.y)), Math.max(...all.map((p) => p.y))];
  const widest = Math.max(...layout.pipes.map((p) => Math.max(p.boreFrom, p.boreTo)), 1e-3);
  const scale = Math.min(
    (width - 2 * left) / Math.max(x1 - x0 + widest, 1e-3),
    (tallest - top - bottom) / Math.max(y1 - y0 + widest, 1e-3),
    frame.thickest / widest,
  );
  const height = frame.whole ? tallest : Math.max(0.55 * tallest, (y1 - y0 + widest) * scale + top + bottom);
  const middleOf = (top + height - bottom) / 2;
  const fit = (p: Spot): Spot => ({ x: width / 2 + (p.x - (x0 + x1) / 2) * scale, y: middleOf + (p.y - (y0 + y1) / 2) * scale });
  const seen = (p: Vec): Spot => fit(project(p, setup));

  const drawnS = (pipe: Pipe, s: number): number => {
    const p = byId.get(pipe.part);
    return p?.kind === 'straight' ? squeezeAt(s, p.length, unitOf(p)) : s;
  };
  const at = (index: number, s: number): Ray => {
    const pipe = layout.pipes[index] as Pipe;
    const d = drawnS(pipe, s);
    const step = pipe.length * 0.02;
    const [a, b] = [seen(along(pipe.points, pipe.length, d - step)), seen(along(pipe.points, pipe.length, d + step))];
    const l = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    return { ...seen(along(pipe.points, pipe.length, d)), dx: (b.x - a.x) / l, dy: (b.y - a.y) / l };
  };
  const endRay = (part: string, port: Port): Ray | null => {
    const end = layout.ends.get(part)?.[port];
    if (!end) return null;
    const [a, b] = [seen(end.at), seen([end.at[0] + end.out[0] * 0.05, end.at[1] + end.out[1] * 0.05, end.at[2] + end.out[2] * 0.05])];
    const l = Math.hypot(b.x - a.x, b.y - a.y) || 1;
    return { ...a, dx: (b.x - a.x) / l, dy: (b.y - a.y) / l };
  };
  const boreAt = (part: string) => bore(byId.get(part)?.size ?? { series: 'pipe', nominal: '', schedule: null, od: 0.05, wall: 0.002 });
  const pipeOf = (part: string) => layout.pipes.findIndex((p) => p.part === part);

  const straights = setup.parts.filter((p) => isStraight(p) && pipeOf(p.id) >= 0);
  return {
    width,
    height,
    scale,
    pipes: layout.pipes.map((pipe, index) => ({
      index,
      part: pipe.part,
      points: (flat[index] as Spot[]).map(fit),
      outer: (pipe.boreFrom + 2 * (byId.get(pipe.part)?.size.wall ?? 0)) * scale,
      inner: ((pipe.boreFrom + pipe.boreTo) / 2) * scale,
      jacket: pipe.jacket !== undefined,
    })),
    at,
    free: layout.free.flatMap(({ part, port }) => {
      const ray = endRay(part, port);
      return ray ? [{ part, port, ...ray }] : [];
    }),
    endOf: endRay,
    pipeOf,
    lengthOf: (index) => layout.pipes[index]?.length ?? 0,
    boreOf: boreAt,
    nearest(x, y) {
      let best: ReturnType<BareScene['nearest']> = null;
      for (const p of straights) {
        const index = pipeOf(p.id);
        const [a, b] = [at(index, 0), at(index, lengthOf(p))];
        const l2 = (b.x - a.x) ** 2 + (b.y - a.y) ** 2 || 1;
        const t = Math.max(0, Math.min(1, ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / l2));
        const distance = Math.hypot(x - a.x - t * (b.x - a.x), y - a.y - t * (b.y - a.y));
        const s = p.kind === 'straight' ? unsqueezed(t * squeezed(p.length, unitOf(p)), p.length, unitOf(p)) : t * lengthOf(p);
        if (!best || distance < best.distance) best = { part: p.id, at: s, distance };
      }
      return best;
    },
    middle(part) {
      const index = pipeOf(part);
      const pipe = layout.pipes[index];
      if (!pipe) return null;
      const p = byId.get(part);
      return at(index, (p?.kind === 'straight' ? p.length : pipe.length) / 2);
    },
  };
}

/** The spool with what closes and feeds it. */
export function withOpenings(bare: BareScene, setup: Setup): SideScene {
  const byId = new Map(setup.parts.map((p) => [p.id, p]));
  const dams = setup.dams.flatMap((d) => {
    const index = bare.pipeOf(d.part);
    if (index < 0) return [];
    const ray = typeof d.at === 'number' ? bare.at(index, d.at) : bare.endOf(d.part, d.at);
    const p = byId.get(d.part);
    const wide = typeof d.at === 'string' && d.at === 'c' && p && 'branch' in p ? bore(p.branch) : bare.boreOf(d.part);
    return ray ? [{ id: d.id, bore: wide, ...ray }] : [];
  });
  // Which way is out at a dam: away from the joint along its part, or the way the end looks.
  const joint = byId.get(setup.joint ?? '');
  const jointSpot = joint ? bare.endOf(joint.id, 'a') : null;
  const outward = (ray: Ray): Ray => {
    if (!jointSpot) return ray;
    const towards = (jointSpot.x - ray.x) * ray.dx + (jointSpot.y - ray.y) * ray.dy > 0;
    return towards ? { ...ray, dx: -ray.dx, dy: -ray.dy } : ray;
  };
  const face = (ray: Ray & { bore: number }, height: 'low' | 'middle' | 'high'): Ray & { bore: number } => {
    // Low and high are across the face, as far as the face stands upright in the picture.
    const up = { x: Math.abs(ray.dx) < 1e-6 ? 1 : -ray.dy * Math.sign(ray.dx), y: Math.abs(ray.dx) < 1e-6 ? 0 : Math.abs(ray.dx) };
    const k = (height === 'high' ? -1 : height === 'low' ? 1 : 0) * 0.33 * ray.bore * bare.scale;
    return { ...ray, x: ray.x + up.x * k, y: ray.y + up.y * k };
  };
  const seat: SideScene['seat'] = (on, height) => {
    const dam = dams.find((d) => d.id === on);
    if (dam) {
      const item = setup.dams.find((d) => d.id === on);
      return face(typeof item?.at === 'string' ? dam : { ...dam, ...outward(dam) }, height);
    }
    const [part = '', end] = on.split(':');
    const p = byId.get(part);
    if (p?.kind === 'cap') {
      const index = bare.pipeOf(part);
      const ray = index < 0 ? null : bare.at(index, bare.lengthOf(index));
      return ray && face({ ...ray, bore: bare.boreOf(part) }, height);
    }
    if (p?.kind === 'jacket' && (end === 'a' || end === 'b')) {
      const ray = bare.endOf(part, end);
      if (!ray) return null;
      // A nozzle in the wall of the shell, at its foot or at its top.
      const side = height === 'low' ? 1 : -1;
      const [inside, shell] = [-16 * ray.dx, bare.boreOf(part)];
      return { x: ray.x + inside, y: ray.y + side * 0.5 * shell * bare.scale, dx: 0, dy: side, bore: shell };
    }
    return null;
  };
  return {
    ...bare,
    joints: setup.parts.flatMap((p) => {
      const ray = p.on && p.kind !== 'cap' ? bare.endOf(p.id, 'a') : null;
      return ray ? [{ part: p.id, bore: bare.boreOf(p.id), ...ray }] : [];
    }),
    dams,
    seat,
    seats: [
      ...dams.map((d) => d.id),
      ...setup.parts.flatMap((p) => (p.kind === 'cap' ? [p.id] : p.kind === 'jacket' ? [`${p.id}:a`, `${p.id}:b`] : [])),
    ],
  };
}

export const sideScene = (setup: Setup, frame: Frame): SideScene => withOpenings(bareScene(setup, frame), setup);
