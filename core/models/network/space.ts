/**
 * What is purged: the spool cut at its dams, the space that holds the joint, the spaces fed beside it,
 * and whatever keeps the set-up from being one, named at its place.
 */
import { layOut, type Fault, type Layout, type Part, type Pipe, type Port } from '../../basics/spool';
import type { Dam, Inlet, Setup, Vent } from '../setup';

/** A stretch of a pipe between two cuts; s0 and s1 are metres along the pipe. */
export type Stretch = { pipe: Pipe; s0: number; s1: number; a: string; b: string };

export type Seat<T> = { item: T; node: string };

export type Spaces = {
  layout: Layout;
  /** every stretch in a space that is fed or holds the joint */
  stretches: Stretch[];
  /** number of the space each node lies in; 0 is the joint's */
  spaceOf: Map<string, number>;
  joint: string | null;
  inlets: Seat<Inlet>[];
  vents: Seat<Vent>[];
  /** dams that close one of these spaces, at the node they close */
  dams: Seat<Dam>[];
  /** joints of the spool inside these spaces, by the part whose a-end they are */
  joints: { part: string; node: string }[];
  faults: Fault[];
};

const seatOf = (p: Part): string => (p.on ? `${p.on.part}:${p.on.port}` : `${p.id}:a`);
const nodeOf = (part: Part, port: Port | 'o' | 'end'): string =>
  port === 'a' && part.kind !== 'jacket' ? seatOf(part) : `${part.id}:${port}`;

