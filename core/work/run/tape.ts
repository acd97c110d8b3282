/**
 * A joint welded by arc: taped all round, peeled a part at a time, that part welded, then the next. Round a tube uphill on
 * both sides, the trade's order (common practice, no source): 6 to 3, 3 to 12, then 6 to 9, 9 to 12; along an edge from one end.
 */
import { arcHours, arcOf, arcText, type Arc, type Seam } from '../../basics/seam';

export type Quarter = { name: string; arc: Arc };

/** Along an edge: one quarter after the other from the edge it is measured from. */
const along: readonly Quarter[] = ['1st', '2nd', '3rd', 'last'].map((name, i) => ({ name, arc: arcOf(3 * i, 3 * i + 3) }));
/** Clockwise sectors of the clock, under the names a welder gives them. */
const round: readonly Quarter[] = [
  { name: '6-3', arc: { from: 3, to: 6 } },
  { name: '3-12', arc: { from: 12, to: 3 } },
  { name: '6-9', arc: { from: 6, to: 9 } },
  { name: '9-12', arc: { from: 9, to: 12 } },
];

/** The quarters of a seam, in the order they are welded. */
export const quartersOf = (seam: Seam): readonly Quarter[] => (seam.kind === 'straight' ? along : round);

/** What of a joint is peeled and not welded yet, and what is welded. */
export type Peeled = { open: Arc[]; welded: Arc[] };
export const nothingPeeled: Peeled = { open: [], welded: [] };

export const sameArc = (a: Arc, b: Arc): boolean => a.from === b.from && a.to === b.to;

/** Share of the round, 0 to 1. */
export const shareOf = (arcs: readonly Arc[]): number => Math.min(1, arcs.reduce((s, a) => s + arcHours(a), 0) / 12);

/** "6-3", "1st quarter", or "2 to 5 o'clock" for what is no quarter. */
export const arcName = (a: Arc, seam: Seam): string => {
  const quarter = quartersOf(seam).find((q) => sameArc(q.arc, a));
  return quarter ? `${quarter.name}${seam.kind === 'straight' ? ' quarter' : ''}` : arcText(a, seam);
};

/** The quarter that is peeled next; null when all are off. */
export const nextQuarter = (p: Peeled, seam: Seam): Quarter | null =>
  quartersOf(seam).find((q) => ![...p.open, ...p.welded].some((a) => sameArc(a, q.arc))) ?? null;

export const peel = (p: Peeled, arc: Arc): Peeled =>
  p.open.some((a) => sameArc(a, arc)) ? p : { open: [...p.open, arc], welded: p.welded.filter((a) => !sameArc(a, arc)) };
export const tapeBack = (p: Peeled, arc: Arc): Peeled => ({ ...p, open: p.open.filter((a) => !sameArc(a, arc)) });
/** The arc went off: what was open is welded. */
export const weldOpen = (p: Peeled): Peeled => (p.open.length ? { open: [], welded: [...p.welded, ...p.open] } : p);
