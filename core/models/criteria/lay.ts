/** Tints as laid on the seam one after the other: the newest covers what it touches. */
import { arcHours, arcOf, isWhole, type Arc, type Seam } from '../../basics/seam';
import type { Tint } from './criterion';

/** Stretches shorter than this are none: twelfths. */
const NOTHING = 1e-6;

/** Without what turning round and back leaves in the last digits. */
const tidy = (at: number): number => Number(at.toFixed(9));

/** What is left of an arc under another that is laid over it. A whole round that is cut stays one piece, over twelve; an edge does not. */
export function arcLess(under: Arc, over: Arc, seam: Seam): Arc[] {
  if (isWhole(over)) return [];
  // Counted from where the lower one begins.
  const [begin, long] = [under.from % 12, arcHours(under)];
  const from = (over.from - begin + 24) % 12;
  const to = from + arcHours(over);
  // The upper one lies in one piece from there on, or in two: its end comes round again.
  const free: [number, number][] = to > 12 ? [[to - 12, from]] : [[0, from], [to, 12]]; // prettier-ignore
  const pieces = free
    .map(([a, b]): [number, number] => [a, Math.min(b, long)])
    .filter(([a, b]) => b - a > NOTHING)
    .map(([a, b]) => arcOf(tidy(begin + a), tidy(begin + b)));
  const [first, last] = pieces;
  return isWhole(under) && seam.kind !== 'straight' && first && last ? [{ from: last.from, to: first.to }] : pieces;
}

/** A tint laid over others takes its stretch from them. */
export const lay = (tints: readonly Tint[], next: Tint, seam: Seam): Tint[] => [
  ...tints.flatMap((t): Tint[] => (t.zone === next.zone ? arcLess(t.arc, next.arc, seam).map((arc) => ({ ...t, arc })) : [t])),
  next,
];
