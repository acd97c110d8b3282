/** What was brushed before somebody looked is no colour as welded: an earlier look stands for it, and where there is none it is unknown. */
import type { Seam } from '../../basics/seam';
import { lay, type Tint } from '../../models/criteria';

export type Brushed = { inside: boolean; outside: boolean };

/**
 * @param tints as graded now
 * @param brushed sides that had been cleaned when they were graded
 * @param before as graded in the look before, which is as welded already; empty where there was none
 */
export function asWelded(tints: readonly Tint[], brushed: Brushed, before: readonly Tint[]): Tint[] {
  const late = (t: Tint): boolean => brushed[t.zone.startsWith('id') ? 'inside' : 'outside'];
  const kept = before.filter(late);
  const known = new Set(kept.map((t) => t.zone));
  return [
    ...kept,
    ...tints.flatMap((t): Tint[] => {
      if (!late(t)) return [t];
      if (known.has(t.zone)) return [];
      return [t.grade.by === 'unseen' ? t : { ...t, grade: { by: 'brushed' } }];
    }),
  ];
}

/**
 * What is left on sides that had been cleaned when they were graded. A colour that merely still stands there as it was graded as welded is not
 * said anew.
 * @param before as graded as welded @param already what was said to be left before
 */
export function afterBrush(
  tints: readonly Tint[],
  brushed: Brushed,
  before: readonly Tint[],
  already: readonly Tint[],
  seam: Seam,
): Tint[] {
  const key = ({ zone, arc, grade }: Tint) => JSON.stringify([zone, arc.from, arc.to, grade]);
  const known = new Set(before.map(key));
  const said = tints.filter(
    (t) => t.grade.by !== 'unseen' && brushed[t.zone.startsWith('id') ? 'inside' : 'outside'] && !known.has(key(t)),
  );
  return said.reduce<Tint[]>((left, t) => lay(left, t, seam), [...already]);
}
