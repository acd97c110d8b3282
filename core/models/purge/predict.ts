/**
 * One run of the model for a set-up: oxygen over time at the joint, at the vents and everywhere, with what is uncertain
 * given as numbers. The network, the short fat body and the blend between them meet here and nowhere else.
 */
import { AIR_OXYGEN_PPM, settles } from '../../basics/gases';
import { isStraight } from '../../basics/spool';
import { leakFloor } from '../network';
import { fatness, fatTime, fillsInLayers, topLag, TRAPS_BELOW, type FatBody } from '../network';
import { hoseBrings } from '../setup';
import { march, passes, type March } from '../network';
import { meshOf, type Mesh } from '../network';
import type { Setup } from '../setup';
import type { Spaces } from '../network';

/** What nobody knows of a purge, as numbers. */
export type Unknowns = {
  /** true flow over read flow */
  flow: number;
  /** dispersion and jet length over their nominal values */
  dispersion: number;
  jet: number;
  /** share of the gas that goes from hose to vent without mixing */
  bypass: number;
  /** air drawn in with the gas, m³/s */
  leak: number;
  /** degrees the spool lies off what was said: slope is judged by eye */
  tilt: number;
  /** true time over computed time: the error of the model itself */
  pace: number;
};
export const NOMINAL: Unknowns = { flow: 1, dispersion: 1, jet: 1, bypass: 0, leak: 0, tilt: 0, pace: 1 };

export type Curve = { times: number[]; ppm: number[] };

export type Prediction = {
  joint: Curve;
  /** the vent where the monitor sits */
  vent: Curve;
  /** s to the limit; null when the run never got there */
  times: { joint: number | null; vent: number | null; everywhere: number | null };
  /** the place that clears last, and the most oxygen anywhere when the joint reached the limit */
  last: { part: string; ppm: number } | null;
  /** was the run carried on until the last place cleared, or for as long as it was asked to? A quick look is not */
  whole: boolean;
  /** oxygen in all that enters, ppm */
  supply: number;
  mesh: Mesh;
  march: March;
  /** 0 along the tube, 1 filling in layers */
  fat: number;
  /** the vent end lies so far below that a short body traps air above it: no time can be given */
  traps: boolean;
  /** is the joint's time that of 12 o'clock, later than the vent's? */
  top: boolean;
};

export type Options = {
  cells: number;
  tolerance: number;
  unknowns?: Unknowns;
  /** keep the whole field for the drawing */
  keep?: boolean;
  /** go on until every place is at the limit, s at the most */
  untilEverywhere?: number;
  /** s the curves must reach, though the limit comes sooner */
  atLeast?: number;
  /** oxygen at the start, ppm */
  start?: number;
  cancelled?: () => boolean;
};

/** From this share of layers on a body counts as one that can trap air. */
const TRAPS_FROM = 0.25;

/** Oxygen and water in all that enters, ppm: bottle, hoses, and air drawn in. */
export function entering(setup: Setup, leak = 0): { oxygen: number; water: number } {
  let [oxygen, water, flow] = [0, 0, 0];
  for (const l of setup.lines) {
    const on = setup.inlets.filter((i) => i.line === l.id);
    if (on.length === 0 || l.flow <= 0) continue;
    for (const i of on) {
      const share = l.flow / on.length;
      const brings = hoseBrings(i.hose.material, i.hose.length, share);
      oxygen += share * brings.oxygen;
      water += share * brings.water;
      flow += share;
    }
  }
  if (flow <= 0) return { oxygen: setup.supplyPpm, water: 0 };
  return { oxygen: leakFloor(leak, flow, setup.supplyPpm + oxygen / flow), water: water / flow };
}

/** How far a run that waits for joint and vent looks ahead, s, by the time of one volume. */
export const lookAhead = (plugTime: number): number => Math.min(4 * 3600, 25 * plugTime);