/** Cuts the spool at its dams and finds the spaces. Never throws: what is wrong is in `faults`. */
export function spacesOf(setup: Setup): Spaces {
  const layout = layOut(setup.parts);
  const faults = [...layout.faults];
  const say = (at: string, text: string, port?: Port) => faults.push(port ? { at, port, text } : { at, text });
  const parts = new Map(setup.parts.map((p) => [p.id, p]));
  const nodesOfDam = new Map<string, string[]>();
  const closed = new Set<string>();

  const cuts = new Map<string, Dam[]>();
  for (const d of setup.dams) {
    const part = parts.get(d.part);
    if (!part || !layout.ends.has(d.part)) say(d.id, 'This dam sits on a part that is not there.');
    else if (typeof d.at === 'number') {
      if (part.kind !== 'straight' && part.kind !== 'ferrule')
        say(d.id, 'This dam is inside a fitting. It seals only in a straight part: move it there.');
      else if (d.at > part.length) say(d.id, 'This dam lies beyond the end of its part.');
      else
        cuts.set(
          d.part,
          [...(cuts.get(d.part) ?? []), d].sort((x, y) => Number(x.at) - Number(y.at)),
        );
    } else if (!layout.free.some((f) => f.part === d.part && f.port === d.at))
      say(d.id, 'There is no free end here for this dam to close.');
    else {
      const node = nodeOf(part, d.at);
      nodesOfDam.set(d.id, [node]);
      closed.add(node);
    }
  }

  const all: Stretch[] = [];
  for (const pipe of layout.pipes) {
    const part = parts.get(pipe.part) as Part;
    let [s, node] = [0, nodeOf(part, pipe.from)];
    for (const d of cuts.get(pipe.part) ?? []) {
      const at = Number(d.at);
      nodesOfDam.set(d.id, [`${d.id}-`, `${d.id}+`]);
      all.push({ pipe, s0: s, s1: at, a: node, b: `${d.id}-` });
      [s, node] = [at, `${d.id}+`];
    }
    all.push({ pipe, s0: s, s1: pipe.length, a: node, b: nodeOf(part, pipe.to) });
  }

  // Union-find over nodes.
  const parent = new Map<string, string>();
  const root = (n: string): string => {
    let r = n;
    while (parent.get(r) !== undefined && parent.get(r) !== r) r = parent.get(r) as string;
    return r;
  };
  for (const { a, b } of all) {
    for (const n of [a, b]) if (!parent.has(n)) parent.set(n, n);
    parent.set(root(a), root(b));
  }

  const jointPart = setup.joint === null ? undefined : parts.get(setup.joint);
  const joint = jointPart?.on && parent.has(seatOf(jointPart)) ? seatOf(jointPart) : null;
  if (joint === null) say(setup.joint ?? 'joint', 'Choose the joint that is welded: the purge is planned for it.');
  const jointRoot = joint === null ? null : root(joint);

  const nodesAt = (on: string): string[] => {
    const dam = nodesOfDam.get(on);
    if (dam) return dam;
    const [partId = '', port] = on.split(':');
    const part = parts.get(partId);
    if (!part || !layout.ends.has(partId)) return [];
    if (part.kind === 'cap') return [`${partId}:end`];
    return part.kind === 'jacket' && port ? [`${partId}:${port}`] : [];
  };
  const seats = <T extends { id: string; on: string }>(items: readonly T[], what: string): Seat<T>[] =>
    items.flatMap((item) => {
      const nodes = nodesAt(item.on).filter((n) => parent.has(n));
      if (nodes.length === 0) {
        say(item.id, `This ${what} goes through nothing. Put it on a dam, a cap or the end of a jacket.`);
        return [];
      }
      return [{ item, node: nodes.find((n) => root(n) === jointRoot) ?? (nodes[0] as string) }];
    });
  const inlets = seats(setup.inlets, 'inlet');
  const vents = seats(setup.vents, 'vent');

  // A space counts when it holds the joint or is fed.
  const roots = [...new Set([...(jointRoot ? [jointRoot] : []), ...inlets.map((i) => root(i.node))])];
  const spaceOf = new Map<string, number>();
  for (const n of parent.keys()) {
    const i = roots.indexOf(root(n));
    if (i >= 0) spaceOf.set(n, i);
  }
  const stretches = all.filter((s) => spaceOf.has(s.a) && s.s1 - s.s0 > 1e-6);

  for (const { part, port } of layout.free) {
    const node = nodeOf(parts.get(part) as Part, port);
    if (spaceOf.has(node) && !closed.has(node))
      say(part, 'This end is open: the space does not close. Dam it, cap it, or add the next part.', port);
  }
  if (setup.inlets.length === 0) say('inlet', 'There is no inlet. Put the hose on a dam or a cap.');
  else if (jointRoot && !inlets.some((i) => root(i.node) === jointRoot))
    say(inlets[0]?.item.id ?? 'inlet', 'Nothing feeds the space of the joint. Move the inlet to one of its dams.');
  if (setup.vents.length === 0) say('vent', 'There is no vent: the pressure would lift the root or shoot a bung. Open one.');
  for (const [i, r] of roots.entries()) {
    if (setup.vents.length === 0 || vents.some((v) => root(v.node) === r)) continue;
    const fed = inlets.find((x) => root(x.node) === r);
    say(
      fed?.item.id ?? vents[0]?.item.id ?? 'vent',
      i === 0 && jointRoot
        ? 'The vent is in another space than the joint. Open one in this space.'
        : 'This space is fed and has no vent of its own. Open one.',
    );
  }
  for (const v of vents) if (!spaceOf.has(v.node)) say(v.item.id, 'This vent is in a separate space that nothing feeds.');
  for (const p of setup.parts)
    if (p.kind === 'jacket' && layout.ends.has(p.id) && !spaceOf.has(`${p.id}:a`) && stretches.some((s) => s.pipe.part === p.around))
      say(p.id, 'The jacket is not fed. Purge it at the same time, from a split line.');
  for (const i of setup.inlets) if (!setup.lines.some((l) => l.id === i.line)) say(i.id, 'This inlet hangs on no gas line.');
  const fedLines = setup.lines.filter((l) => setup.inlets.some((i) => i.line === l.id));
  if (setup.inlets.length && fedLines.every((l) => l.flow <= 0)) say('flow', 'There is no flow. Set what the meter shows.');

  const joints = setup.parts.flatMap((p) => (p.on && spaceOf.has(seatOf(p)) ? [{ part: p.id, node: seatOf(p) }] : []));
  const dams = setup.dams.flatMap((item) => (nodesOfDam.get(item.id) ?? []).flatMap((node) => (spaceOf.has(node) ? [{ item, node }] : [])));
  return {
    layout,
    stretches,
    spaceOf,
    joint,
    inlets: inlets.filter((i) => spaceOf.has(i.node)),
    vents: vents.filter((v) => spaceOf.has(v.node)),
    dams,
    joints,
    faults,
  };
}
