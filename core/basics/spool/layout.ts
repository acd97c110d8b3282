/**
 * Where every part of a spool lies: ends, directions and heights, from the parts as they are snapped together.
 * x runs to the right of the Side view, y up, z towards the eye, in metres.
 */
import { bore } from '../sizes';
import { elbowLength, portsOf, sizeAt, type Part, type Port, type Turn } from './parts';

export type Vec = readonly [number, number, number];
export const add = (a: Vec, b: Vec, k = 1): Vec => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]];
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const scale = (a: Vec, k: number): Vec => [a[0] * k, a[1] * k, a[2] * k];
const unit = (a: Vec): Vec => scale(a, 1 / (Math.hypot(...a) || 1));

const turns: Record<Turn, Vec> = { up: [0, 1, 0], down: [0, -1, 0], left: [-1, 0, 0], right: [1, 0, 0], near: [0, 0, 1], far: [0, 0, -1] };

/** One end of a part in space: where it is and which way one looks when leaving the part through it. */
export type End = { at: Vec; out: Vec };

/** A run of centre line inside a part: a polyline, its bore at both ends, and the ends of the part it joins ("o" is the centre of a tee). */
export type Pipe = {
  part: string;
  from: Port | 'o';
  to: Port | 'o' | 'end';
  points: Vec[];
  length: number;
  boreFrom: number;
  boreTo: number;
  jacket?: number;
};

export type Fault = { at: string; port?: Port; text: string };

export type Layout = {
  /** by part id; a part whose parent is missing has no place */
  ends: Map<string, Partial<Record<Port, End>>>;
  pipes: Pipe[];
  /** free ends: no part sits on them */
  free: { part: string; port: Port }[];
  faults: Fault[];
  /** extent of the centre line */
  low: Vec;
  high: Vec;
};

/** A wanted turn made square to the way the tube runs; null when the tube runs that way already. */
function square(turn: Turn, along: Vec): Vec | null {
  const t = turns[turn];
  const s = add(t, along, -dot(t, along));
  return Math.hypot(...s) < 0.2 ? null : unit(s);
}

const ARC_STEPS = 6;

/** Turns the whole: roll about the long axis first, then tilt in the plane of the Side view. Degrees; positive tilt brings the right end down. */
export function turnWhole(p: Vec, tilt: number, roll: number): Vec {
  const [t, r] = [(-tilt * Math.PI) / 180, (roll * Math.PI) / 180];
  const [x, y, z] = [p[0], p[1] * Math.cos(r) - p[2] * Math.sin(r), p[1] * Math.sin(r) + p[2] * Math.cos(r)];
  return [x * Math.cos(t) - y * Math.sin(t), x * Math.sin(t) + y * Math.cos(t), z];
}

/**
 * Lays the parts out one after the other.
 * @returns every end in space, the centre lines, the free ends, and what does not fit, named at its part
 */
export function layOut(parts: readonly Part[]): Layout {
  const byId = new Map<string, Part>();
  const ends: Layout['ends'] = new Map();
  const taken = new Set<string>();
  const pipes: Pipe[] = [];
  const faults: Fault[] = [];
  const say = (at: string, text: string, port?: Port) => faults.push(port ? { at, port, text } : { at, text });
  let roots = 0;

  for (const p of parts) {
    if (byId.has(p.id)) say(p.id, 'Two parts have the same name.');
    byId.set(p.id, p);
    if (p.kind === 'jacket') {
      layJacket(p, byId.get(p.around), ends, pipes, say);
      continue;
    }
    let start: End = { at: [0, 0, 0], out: [1, 0, 0] };
    if (p.on) {
      const parent = byId.get(p.on.part);
      const seat = ends.get(p.on.part)?.[p.on.port];
      if (!parent || !seat) {
        say(p.id, 'This part sits on nothing. Snap it to an end.');
        continue;
      }
      const key = `${p.on.part}:${p.on.port}`;
      if (taken.has(key) || p.on.port === 'a') say(p.id, 'Another part sits on that end already.');
      taken.add(key);
      start = seat;
      const [there, here] = [sizeAt(parent, p.on.port), sizeAt(p, 'a')];
      if (Math.abs(there.od - here.od) > 5e-4) say(p.id, 'Its diameter is not that of the part before. Put a reducer between.', 'a');
    } else if (roots++ > 0) say(p.id, 'This part is not joined to the rest. Snap it to an end.');
    place(p, start, ends, pipes, say);
  }
  const free: Layout['free'] = [];
  for (const p of parts) {
    if (p.kind === 'jacket' || !ends.has(p.id)) continue;
    for (const port of portsOf(p)) {
      if (port === 'a' ? p.on === null : !taken.has(`${p.id}:${port}`)) free.push({ part: p.id, port });
    }
  }
  const all = pipes.flatMap((p) => p.points);
  const extreme = (pick: (...n: number[]) => number): Vec =>
    [0, 1, 2].map((i) => (all.length ? pick(...all.map((v) => v[i] as number)) : 0)) as unknown as Vec;
  return { ends, pipes, free, faults, low: extreme(Math.min), high: extreme(Math.max) };
}