/** The joint's space when it is one plain straight body: its bore and length. */
export function plainBody(setup: Setup, spaces: Spaces): { bore: number; length: number } | null {
  const own = spaces.stretches.filter((s) => spaces.spaceOf.get(s.a) === 0);
  const parts = new Map(setup.parts.map((p) => [p.id, p]));
  const touches = new Map<string, number>();
  let [length, low, high] = [0, Infinity, 0];
  for (const s of own) {
    const part = parts.get(s.pipe.part);
    if (!part || !isStraight(part)) return null;
    for (const n of [s.a, s.b]) touches.set(n, (touches.get(n) ?? 0) + 1);
    length += s.s1 - s.s0;
    low = Math.min(low, s.pipe.boreFrom);
    high = Math.max(high, s.pipe.boreFrom);
  }
  if (own.length === 0 || [...touches.values()].some((n) => n > 2) || high > 1.05 * low) return null;
  return { bore: low, length };
}

/**
 * Runs the model.
 * @param limit ppm the criterion asks for before the arc
 * @param monitor id of the vent the monitor sits at; the first of the joint's space when left out
 */
export function predict(setup: Setup, spaces: Spaces, limit: number, options: Options, monitor?: string): Prediction {
  const u = options.unknowns ?? NOMINAL;
  const mesh = meshOf(u.tilt === 0 ? setup : { ...setup, tilt: setup.tilt + u.tilt }, spaces, options.cells);
  const supply = entering(setup, u.leak).oxygen;
  const lines = setup.lines.map((l) => l.flow * u.flow * (1 - u.bypass));
  const flow = lines.reduce((s, q) => s + q, 0);
  const vents = mesh.openings.filter((o) => o.kind === 'vent');
  const own = vents.filter((o) => spaces.spaceOf.get(spaces.vents.find((v) => v.item.id === o.id)?.node ?? '') === 0);
  const seat = vents.find((o) => o.id === monitor) ?? own[0] ?? vents[0];
  const ventVertex = seat?.vertex ?? mesh.joint;
  const plugTime = mesh.total / flow;
  const m = march({
    mesh,
    gas: setup.gas,
    lines,
    supplyPpm: supply,
    start: options.start ?? AIR_OXYGEN_PPM,
    until: limit * 0.97,
    ...(options.untilEverywhere !== undefined && { everywhere: limit }),
    watch: [mesh.joint, ventVertex],
    longest: options.untilEverywhere ?? lookAhead(plugTime),
    tolerance: options.tolerance,
    mixing: { dispersion: u.dispersion, jet: u.jet },
    keep: options.keep ?? false,
    ...(options.atLeast !== undefined && { atLeast: options.atLeast }),
    ...(options.cancelled && { cancelled: options.cancelled }),
  });
  let joint: Curve = { times: m.times, ppm: m.watched[0] as number[] };
  let vent: Curve = { times: m.times, ppm: m.watched[1] as number[] };

  const body = bodyOf(setup, spaces, mesh, ventVertex, flow);
  const fat = body ? fatness(body) : 0;
  if (body && fat > 0) {
    const layers = fillsInLayers({ ...body, supplyPpm: supply }, Math.max(supply * 1.2, limit * 0.5), options.atLeast);
    [joint, vent] = [joint, vent].map((c) => blend(c, (ppm) => fatTime({ ...body, supplyPpm: supply }, layers, ppm), fat)) as [
      Curve,
      Curve,
    ];
  }
  const top = body !== null && topLag(body, 1000).weight > 0;
  if (top) joint = toTheTop(joint, vent, body);
  vent = { times: vent.times, ppm: vent.ppm.map((ppm) => (1 - u.bypass) * ppm + u.bypass * supply) };
  const paced = (c: Curve): Curve => (u.pace === 1 ? c : { times: c.times.map((t) => t * u.pace), ppm: c.ppm });
  [joint, vent] = [paced(joint), paced(vent)];
  const [jointTime, ventTime] = [passes(joint.times, joint.ppm, limit), passes(vent.times, vent.ppm, limit)];
  // Where the most oxygen is just before the last place is at the limit, or at the end when it never is.
  const cleared = m.most.findIndex((c) => c <= limit);
  const lastVertex = m.mostAt[cleared > 0 ? cleared - 1 : m.mostAt.length - 1];
  const atJoint =
    jointTime === null
      ? m.times.length - 1
      : Math.max(
          0,
          m.times.findIndex((t) => t * u.pace >= jointTime),
        );
  const everywhere = options.untilEverywhere === undefined ? null : passes(m.times, m.most, limit);
  return {
    joint,
    vent,
    times: {
      joint: jointTime,
      vent: ventTime,
      // What fills in layers has its own times: no place is clear before both ends of the story are.
      everywhere: everywhere === null ? null : Math.max(everywhere * u.pace, jointTime ?? 0, ventTime ?? 0),
    },
    last:
      lastVertex === undefined || mesh.part.length === 0 ? null : { part: mesh.part[lastVertex] as string, ppm: m.most[atJoint] as number },
    whole: options.untilEverywhere !== undefined,
    supply,
    mesh,
    march: m,
    fat,
    traps: body !== null && body.rise < -TRAPS_BELOW * body.bore && fatness({ ...body, rise: 0 }) > TRAPS_FROM,
    top,
  };
}

