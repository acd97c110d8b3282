/**
 * A purge set-up: the spool as it lies, what closes it, what feeds it, where it leaves. Plain data in SI units;
 * the schema a record keeps.
 */
import { z } from 'zod';
import { like, within } from '../../basics/fields';
import { gasSchema, settles } from '../../basics/gases';
import { bore, type Size } from '../../basics/sizes';
import { isStraight, layOut, partSchema, portSchema, type Part, type Seat } from '../../basics/spool';
import { measures } from './measures';

export const damSchema = z.enum(['bung', 'foil', 'tape', 'card', 'plate', 'foam', 'water-soluble']);
export type DamKind = z.infer<typeof damSchema>;

/** Where on the face of a dam, as gravity has it on a level tube. */
export const heightSchema = z.enum(['low', 'middle', 'high']);
export type Height = z.infer<typeof heightSchema>;

export const hoseMaterialSchema = z.enum(['silicone', 'natural-rubber', 'epdm', 'pvc', 'polyurethane', 'ptfe', 'polyamide']);
export type HoseMaterial = z.infer<typeof hoseMaterialSchema>;

const id = z.string().regex(/^[a-z]{1,3}\d{1,4}(:[ab])?$/);
const m = measures;

export const damSeatSchema = z.object({
  id,
  part: id,
  /** metres along a straight part, or the free end it closes */
  at: z.union([z.number().min(0).max(100), portSchema]),
  kind: damSchema,
  /** a small hole beside inlet and vent, m; null for none */
  pinhole: within(like(m.pinhole, { zero: false }))
    .nullable()
    .default(null),
});
export type Dam = z.infer<typeof damSeatSchema>;

export const inletSchema = z.object({
  id,
  /** the dam, the cap, or the end of a jacket ("j1:a") it goes through */
  on: id,
  line: id,
  height: heightSchema,
  /** open hose end, broad diffuser, or a ring of holes */
  kind: z.enum(['open', 'diffuser', 'ring']),
  bore: within(m.inletBore),
  /** holes of a ring; 1 otherwise */
  holes: within(m.holes).int().default(1),
  hose: z.object({ length: within(m.hoseLength), bore: within(m.hoseBore), material: hoseMaterialSchema }),
});
export type Inlet = z.infer<typeof inletSchema>;

export const ventSchema = z.object({ id, on: id, height: heightSchema, bore: within(m.ventBore) });
export type Vent = z.infer<typeof ventSchema>;

/** How a joint of the spool stands: welded shut, taped over, or open with a gap. */
export const jointStateSchema = z.enum(['welded', 'taped', 'open']);

export const setupSchema = z.object({
  parts: z.array(partSchema).min(1).max(200),
  /** the part whose a-end is the weld being purged */
  joint: id.nullable(),
  tilt: z.number().min(-180).max(180),
  roll: z.number().min(-180).max(180),
  dams: z.array(damSeatSchema).max(100),
  lines: z.array(z.object({ id, flow: z.number().min(0).max(5e-3) })).max(20),
  inlets: z.array(inletSchema).max(20),
  vents: z.array(ventSchema).max(50),
  /** by the part whose a-end it is; what is not named is taped */
  joints: z.record(z.string(), z.object({ state: jointStateSchema, gap: within(m.jointGap).default(0) })),
  gas: gasSchema,
  /** oxygen in the bottle, ppm */
  supplyPpm: z.number().min(0).max(5000),
});
export type Setup = z.infer<typeof setupSchema>;

/** Flow of all lines together, m³/s. */
export const totalFlow = (s: Setup): number => s.lines.reduce((sum, l) => sum + l.flow, 0);

export const straightOf = (partId: string, size: Size, metres: number, on: Part['on']): Part => ({
  id: partId,
  kind: 'straight',
  size,
  length: metres,
  on,
});

/** Purge flow to begin with, m³/s (8 L/min). Common practice, no source. */
const USUAL_FLOW = 8e-3 / 60;
const DEFAULT_HOSE: Inlet['hose'] = { length: 5, bore: 0.006, material: 'pvc' };

/**
 * A sensible first set-up for a size: two straights, bungs well clear of the heat, fed at the low point, vented at the
 * high point of the other end; a light gas the reverse.
 */
