/**
 * What is wrong with a set-up, in plain words at its place: rules of the trade beside the model. A low vent is here
 * on purpose: the network does not see it.
 */
import { gasNames, settles } from '../../basics/gases';
import { bore } from '../../basics/sizes';
import { clock, show, type System } from '../../basics/units';
import { damNames, damPractice, coolDistance } from '../setup';
import { layering, trappedFold } from '../network';
import { hoseBrings, hoseNames } from '../setup';
import { diffusivity, jetZone } from '../network';
import { plainBody, type Prediction } from './predict';
import { holeArea } from '../network';
import { closing, closingWords, marginWords, rootOf } from '../closing';
import type { Rule } from './planned';
import { flowSchools, mostFlow } from './thumb';
import { totalFlow, type Height, type Setup } from '../setup';
import type { Spaces } from '../network';

/** Deeper than this a closed branch gets its own vent. */
export const DEAD_LEG = 0.05;

/** A branch without flow: how deep, m, and the time until its closed end is at a limit by diffusion alone, s. */
export type DeadLeg = { part: string; node: string; depth: number; time: number };

/** t = tau ln((4/pi) C0/C), tau = 4 L²/(pi² D): first term of diffusion into a closed end (Crank). */
export const deadLegTime = (depth: number, diffusion: number, from: number, to: number): number =>
  ((4 * depth ** 2) / (Math.PI ** 2 * diffusion)) * Math.max(0, Math.log(((4 / Math.PI) * from) / to));

/** The closed branches of the joint's space that no flow passes. */
export function deadLegs(setup: Setup, spaces: Spaces, p: Prediction, limit: number): DeadLeg[] {
  const { mesh, march } = p;
  const flow = totalFlow(setup);
  const still = (i: number) => Math.abs(march.flow.stretch[i] as number) < 1e-4 * flow;
  const moved = new Set<number>([...mesh.feeds.map((f) => f.node), ...mesh.openings.filter((o) => o.kind === 'vent').map((o) => o.node)]);
  const touching = new Map<number, number[]>();
  for (const [i, s] of mesh.stretches.entries()) {
    for (const n of [s.a, s.b]) touching.set(n, [...(touching.get(n) ?? []), i]);
    if (!still(i)) moved.add(s.a).add(s.b);
  }
  const names = [...mesh.nodeIndex.keys()];
  const legs: DeadLeg[] = [];
  for (const [node, on] of touching) {
    if (on.length !== 1 || moved.has(node)) continue;
    let [at, via, depth] = [node, on[0] as number, 0];
    for (;;) {
      const s = mesh.stretches[via] as (typeof mesh.stretches)[number];
      depth += Array.from({ length: s.edges[1] - s.edges[0] }, (_, k) => mesh.length[s.edges[0] + k] as number).reduce((x, y) => x + y, 0);
      at = s.a === at ? s.b : s.a;
      if (moved.has(at)) break;
      const next = (touching.get(at) ?? []).find((i) => i !== via && still(i));
      if (next === undefined) break;
      via = next;
    }
    const vertex = mesh.nodeVertex[node] as number;
    if (depth >= DEAD_LEG)
      legs.push({
        part: mesh.part[vertex] as string,
        node: names[node] as string,
        depth,
        time: deadLegTime(depth, diffusivity(setup.gas), 209_500, limit),
      });
  }
  return legs.filter((l, i) => spaces.spaceOf.has(l.node) && legs.findIndex((x) => x.part === l.part) === i);
}

/** How high an opening stands in what the gas passes through, 0 at the lowest point and 1 at the highest. */
export function standing(p: Prediction, node: string, above: number): number {
  const { mesh } = p;
  const flow = p.march.flow.stretch.reduce((most, q) => Math.max(most, Math.abs(q)), 0);
  let [low, high] = [Infinity, -Infinity];
  for (let e = 0; e < mesh.from.length; e++) {
    // Closed branches have a rule of their own.
    if (Math.abs(p.march.flow.stretch[mesh.stretch[e] as number] as number) < 1e-3 * flow) continue;
    const level = Math.sqrt(Math.max(0, 1 - Math.min(1, Math.abs(mesh.slope[e] as number)) ** 2));
    const half = ((mesh.bore[e] as number) / 2) * level;
    for (const v of [mesh.from[e] as number, mesh.to[e] as number]) {
      low = Math.min(low, (mesh.height[v] as number) - half);
      high = Math.max(high, (mesh.height[v] as number) + half);
    }
  }
  const v = mesh.nodeVertex[mesh.nodeIndex.get(node) ?? 0] as number;
  return ((mesh.height[v] as number) + above - low) / Math.max(1e-6, high - low);
}

