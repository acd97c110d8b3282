/** What is to be taken off, stretch by stretch of each side: from what was seen on the weld. */
import { arcHours, arcOf, inArc, midOf, type Arc } from '../../basics/seam';
import type { FoundDefect, Tint } from '../criteria';
import type { Band } from '../tint';
import { thickness } from './strip';

export type Side = 'inside' | 'outside';
/** A stretch of one side with its thickest tint, null where it was graded by a number of some guide; and whether an arc strike lies there. */
export type Dirt = { side: Side; arc: Arc; tint: Band | null; strike: boolean };

/** A number is held for thicker than a film that is only straw, and thinner than what is plain to see. */
const rank = (b: Band | null): number => (b === null ? thickness('gold') + 0.5 : thickness(b));

/** Twelfths, where the one or the other begins. */
const edges = (arcs: readonly Arc[]): number[] => [...new Set(arcs.flatMap((a) => [a.from % 12, a.to % 12]))].sort((a, b) => a - b);

/**
 * Bead and heat-affected zone of a side as one: what stands on the tube there is cleaned together. Like neighbours are one stretch.
 * @param tints as of the newest look; unseen stretches are none
 */
export function dirtOf(tints: readonly Tint[], defects: readonly FoundDefect[]): Dirt[] {
  return (['inside', 'outside'] as const).flatMap((side) => {
    const seen = tints.flatMap((t): { arc: Arc; band: Band | null }[] => {
      if (!t.zone.startsWith(side === 'inside' ? 'id' : 'od')) return [];
      if (t.grade.by === 'band') return t.grade.band === 'bright' ? [] : [{ arc: t.arc, band: t.grade.band }];
      // The lowest numbers of a guide are bright metal.
      return t.grade.by === 'number' && t.grade.number > 1 ? [{ arc: t.arc, band: null }] : [];
    });
    const strikes = defects.filter((d) => d.side === side && d.kind === 'arc-strike');
    const cuts = edges([...seen, ...strikes].map((x) => x.arc));
    if (cuts.length === 0) return [];
    const pieces: Dirt[] = cuts.flatMap((from, i) => {
      const arc = arcOf(from, cuts[(i + 1) % cuts.length] as number);
      const here = midOf(arc);
      const [worst] = seen.filter((s) => inArc(s.arc, here)).sort((a, b) => rank(b.band) - rank(a.band));
      const strike = strikes.some((d) => inArc(d.arc, here));
      return worst || strike ? [{ side, arc, tint: worst ? worst.band : 'bright', strike }] : [];
    });
    return joined(pieces);
  });
}

/** Like neighbours as one, over twelve too. */
function joined(pieces: readonly Dirt[]): Dirt[] {
  const out: Dirt[] = [];
  const alike = (a: Dirt, b: Dirt) => a.tint === b.tint && a.strike === b.strike && a.arc.to === b.arc.from;
  for (const p of pieces) {
    const last = out.at(-1);
    if (last && alike(last, p) && arcHours(last.arc) + arcHours(p.arc) <= 12 + 1e-6)
      out[out.length - 1] = { ...last, arc: arcOf(last.arc.from, p.arc.to) };
    else out.push(p);
  }
  const [first, last] = [out[0], out.at(-1)];
  return first && last && first !== last && alike(last, first)
    ? [{ ...first, arc: arcOf(last.arc.from, first.arc.to) }, ...out.slice(1, -1)]
    : out;
}