export function startingSetup(
  size: Size,
  gas: Setup['gas'] = 'argon',
  supplyPpm = 3,
  clear = Math.max(0.1, Math.round(3 * bore(size) * 100) / 100),
): Setup {
  const [entry, exit]: [Height, Height] = settles(gas) === 'up' ? ['high', 'low'] : ['low', 'high'];
  const hole = Math.min(0.006, bore(size) / 2);
  // Heavy pipe carries little at 6 o'clock: its vent is wider from the start (models/closing holds every size to that).
  const out = Math.min(size.wall > 2.5e-3 ? 0.008 : 0.006, 0.75 * bore(size));
  const half = Math.max(0.3, clear + 0.1);
  return {
    parts: [straightOf('p1', size, half, null), straightOf('p2', size, half, { part: 'p1', port: 'b' })],
    joint: 'p2',
    tilt: 0,
    roll: 0,
    dams: [
      { id: 'd1', part: 'p1', at: half - clear, kind: 'bung', pinhole: null },
      { id: 'd2', part: 'p2', at: clear, kind: 'bung', pinhole: null },
    ],
    lines: [{ id: 'l1', flow: USUAL_FLOW }],
    inlets: [{ id: 'i1', on: 'd1', line: 'l1', height: entry, kind: 'diffuser', bore: hole, holes: 1, hose: DEFAULT_HOSE }],
    vents: [{ id: 'v1', on: 'd2', height: exit, bore: out }],
    joints: {},
    gas,
    supplyPpm,
  };
}

/**
 * Closes a spool in a first sensible way: a bung inside every open straight, tape over every other open end, the inlet where
 * the spool begins and the vent where it ends; a jacket hangs on the same line and has its own.
 * @param like where flow, hose, gas and openings are taken from
 */
export function closeUp(parts: readonly Part[], joint: string | null, like: Setup): Setup {
  const layout = layOut(parts);
  const dams: Dam[] = layout.free.map(({ part, port }, i) => {
    const p = parts.find((x) => x.id === part) as Part;
    const inside = Math.min(0.03, isStraight(p) ? p.length / 3 : 0);
    return isStraight(p)
      ? { id: `d${i + 1}`, part, at: port === 'a' ? inside : p.length - inside, kind: 'bung', pinhole: null }
      : { id: `d${i + 1}`, part, at: port, kind: 'tape', pinhole: null };
  });
  const caps = parts.filter((p) => p.kind === 'cap').map((p) => p.id);
  const shells = parts.filter((p) => p.kind === 'jacket');
  const seats = [...dams.map((d) => d.id), ...caps];
  const [inlet, vent, line] = [like.inlets[0], like.vents[0], like.lines[0] ?? { id: 'l1', flow: USUAL_FLOW }];
  const [begins, ends] = [seats[0], mainEnd(parts, dams) ?? seats.at(-1)];
  return {
    ...like,
    parts: [...parts],
    joint: joint ?? parts.find((p) => p.on && p.kind !== 'cap')?.id ?? null,
    dams,
    lines: [line],
    inlets: [
      ...(inlet && begins ? [{ ...inlet, id: 'i1', on: begins, line: line.id }] : []),
      ...shells.flatMap((j, i) => (inlet ? [{ ...inlet, id: `i${i + 2}`, on: `${j.id}:a`, line: line.id }] : [])),
    ],
    vents: [
      ...(vent && ends && ends !== begins ? [{ ...vent, id: 'v1', on: ends }] : []),
      ...shells.flatMap((j, i) => (vent ? [{ ...vent, id: `v${i + 2}`, on: `${j.id}:b` }] : [])),
    ],
    joints: {},
  };
}

/** The dam or cap at the end of the main run, followed from the first part through every b. */
function mainEnd(parts: readonly Part[], dams: readonly Dam[]): string | undefined {
  let last = parts.find((p) => p.on === null && p.kind !== 'jacket');
  for (let next = last; next; next = parts.find((p) => p.on?.part === last?.id && p.on?.port === 'b')) last = next;
  if (!last) return undefined;
  const end = last;
  return end.kind === 'cap'
    ? end.id
    : dams.find((d) => d.part === end.id && (typeof d.at === 'number' ? d.at > 0.5 * ('length' in end ? end.length : 0) : d.at === 'b'))
        ?.id;
}

/** "d3" after d1 and d2: the next free name with those letters. */
export function nextId(taken: readonly { id: string }[], letters: string): string {
  const used = taken.flatMap((t) => (t.id.startsWith(letters) ? [Number(/\d+/.exec(t.id)?.[0] ?? 0)] : []));
  return `${letters}${Math.max(0, ...used) + 1}`;
}

/** What is taken along from job to job: how the ends are closed, fed and vented; not the spool. */
export const kitSchema = z.object({
  dam: damSchema,
  inlet: inletSchema.pick({ kind: true, bore: true, holes: true, hose: true }),
  vent: z.object({ bore: within(m.ventBore) }),
  flow: within(m.flow),
});
export type Kit = z.infer<typeof kitSchema>;

/** The kit of a set-up: that of its first dam, inlet, vent and line; null when it has none of one. */
export function kitOf(s: Setup): Kit | null {
  const [dam, inlet, vent, line] = [s.dams[0], s.inlets[0], s.vents[0], s.lines[0]];
  if (!dam || !inlet || !vent || !line || line.flow <= 0) return null;
  return {
    dam: dam.kind,
    inlet: { kind: inlet.kind, bore: inlet.bore, holes: inlet.holes, hose: inlet.hose },
    vent: { bore: vent.bore },
    flow: line.flow,
  };
}