/** Sine of a slope that a hand takes for level, about a degree. */
const LEANS = 0.0175;
/** Sine of a slope from which on a tube stands: its face has no low and high side any more. */
const UPRIGHT = 0.94;

/** Sine of the slope from one node of a straight body to another, up is positive. */
const slopeOf = (p: Prediction, from: string, to: string, length: number): number => {
  const height = (node: string) => p.mesh.height[p.mesh.nodeVertex[p.mesh.nodeIndex.get(node) ?? 0] as number] as number;
  return (height(to) - height(from)) / length;
};

export type Judged = {
  rules: Rule[];
  legs: DeadLeg[];
  /** s until the layer a wrong vent leaves is at the limit; null when there is none */ trapped: number | null;
  /** no time is given, and why */ untimed: string | null;
  /** the one vent size that fits, m: one hole for all that passes the joint; null where there is none or nothing needs to change */
  ventWanted: number | null;
};

/** Distance along the tube from the joint to every vertex (the graph is all but a tree). */
function fromJoint(p: Prediction): Map<number, number> {
  const { mesh } = p;
  const next = new Map<number, [number, number][]>();
  for (let e = 0; e < mesh.from.length; e++) {
    const [a, b, l] = [mesh.from[e] as number, mesh.to[e] as number, mesh.length[e] as number];
    next.set(a, [...(next.get(a) ?? []), [b, l]]);
    next.set(b, [...(next.get(b) ?? []), [a, l]]);
  }
  const distance = new Map([[mesh.joint, 0]]);
  const todo = [mesh.joint];
  while (todo.length) {
    const v = todo.shift() as number;
    for (const [w, l] of next.get(v) ?? []) {
      const d = (distance.get(v) as number) + l;
      if (d < (distance.get(w) ?? Infinity)) {
        distance.set(w, d);
        todo.push(w);
      }
    }
  }
  return distance;
}

/**
 * Judges a set-up by the rules of the trade.
 * @param system units of the words
 */
