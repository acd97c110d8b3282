/**
 * The parts a spool is made of, snapped end to end. Lengths in metres along the centre line; every part carries
 * its own measures, so that a record stands without the tables they were taken from.
 */
import { z } from 'zod';
import { sizeSchema, type Size } from '../sizes';

/** Which way a bend or a branch goes, as the spool lies on the Side view before it is turned: near is towards the eye. */
export const turnSchema = z.enum(['up', 'down', 'left', 'right', 'near', 'far']);
export type Turn = z.infer<typeof turnSchema>;

/** Ends of a part: a is where it sits on the part before, b goes on, c is the side branch. */
export const portSchema = z.enum(['a', 'b', 'c']);
export type Port = z.infer<typeof portSchema>;

const id = z.string().regex(/^[a-z]{1,3}\d{1,4}$/, 'A part is named by letters and a number.');
const length = z.number().min(0).max(100);
const on = z.object({ part: id, port: portSchema }).nullable();
const part = { id, on, size: sizeSchema };

export const partSchema = z.discriminatedUnion('kind', [
  z.object({ ...part, kind: z.literal('straight'), length }),
  /** reach: centre to end; radius: of the centre line */
  z.object({
    ...part,
    kind: z.literal('elbow'),
    angle: z.union([z.literal(45), z.literal(90)]),
    reach: length,
    radius: length,
    turn: turnSchema,
  }),
  /** reach: centre to end of the run; side: centre to end of the branch; enter: by the run or by the branch */
  z.object({
    ...part,
    kind: z.literal('tee'),
    branch: sizeSchema,
    reach: length,
    side: length,
    turn: turnSchema,
    enter: z.enum(['run', 'branch']),
  }),
  /** a side nipple on a short piece of run; side: from the centre line to its end */
  z.object({ ...part, kind: z.literal('nipple'), branch: sizeSchema, reach: length, side: length, turn: turnSchema }),
  z.object({ ...part, kind: z.literal('reducer'), to: sizeSchema, length }),
  z.object({ ...part, kind: z.literal('cap'), length }),
  z.object({ ...part, kind: z.literal('ferrule'), length }),
  /** a chamber on the line: inside diameter and volume */
  z.object({ ...part, kind: z.literal('vessel'), bore: z.number().positive().max(10), volume: z.number().min(0).max(100) }),
  /** a shell around a straight part, from and to along it; a space of its own with a nozzle at either end */
  z.object({ ...part, kind: z.literal('jacket'), around: id, from: length, to: length }),
]);
export type Part = z.infer<typeof partSchema>;
export type PartKind = Part['kind'];

export const partNames: Record<PartKind, string> = {
  straight: 'Straight',
  elbow: 'Elbow',
  tee: 'Tee',
  nipple: 'Side nipple',
  reducer: 'Reducer',
  cap: 'Cap',
  ferrule: 'Ferrule',
  vessel: 'Vessel',
  jacket: 'Jacket',
};

/** Ends of a part that another part, or a dam, can sit on. */
export function portsOf(p: Part): Port[] {
  if (p.kind === 'cap' || p.kind === 'jacket') return ['a'];
  return p.kind === 'tee' || p.kind === 'nipple' ? ['a', 'b', 'c'] : ['a', 'b'];
}

/** Size at an end. */
export function sizeAt(p: Part, port: Port): Size {
  if (p.kind === 'reducer') return port === 'a' ? p.size : p.to;
  if (p.kind === 'nipple') return port === 'c' ? p.branch : p.size;
  if (p.kind === 'tee') {
    const branchEnd: Port = p.enter === 'branch' ? 'a' : 'c';
    return port === branchEnd ? p.branch : p.size;
  }
  return p.size;
}

/** Length of an elbow's centre line: two tangents and the arc. */
export function elbowLength(p: Extract<Part, { kind: 'elbow' }>): number {
  const half = (p.angle * Math.PI) / 360;
  return 2 * Math.max(0, p.reach - p.radius * Math.tan(half)) + p.radius * 2 * half;
}

/** A part on which a dam can sit anywhere along its length. */
export const isStraight = (p: Part): p is Extract<Part, { kind: 'straight' | 'ferrule' }> => p.kind === 'straight' || p.kind === 'ferrule';