/** The joint's space as a body that may fill in layers; null when it is more than one plain straight. */
function bodyOf(setup: Setup, spaces: Spaces, mesh: Mesh, ventVertex: number, flow: number): Omit<FatBody, 'supplyPpm'> | null {
  const body = plainBody(setup, spaces);
  const feed = mesh.feeds.find((f) => spaces.spaceOf.get(spaces.inlets.find((i) => i.item.id === f.id)?.node ?? '') === 0);
  if (!body || !feed) return null;
  const heavy = settles(setup.gas) === 'down';
  const item = spaces.inlets.find((i) => i.item.id === feed.id)?.item;
  const up = (mesh.height[ventVertex] as number) - (mesh.height[feed.vertex] as number);
  return {
    ...body,
    flow,
    gas: setup.gas,
    rise: heavy ? up : -up,
    feedRight: item?.height === (heavy ? 'low' : 'high'),
    jet: item?.kind === 'open',
  };
}

/** The joint all round: in a short body its top clears after the vent, in a long one the joint before it. */
function toTheTop(joint: Curve, vent: Curve, body: Omit<FatBody, 'supplyPpm'>): Curve {
  const out: Curve = { times: [0], ppm: [joint.ppm[0] as number] };
  // Down to what both places reach.
  const end = Math.max(joint.ppm.at(-1) as number, vent.ppm.at(-1) as number);
  for (const ppm of [...joint.ppm.filter((x) => x > end), end]) {
    if (ppm >= (out.ppm.at(-1) as number)) continue;
    const [t, atVent] = [passes(joint.times, joint.ppm, ppm) ?? 0, passes(vent.times, vent.ppm, ppm) ?? 0];
    const { lag, weight } = topLag(body, ppm);
    out.times.push(Math.max(t + weight * Math.max(0, atVent + lag - t), out.times.at(-1) as number));
    out.ppm.push(ppm);
  }
  return out;
}

/** Times to the same oxygen by two ways, weighted in the logarithm, so that one regime passes into the other. */
function blend(c: Curve, other: (ppm: number) => number, weight: number): Curve {
  const levels: Curve = { times: [0], ppm: [c.ppm[0] as number] };
  for (let i = 1; i < c.ppm.length; i++) {
    const ppm = c.ppm[i] as number;
    if (ppm >= (levels.ppm.at(-1) as number)) continue;
    const t = Math.exp((1 - weight) * Math.log(Math.max(c.times[i] as number, 1e-3)) + weight * Math.log(Math.max(other(ppm), 1e-3)));
    if (!Number.isFinite(t)) break;
    levels.times.push(Math.max(t, levels.times.at(-1) as number));
    levels.ppm.push(ppm);
  }
  return levels;
}