export function judgeSetup(setup: Setup, spaces: Spaces, p: Prediction, limit: number, system: System): Judged {
  const rules: Rule[] = [];
  const say = (id: string, level: Rule['level'], at: string, text: string) => rules.push({ id, level, at, text });
  const len = (m: number) => show(m, 'length', system);
  const { mesh } = p;
  const distance = fromJoint(p);
  const jointPart = setup.parts.find((x) => x.id === setup.joint);
  const size = jointPart?.size;

  for (const { item, node } of spaces.dams) {
    const d = distance.get(mesh.nodeVertex[mesh.nodeIndex.get(node) ?? -1] ?? -1);
    if (d === undefined) continue;
    const practice = damPractice[item.kind];
    const cool = coolDistance(item.kind, size?.wall ?? 1.65e-3);
    if (d < practice.never)
      say(
        'dam-never',
        'stop',
        item.id,
        `Dam ${item.id.slice(1)} is ${len(d)} from the joint: ${damNames[item.kind]} never goes nearer than ${len(practice.never)}. Move it to ${len(Math.max(practice.least, cool))}.`,
      );
    else if (d < Math.max(practice.least, cool))
      say(
        'dam-near',
        'mind',
        item.id,
        `Dam ${item.id.slice(1)} is ${len(d)} from the joint. Common practice keeps ${damNames[item.kind]} ${len(practice.least)} away by hand; by the heat of this weld it is ${len(cool)}.`,
      );
  }

  const goes = settles(setup.gas);
  const name = gasNames[setup.gas];
  let ventWanted: number | null = null;
  const vents = spaces.vents.filter((v) => spaces.spaceOf.get(v.node) === 0);
  const inlets = spaces.inlets.filter((v) => spaces.spaceOf.get(v.node) === 0);
  const aboveOf = (id: string) => mesh.openings.find((o) => o.id === id)?.above ?? 0;
  const body = plainBody(setup, spaces);
  let trapped: number | null = null;
  let untimed: string | null = null;
  if (goes !== 'neither' && vents.length) {
    const right = (x: number) => (goes === 'down' ? x : 1 - x);
    const best = vents.reduce((a, b) =>
      right(standing(p, b.node, aboveOf(b.item.id))) > right(standing(p, a.node, aboveOf(a.item.id))) ? b : a,
    );
    const [wanted, wrong]: [Height, Height] = goes === 'down' ? ['high', 'low'] : ['low', 'high'];
    // In one plain body what counts is its side of the face, at any slope; the slope itself is in the model.
    const slant = body && inlets[0] ? slopeOf(p, inlets[0].node, best.node, body.length) * (goes === 'down' ? 1 : -1) : 0;
    const faced = body !== null && Math.abs(slant) < UPRIGHT;
    const sides: Record<Height, number> = { [wanted]: 1, middle: 0.5, [wrong]: 0 } as Record<Height, number>;
    const where = body === null ? right(standing(p, best.node, aboveOf(best.item.id))) : faced ? sides[best.item.height] : 1;
    const [clean, hides] = goes === 'down' ? ['top', 'high'] : ['bottom', 'low'];
    if (where < 0.34) {
      const d = body?.bore ?? (size ? bore(size) : 0.05);
      const layered = body === null || layering(body.bore, body.length, totalFlow(setup), setup.gas) > 1;
      trapped = layered ? trappedFold(d, setup.gas) * Math.log(209_500 / limit) : null;
      say(
        'vent-height',
        'stop',
        best.item.id,
        `${name} ${goes === 'down' ? 'lies low' : 'rises'}: vent at the ${wanted} point. A vent at the ${wrong} point reads clean while the ${clean} still holds air${trapped === null ? '' : `, here for about ${clock(trapped)} more`}.`,
      );
      untimed = 'No time with this vent: it would read clean while air is left inside.';
    } else if (where < 0.72)
      say(
        'vent-middle',
        'mind',
        best.item.id,
        `Move the vent to the ${wanted} point: what lies ${hides === 'high' ? 'above' : 'below'} it clears last.`,
      );
    if (slant < -LEANS) {
      const degrees = Math.round((-Math.asin(Math.max(-1, slant)) * 180) / Math.PI);
      const [end, help] = goes === 'down' ? ['lower', 'Lift'] : ['higher', 'Lower'];
      say(
        'slope-down',
        p.traps ? 'stop' : 'mind',
        best.item.id,
        `The vent end lies ${degrees}° ${end}: ${p.traps ? 'a short body like this traps air above it' : slant < -UPRIGHT ? 'no worse than level, but the wrong way round' : 'slower than level'}. ${help} that end by 5 to 15° instead, or change inlet and vent over.`,
      );
      if (p.traps) untimed ??= 'No time at this slope: air is trapped above the vent end.';
    }
    for (const i of inlets) {
      const above = mesh.feeds.find((f) => f.id === i.item.id)
        ? (i.item.height === 'high' ? 0.4 : i.item.height === 'low' ? -0.4 : 0) * (body?.bore ?? 0)
        : 0;
      if (1 - right(standing(p, i.node, above)) < 0.34 && (body !== null || i.item.height !== wrong))
        say(
          'inlet-height',
          'mind',
          i.item.id,
          `Feed ${name.toLowerCase()} at the ${wrong} point. Fed from the ${wanted} point it stirs the air in.`,
        );
    }
  }
  for (const i of inlets)
    if (vents.length && vents.every((v) => v.node === i.node)) {
      say(
        'bypass',
        'stop',
        i.item.id,
        'Inlet and vent are at the same end: the gas leaves without passing the joint. Move one to another end.',
      );
      untimed = 'No time with this inlet and vent: the gas leaves without passing the joint.';
    }

  if (size && vents.length) {
    const [v] = vents;
    const through = (id: string) => mesh.openings.reduce((s, o, i) => (o.id === id ? s + (p.march.flow.opening[i] as number) : s), 0);
    const out = vents.reduce((s, x) => s + through(x.item.id), 0);
    const root = rootOf(setup);
    const shut =
      root && out > 0
        ? closing(
            root,
            out,
            vents.map((x) => ({ area: holeArea(x.item.bore) })),
            setup.gas,
            'least',
          )
        : null;
    const words = shut && closingWords(shut, system);
    const margin = shut && marginWords(shut);
    if (v && shut && words) {
      ventWanted = shut.ventWanted;
      say(
        shut.warning === 'smaller-vent' ? 'vent-large' : 'vent-small',
        shut.warning === 'smaller-vent' ? 'mind' : 'stop',
        v.item.id,
        words,
      );
    }
    if (margin && setup.joint) say('root-margin', 'mind', setup.joint, margin);
    const area = (items: readonly { bore: number; holes?: number }[]) => items.reduce((s, x) => s + x.bore ** 2 * (x.holes ?? 1), 0);
    if (v && area(vents.map((x) => x.item)) < 0.99 * area(inlets.map((x) => x.item)))
      say('vent-inlet', 'mind', v.item.id, 'The vents are smaller than the inlets. Common practice gives them at least the same area.');
  }
  for (const { item, node } of spaces.vents) {
    const v = mesh.nodeVertex[mesh.nodeIndex.get(node) ?? 0] as number;
    const e = mesh.from.findIndex((a, k) => a === v || mesh.to[k] === v);
    if (e >= 0 && item.bore >= (mesh.bore[e] as number))
      say('vent-wide', 'stop', item.id, `The vent of ${len(item.bore)} is as wide as the bore: that is an open end, not a vent.`);
  }
  for (const [i, f] of mesh.feeds.entries()) {
    if (f.bore >= f.tube) say('inlet-wide', 'stop', f.id, `The inlet of ${len(f.bore)} does not fit the bore of ${len(f.tube)}.`);
    else if (f.kind === 'open') {
      const zone = jetZone(f, p.march.flow.feed[i] as number, 0.01, setup.gas, 1);
      const there = Math.max(0, ...f.reach.map((e) => e.far));
      if (zone.reach > 2 * f.tube)
        say(
          'jet',
          'mind',
          f.id,
          `The hose blows a jet that stirs ${zone.reach < 0.95 * there ? `about ${len(zone.reach)} of the tube` : 'all of it'}. Spread it with a broad diffuser.`,
        );
    }
  }
  const [most, schools] = [mostFlow(setup), flowSchools(setup, system)];
  for (const l of setup.lines)
    if (most !== null && schools !== null && l.flow / Math.max(1, setup.inlets.filter((i) => i.line === l.id).length) > 1.02 * most)
      say('flow-most', 'mind', setup.inlets.find((i) => i.line === l.id)?.id ?? 'flow', `More than the trade's rule. ${schools}`);
  for (const l of setup.lines)
    for (const i of setup.inlets.filter((x) => x.line === l.id)) {
      const brings = hoseBrings(i.hose.material, i.hose.length, l.flow);
      if (brings.oxygen > limit / 4)
        say(
          'hose',
          'mind',
          i.id,
          `${len(i.hose.length)} of ${hoseNames[i.hose.material]} hose lets in about ${Math.round(brings.oxygen)} ppm of oxygen by itself. Take another hose or a shorter one.`,
        );
    }
  // With inlet and vent at one end everything else is one dead leg: that is said already.
  const legs = rules.some((r) => r.id === 'bypass') ? [] : deadLegs(setup, spaces, p, limit);
  for (const l of legs)
    say(
      'dead-leg',
      'stop',
      l.part,
      `A closed branch, ${len(l.depth)} deep: by diffusion alone its end needs ${show(l.time, 'time', system)}. Give it a vent of its own.`,
    );
  for (const j of spaces.joints) {
    const o = mesh.openings.findIndex((x) => x.kind === 'joint' && x.id === j.part);
    if (o >= 0 && (p.march.flow.opening[o] as number) < -1e-9)
      say(
        'drawn-in',
        'stop',
        j.part,
        'The gas column draws air in at this joint: the pressure inside is below that outside. Vent at the high point, or close the vent to a smaller hole.',
      );
    else if (o >= 0 && setup.joints[j.part]?.state === 'open' && j.part !== setup.joint)
      say('untaped', 'mind', j.part, 'This joint is open. Tape it: gas is lost here, and a draught can come in.');
  }
  return { rules, legs, trapped, untimed, ventWanted };
}

/** Pa at the joint with all gas leaving by vents and leaks, from the flow of a prediction. */
export function insidePressure(p: Prediction): number {
  const node = p.mesh.nodeVertex.indexOf(p.mesh.joint);
  return node < 0 ? 0 : (p.march.flow.pressure[node] as number);
}