function place(
  p: Exclude<Part, { kind: 'jacket' }>,
  { at, out }: End,
  ends: Layout['ends'],
  pipes: Pipe[],
  say: (at: string, text: string, port?: Port) => void,
): void {
  const mine: Partial<Record<Port, End>> = { a: { at, out: scale(out, -1) } };
  ends.set(p.id, mine);
  const pipe = (from: Pipe['from'], to: Pipe['to'], points: Vec[], boreFrom: number, boreTo = boreFrom, length?: number) =>
    pipes.push({
      part: p.id,
      from,
      to,
      points,
      boreFrom,
      boreTo,
      length: length ?? Math.hypot(...add(points.at(-1) as Vec, points[0] as Vec, -1)),
    });
  const b = bore(p.size);
  switch (p.kind) {
    case 'straight':
    case 'ferrule':
    case 'reducer': {
      if (p.length <= 0) say(p.id, 'This part has no length.');
      const end = add(at, out, p.length);
      mine.b = { at: end, out };
      pipe('a', 'b', [at, end], b, p.kind === 'reducer' ? bore(p.to) : b);
      return;
    }
    case 'cap':
      pipe('a', 'end', [at, add(at, out, Math.max(p.length, 1e-3))], b);
      return;
    case 'vessel': {
      if (p.volume <= 0) say(p.id, 'This vessel has no volume.');
      const long = Math.max(1e-3, p.volume / ((Math.PI / 4) * p.bore ** 2));
      const end = add(at, out, long);
      mine.b = { at: end, out };
      pipe('a', 'b', [at, end], p.bore);
      return;
    }
    case 'elbow': {
      const side = square(p.turn, out);
      if (!side) {
        say(p.id, `The tube runs ${p.turn} or against it already: choose another way to turn.`);
        mine.b = { at: add(at, out, p.reach), out };
        pipe('a', 'b', [at, add(at, out, p.reach)], b);
        return;
      }
      if (p.reach <= 0) say(p.id, 'This part has no length.');
      const angle = (p.angle * Math.PI) / 180;
      const tangent = Math.max(0, p.reach - p.radius * Math.tan(angle / 2));
      const begin = add(at, out, tangent);
      const points: Vec[] = [at];
      for (let i = 0; i <= ARC_STEPS; i++) {
        const t = (angle * i) / ARC_STEPS;
        points.push(add(add(begin, out, p.radius * Math.sin(t)), side, p.radius * (1 - Math.cos(t))));
      }
      const on = unit(add(scale(out, Math.cos(angle)), side, Math.sin(angle)));
      const end = add(points.at(-1) as Vec, on, tangent);
      points.push(end);
      mine.b = { at: end, out: on };
      pipe('a', 'b', points, b, b, elbowLength(p));
      return;
    }
    case 'tee':
    case 'nipple': {
      const side = square(p.turn, out);
      if (!side) say(p.id, `The tube runs ${p.turn} or against it already: choose another way for the branch.`);
      const sideways: Vec = side ?? square('up', out) ?? square('near', out) ?? turns.up;
      if (p.reach <= 0 || p.side <= 0) say(p.id, 'This part has no length.');
      const branch = bore(p.branch);
      const byBranch = p.kind === 'tee' && p.enter === 'branch';
      const centre = add(at, out, byBranch ? p.side : p.reach);
      pipe('a', 'o', [at, centre], byBranch ? branch : b);
      const [onB, onC] = byBranch ? [sideways, scale(sideways, -1)] : [out, sideways];
      const [endB, endC] = [add(centre, onB, p.reach), add(centre, onC, byBranch ? p.reach : p.side)];
      mine.b = { at: endB, out: onB };
      mine.c = { at: endC, out: onC };
      pipe('o', 'b', [centre, endB], b);
      pipe('o', 'c', [centre, endC], byBranch ? b : branch);
    }
  }
}

function layJacket(
  p: Extract<Part, { kind: 'jacket' }>,
  around: Part | undefined,
  ends: Layout['ends'],
  pipes: Pipe[],
  say: (at: string, text: string) => void,
): void {
  const seat = around && ends.get(around.id)?.a;
  if (!around || !seat || around.kind !== 'straight') {
    say(p.id, 'A jacket goes around a straight part.');
    return;
  }
  if (p.to - p.from <= 0) say(p.id, 'This jacket has no length.');
  if (p.to > around.length + 1e-9) say(p.id, 'The jacket is longer than the part inside it.');
  const shell = bore(p.size);
  if (shell <= around.size.od) say(p.id, 'The shell does not go around the tube inside it.');
  const along = scale(seat.out, -1);
  const [a, b] = [add(seat.at, along, p.from), add(seat.at, along, Math.max(p.to, p.from + 1e-3))];
  ends.set(p.id, { a: { at: a, out: seat.out }, b: { at: b, out: along } });
  pipes.push({
    part: p.id,
    from: 'a',
    to: 'b',
    points: [a, b],
    length: Math.max(p.to - p.from, 1e-3),
    boreFrom: shell,
    boreTo: shell,
    jacket: around.size.od,
  });
}

/** Point on a polyline at a distance along it. */
export function along(points: readonly Vec[], length: number, at: number): Vec {
  const total = points.slice(1).reduce((s, p, i) => s + Math.hypot(...add(p, points[i] as Vec, -1)), 0);
  let left = (Math.max(0, Math.min(at, length)) / (length || 1)) * total;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1] as Vec, points[i] as Vec];
    const d = Math.hypot(...add(b, a, -1));
    if (left <= d || i === points.length - 1) return add(a, add(b, a, -1), d ? Math.min(1, left / d) : 0);
    left -= d;
  }
  return points[0] ?? [0, 0, 0];
}

/** Inside cross-section of a pipe at a bore, m²: an annulus in a jacket. */
export const section = (p: Pipe, b: number): number => (Math.PI / 4) * (b ** 2 - (p.jacket ?? 0) ** 2);

/** Inside volume of a pipe, m³: a frustum where the bore changes. */
export const pipeVolume = (p: Pipe): number =>
  p.jacket === undefined
    ? (Math.PI / 12) * p.length * (p.boreFrom ** 2 + p.boreFrom * p.boreTo + p.boreTo ** 2)
    : section(p, p.boreFrom) * p.length;
