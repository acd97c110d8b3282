/**
 * A joint welded by arc: taped all round, peeled a part at a time, that part welded, then the next. Uphill on both sides, the
 * trade's order (common practice, no source): 6 to 3, 3 to 12, then 6 to 9, 9 to 12.
 */
import { arcHours, type Arc } from '../../models/criteria';

export type Quarter = { name: string; arc: Arc };

/** Clockwise sectors of the clock, under the names a welder gives them. */
export const quarters: readonly Quarter[] = [
  { name: '6-3', arc: { from: 3, to: 6 } },
  { name: '3-12', arc: { from: 12, to: 3 } },
  { name: '6-9', arc: { from: 6, to: 9 } },
  { name: '9-12', arc: { from: 9, to: 12 } },
];

/** What of a joint is peeled and not welded yet, and what is welded. */
export type Peeled = { open: Arc[]; welded: Arc[] };
export const nothingPeeled: Peeled = { open: [], welded: [] };

export const sameArc = (a: Arc, b: Arc): boolean => a.from === b.from && a.to === b.to;

/** Share of the round, 0 to 1. */
export const shareOf = (arcs: readonly Arc[]): number => Math.min(1, arcs.reduce((s, a) => s + arcHours(a), 0) / 12);

/** "6-3", or "2 to 5" for what is no quarter. */
export const arcName = (a: Arc): string => quarters.find((q) => sameArc(q.arc, a))?.name ?? `${a.from} to ${a.to}`;

/** The quarter that is peeled next; null when all are off. */
export const nextQuarter = (p: Peeled): Quarter | null =>
  quarters.find((q) => ![...p.open, ...p.welded].some((a) => sameArc(a, q.arc))) ?? null;

export const peel = (p: Peeled, arc: Arc): Peeled =>
  p.open.some((a) => sameArc(a, arc)) ? p : { open: [...p.open, arc], welded: p.welded.filter((a) => !sameArc(a, arc)) };
export const tapeBack = (p: Peeled, arc: Arc): Peeled => ({ ...p, open: p.open.filter((a) => !sameArc(a, arc)) });
/** The arc went off: what was open is welded. */
export const weldOpen = (p: Peeled): Peeled => (p.open.length ? { open: [], welded: [...p.welded, ...p.open] } : p);
