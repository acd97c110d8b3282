/**
 * The line that is welded, and where on it something lies. One measure serves every seam: twelfths of its whole way. Round a tube
 * they are the hours of a clock, 12 at the scribed mark; along a straight seam they are twelfths of its length from the edge it is
 * measured from. So a stretch of tape, of tint or of weld is the same two numbers everywhere, and only its words differ.
 */
import { z } from 'zod';
import { sizeSchema } from '../sizes';
import { show, type System } from '../units';

/** Longest straight seam, m: a strake of a large tank; beyond it the unit is wrong. */
export const SEAM_MOST = 20;

export const seamSchema = z.discriminatedUnion('kind', [
  /** round a tube: read on a clock */
  z.object({ kind: z.literal('round') }),
  /** from edge to edge: read on a rule. Length in m */
  z.object({ kind: z.literal('straight'), length: z.number().positive().max(SEAM_MOST) }),
  /** round a branch that stands on a run: read on a clock whose 12 lies along the run */
  z.object({ kind: z.literal('saddle'), onto: sizeSchema }),
]);
export type Seam = z.infer<typeof seamSchema>;
export const ROUND: Seam = { kind: 'round' };

/** Twelfths, clockwise or onward from `from` to `to`; 12 to 12 is the whole seam. On a straight one `from` 12 is the first edge. */
export const arcSchema = z.object({ from: z.number().gt(0).max(12), to: z.number().gt(0).max(12) });
export type Arc = z.infer<typeof arcSchema>;
export const WHOLE: Arc = { from: 12, to: 12 };

/** Twelfths covered by an arc. */
export const arcHours = (a: Arc): number => ((a.to - a.from + 12 - 1e-9) % 12) + 1e-9;
export const isWhole = (a: Arc): boolean => arcHours(a) >= 12 - 1e-6;
/** Is this place (0 to 12) inside the arc? */
export const inArc = (a: Arc, at: number): boolean => isWhole(a) || (at - a.from + 24) % 12 <= arcHours(a) + 1e-9;
/** The middle of an arc, 0 to 12. */
export const midOf = (a: Arc): number => (a.from + arcHours(a) / 2) % 12;
/** An arc between two places, 0 to 12 each, in the order given. */
export const arcOf = (from: number, to: number): Arc => ({ from: from % 12 || 12, to: to % 12 || 12 });

/** Metres from the first edge of a straight seam to a place on it (0 to 12). */
export const metresAt = (length: number, at: number): number => (length * at) / 12;
/** The place (0 to 12) that lies so many metres from the first edge. */
export const placeAt = (length: number, metres: number): number => (12 * metres) / length;

/** 7.5 as 7:30, 12 as 12. */
export function hourText(at: number): string {
  const minutes = Math.round(((at + 12) % 12) * 60);
  return `${Math.floor(minutes / 60) || 12}${minutes % 60 ? `:${String(minutes % 60).padStart(2, '0')}` : ''}`;
}

/** Where a place is, in words: "3 o'clock", or "100 mm". */
export const placeText = (at: number, seam: Seam, system: System = 'metric'): string =>
  seam.kind === 'straight' ? show(metresAt(seam.length, at), 'length', system) : `${hourText(at)} o'clock`;

/** The same where it stands in a line of figures: "3", or "100 mm". */
export const placeShort = (at: number, seam: Seam, system: System = 'metric'): string =>
  seam.kind === 'straight' ? placeText(at, seam, system) : hourText(at);

/** Where a stretch is, in words: "3 to 6 o'clock", "100 mm to 200 mm", "all round", "all along". */
export function arcText(a: Arc, seam: Seam, system: System = 'metric'): string {
  if (seam.kind === 'straight')
    return isWhole(a) ? 'all along' : `${placeText(a.from % 12, seam, system)} to ${placeText(a.to, seam, system)}`;
  return isWhole(a) ? 'all round' : `${hourText(a.from)} to ${hourText(a.to)} o'clock`;
}

/** Why an arc cannot be of this seam; null when it can. A straight seam has two ends: nothing goes on from the last into the first. */
export const arcRefusal = (a: Arc, seam: Seam): string | null =>
  seam.kind === 'straight' && a.from % 12 >= a.to
    ? 'On a straight seam a stretch runs from its first edge towards its last: turn the two round.'
    : null;

/**
 * How deep the seam of a branch lies below its highest point, m, at a clock hour: nought along the run (12 and 6, the crown), most
 * across it (3 and 9, the flanks). Where a cylinder of radius r stands square on one of radius R its edge is
 * R - sqrt(R² - r² sin² a), exact geometry.
 * @param branch outside diameter of what is set on, m
 * @param run outside diameter of what it stands on, m; a branch as wide as its run falls by all of R
 */
export function saddleDrop(branch: number, run: number, hour: number): number {
  const [r, R] = [Math.min(branch, run) / 2, run / 2];
  return R - Math.sqrt(R * R - (r * Math.sin((hour / 12) * 2 * Math.PI)) ** 2);
}
