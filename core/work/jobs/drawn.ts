/** The spool of new work as it is drawn: laid out by its one line, its joints pressed to be welded. The line is all there is to keep. */
import { z } from 'zod';
import type { Size } from '../../basics/sizes';
import { formatList, layOut, parseList, sizeAt, type Part, type PartKind, type Wish } from '../../basics/spool';
import type { System } from '../../basics/units';
import { closeUp, jointsToWeld, setupSchema, startingSetup, withJoints, withoutPart, withPart, type Setup } from '../../models/setup';

/** What is sent of a drawing: the set-up the spool begins with, and the joint of each weld in the order of their numbers. */
export const drawnSchema = z.object({ setup: setupSchema, joints: z.array(z.string().max(12)).min(1).max(200) });
export type Drawn = z.infer<typeof drawnSchema>;

/** As most spools lie before anyone has drawn them. */
export const PLAIN_LIST: Record<System, string> = { inch: '12 in, weld, 12 in', metric: '300 mm, weld, 300 mm' };

export type Laid =
  | {
      ok: true;
      setup: Setup;
      /** joints one can press */ weldable: string[];
      /** those that are, in order along the spool */ pressed: string[];
    }
  | { ok: false; error: string };

/** A joint that a weld of this size can be: it goes round a tube of it, and is no cap, nipple or jacket. */
const fits = (p: Part, size: Size): boolean =>
  p.on !== null && p.kind !== 'cap' && p.kind !== 'nipple' && p.kind !== 'jacket' && Math.abs(sizeAt(p, 'a').od - size.od) < 1e-6;

/** Lays a spool out by its line; what cannot be read is said with the word it stands at. */
export function layList(list: string, system: System, size: Size): Laid {
  const read = parseList(list, system, size.series, size);
  if (!read.ok) return { ok: false, error: `At "${read.error.word || list.trim() || 'the start'}": ${read.error.text}` };
  const weldable = read.parts.filter((p) => fits(p, size)).map((p) => p.id);
  const marked = new Set([...read.joints, ...(read.joint === null ? [] : [read.joint])]);
  const pressed = weldable.filter((id) => marked.has(id));
  const [first, ...others] = pressed;
  const closed = closeUp(read.parts, first ?? weldable[0] ?? null, startingSetup(size));
  return { ok: true, setup: withJoints(closed, others), weldable, pressed };
}

/** The line without the size it begins with: that is asked for beside it. */
const written = (parts: readonly Part[], system: System, joints: readonly string[]): string =>
  formatList(parts, system, joints).replace(/^[^:]*: /, '');

/** The line with a joint pressed: marked to be welded, or no longer. */
export const pressJoint = ({ setup, pressed }: Extract<Laid, { ok: true }>, joint: string, system: System): string =>
  written(setup.parts, system, pressed.includes(joint) ? pressed.filter((j) => j !== joint) : [...pressed, joint]);

/** The line with a part more at the end of its main run; its joint is marked where it can be welded. As it was when every end is capped. */
export function addToList(laid: Extract<Laid, { ok: true }>, kind: Exclude<PartKind, 'jacket'>, wish: Wish, system: System): string {
  const { setup, pressed } = laid;
  const free = layOut(setup.parts).free;
  const end = free.findLast((e) => e.port === 'b') ?? free.at(-1);
  const next = end ? withPart(setup, end, kind, wish) : setup;
  const made = next.parts.at(-1);
  const marked = made && next.parts.length > setup.parts.length && kind !== 'cap' && kind !== 'nipple' ? [...pressed, made.id] : pressed;
  return written(next.parts, system, marked);
}

/** The line without its last part. */
export function cutList({ setup, pressed }: Extract<Laid, { ok: true }>, system: System): string {
  const last = setup.parts.findLast((p) => p.kind !== 'jacket');
  return last ? written(withoutPart(setup, last.id).parts, system, pressed) : written(setup.parts, system, pressed);
}

/** What is sent; null while no joint is pressed. */
export const drawnOf = (laid: Laid): Drawn | null =>
  laid.ok && jointsToWeld(laid.setup).length > 0 && laid.pressed.length > 0 ? { setup: laid.setup, joints: laid.pressed } : null;