/** The set-up with a kit put on: every inlet, vent and movable dam takes it. */
export const withKit = (s: Setup, k: Kit): Setup => ({
  ...s,
  dams: s.dams.map((d) => (typeof d.at === 'number' ? { ...d, kind: k.dam } : d)),
  inlets: s.inlets.map((i) => ({ ...i, ...k.inlet })),
  vents: s.vents.map((v) => ({ ...v, ...k.vent })),
  lines: s.lines.map((l, i) => (i === 0 ? { ...l, flow: k.flow } : l)),
});

/** Puts a dam where something is open, else in the middle of a straight: that in hand, or the first. @returns null where none can go */
export function withDam(s: Setup, inHand: string | null): { setup: Setup; id: string } | null {
  const id = nextId(s.dams, 'd');
  const closed = (e: Seat) => s.dams.some((d) => d.part === e.part && (d.at === e.port || typeof d.at === 'number'));
  const open = layOut(s.parts).free.find((e) => !closed(e));
  const straight = s.parts.find((p) => p.id === inHand && isStraight(p)) ?? s.parts.find(isStraight);
  const dam: Dam | null = open
    ? { id, part: open.part, at: open.port, kind: 'tape', pinhole: null }
    : straight && 'length' in straight
      ? { id, part: straight.id, at: straight.length / 2, kind: 'bung', pinhole: null }
      : null;
  return dam && { setup: { ...s, dams: [...s.dams, dam] }, id };
}

/** What an inlet or a vent can go through: dams, caps, the ends of jackets. */
export const seatsOf = (s: Setup): string[] => [
  ...s.dams.map((d) => d.id),
  ...s.parts.flatMap((p) => (p.kind === 'cap' ? [p.id] : p.kind === 'jacket' ? [`${p.id}:a`, `${p.id}:b`] : [])),
];
/** The first that nothing goes through yet, else the first. */
const freeSeat = (s: Setup): string | undefined => {
  const seats = seatsOf(s);
  return seats.find((x) => !s.inlets.some((i) => i.on === x) && !s.vents.some((v) => v.on === x)) ?? seats[0];
};

const FIRST_INLET: Pick<Inlet, 'height' | 'kind' | 'bore' | 'holes' | 'hose'> = {
  ...{ height: 'low', kind: 'diffuser', bore: 0.006, holes: 1 },
  hose: DEFAULT_HOSE,
};

/** Adds an inlet like the first, on a line of its own or split from the first. @returns null where nothing can take it */
export function withInlet(s: Setup, split: boolean): { setup: Setup; id: string } | null {
  const on = freeSeat(s);
  if (on === undefined) return null;
  const [first] = s.lines;
  const line = split && first ? first.id : nextId(s.lines, 'l');
  const lines = s.lines.some((l) => l.id === line) ? s.lines : [...s.lines, { id: line, flow: first?.flow ?? USUAL_FLOW }];
  const made: Inlet = { ...(s.inlets[0] ?? FIRST_INLET), id: nextId(s.inlets, 'i'), on, line };
  return { setup: { ...s, lines, inlets: [...s.inlets, made] }, id: made.id };
}

/** Adds a vent like the first. @returns null where nothing can take it */
export function withVent(s: Setup): { setup: Setup; id: string } | null {
  const on = freeSeat(s);
  if (on === undefined) return null;
  const made: Vent = { id: nextId(s.vents, 'v'), on, height: 'high', bore: s.vents[0]?.bore ?? FIRST_INLET.bore };
  return { setup: { ...s, vents: [...s.vents, made] }, id: made.id };
}

/** Takes a dam, an inlet or a vent out, and what went through that dam. */
export const withoutOpening = (s: Setup, id: string): Setup => ({
  ...s,
  dams: s.dams.filter((d) => d.id !== id),
  inlets: s.inlets.filter((i) => i.id !== id && i.on !== id),
  vents: s.vents.filter((v) => v.id !== id && v.on !== id),
});

/** Vents are drilled in steps of half a millimetre, and not below one such step. */
const DRILL = 5e-4;
/** The vents made as wide together as one of `bore` (m): the first makes up what the others lack. */
export function withVentsOf(s: Setup, bore_: number): Setup {
  const rest = s.vents.slice(1).reduce((sum, v) => sum - v.bore ** 2, bore_ ** 2);
  const rounded = Math.max(DRILL, Math.round(Math.sqrt(Math.max(0, rest)) / DRILL) * DRILL);
  return { ...s, vents: s.vents.map((v, i) => (i === 0 ? { ...v, bore: rounded } : v)) };
}
