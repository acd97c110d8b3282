/** Changes to a set-up that touch more than its parts: what closed, fed or vented an end goes along. */
import { addPart, makeJacket, nextPart, removePart, type Part, type PartKind, type Seat, type Wish } from '../../basics/spool';
import { nextId, type Setup } from './setup';

/** Nearer to the end of a straight than this, m, a dam is taken to close that end. */
const AT_END = 0.12;

/** Puts a part on an end. The dam that closed that end moves to the new far end; a side branch is closed with tape. */
export function withPart(setup: Setup, end: Seat, kind: Exclude<PartKind, 'jacket'>, wish: Wish = {}): Setup {
  const before = setup.parts.find((p) => p.id === end.part);
  const parts = addPart(setup.parts, kind, end, wish);
  const made = parts.at(-1);
  if (!before || !made || parts.length === setup.parts.length) return setup;
  const long = 'length' in before ? before.length : 0;
  const seals = (d: Setup['dams'][number]) =>
    d.part === end.part && (d.at === end.port || (typeof d.at === 'number' && end.port === 'b' && long - d.at < AT_END));
  const tube = made.kind === 'straight' || made.kind === 'ferrule';
  const dams = setup.dams.flatMap((d): Setup['dams'] => {
    if (!seals(d)) return [d];
    if (made.kind === 'cap') return [];
    return tube
      ? [{ ...d, part: made.id, at: Math.max(made.length - 0.03, made.length / 2) }]
      : [{ ...d, part: made.id, at: 'b', kind: 'tape' }];
  });
  if (made.kind === 'tee' || made.kind === 'nipple')
    dams.push({ id: nextId(setup.dams, 'd'), part: made.id, at: 'c', kind: 'tape', pinhole: null });
  // What went through a dam that a cap takes the place of goes through the cap.
  const gone = new Set(setup.dams.filter((d) => !dams.some((x) => x.id === d.id)).map((d) => d.id));
  const moved = <T extends { on: string }>(x: T): T => (gone.has(x.on) ? { ...x, on: made.id } : x);
  return {
    ...setup,
    parts,
    dams,
    inlets: setup.inlets.map(moved),
    vents: setup.vents.map(moved),
    joint: setup.joint ?? (made.kind === 'cap' ? null : made.id),
  };
}

/** Takes a part or a jacket out, with the dams, inlets and vents that were on it. The last part stays. */
export function withoutPart(setup: Setup, id: string): Setup {
  const parts = removePart(setup.parts, id);
  if (!parts.some((p) => p.kind !== 'jacket')) return setup;
  const left = new Set(parts.map((p) => p.id));
  const dams = setup.dams.filter((d) => left.has(d.part));
  const stays = ({ on }: { on: string }) => dams.some((d) => d.id === on) || left.has(on.split(':')[0] ?? '');
  const joins = (p: Part | undefined): p is Part => p?.on != null && p.kind !== 'cap';
  const follows = setup.parts.find((p) => p.on?.part === id && p.on.port === 'b');
  const joint = [setup.joint, follows?.id].map((x) => parts.find((p) => p.id === x)).find(joins) ?? parts.find(joins);
  return {
    ...setup,
    parts,
    dams,
    inlets: setup.inlets.filter(stays),
    vents: setup.vents.filter(stays),
    joint: joint?.id ?? null,
    joints: Object.fromEntries(Object.entries(setup.joints).filter(([k]) => left.has(k))),
  };
}

/** Puts a jacket around a straight part, fed from the same line as the tube inside it and vented at its other end. */
export function withJacket(setup: Setup, partId: string): Setup {
  const inside = setup.parts.find((p) => p.id === partId);
  if (inside?.kind !== 'straight') return setup;
  const id = nextPart(setup.parts, 'j');
  const [inlet, vent] = [setup.inlets[0], setup.vents[0]];
  return {
    ...setup,
    parts: [...setup.parts, makeJacket(id, inside)],
    inlets: inlet ? [...setup.inlets, { ...inlet, id: nextId(setup.inlets, 'i'), on: `${id}:a` }] : setup.inlets,
    vents: vent ? [...setup.vents, { ...vent, id: nextId(setup.vents, 'v'), on: `${id}:b` }] : setup.vents,
  };
}

/** The joints of a spool that will be welded: the one in hand, and those marked beside it. */
export const jointsToWeld = (s: Pick<Setup, 'joint' | 'joints'>): string[] => [
  ...(s.joint === null ? [] : [s.joint]),
  ...Object.entries(s.joints).flatMap(([id, j]) => (j.state === 'taped' && id !== s.joint ? [id] : [])),
];

/** Marks further joints that will be welded after the one in hand: taped until then. */
export const withJoints = (s: Setup, joints: readonly string[]): Setup => ({
  ...s,
  joints: { ...s.joints, ...Object.fromEntries(joints.filter((j) => j !== s.joint).map((j) => [j, { state: 'taped' as const, gap: 0 }])) },
});

/**
 * The set-up of a spool for one of its welds: its own joint if it had one, else the next that no other weld took and
 * nobody welded yet.
 * @param joints weld -> the part whose a-end it is
 * @param welded welds of the spool that are done: their joints are shut
 */
export function setupForWeld(setup: Setup, joints: Record<string, string>, weld: string, welded: readonly string[] = []): Setup {
  const shut = Object.fromEntries(
    welded.flatMap((w) => (joints[w] && w !== weld ? [[joints[w], { state: 'welded' as const, gap: 0 }]] : [])),
  );
  const all = { ...setup.joints, ...shut };
  const taken = new Set(Object.entries(joints).flatMap(([w, p]) => (w === weld ? [] : [p])));
  const own = joints[weld];
  // Joints that were marked to be welded come before those nobody spoke of.
  const free = setup.parts.filter((p) => p.on && p.kind !== 'cap' && !taken.has(p.id) && all[p.id]?.state !== 'welded');
  const next = free.find((p) => all[p.id]?.state === 'taped') ?? free[0];
  const joint = own && setup.parts.some((p) => p.id === own) ? own : (next?.id ?? setup.joint);
  return { ...setup, joint, joints: Object.fromEntries(Object.entries(all).filter(([k]) => k !== joint)) };
}
