/** The limits of a criterion that are measured, and what every limit says of itself: its source, its edition, a clause somebody looked up. */
import { z } from 'zod';
import { show, type System } from '../../basics/units';

/** What a criterion limits, one name a subject: each has a source of its own. */
export const limitSchema = z.enum([
  'oxygen',
  'colour',
  'numbers',
  'faults',
  'defects',
  'high-low',
  'concavity',
  'convexity',
  'undercut',
  'width',
  'rewelds',
  'inside-seen',
  'finish',
  'cleaning',
]);
export type LimitId = z.infer<typeof limitSchema>;
export const limitNames: Record<LimitId, string> = {
  oxygen: 'Oxygen',
  colour: 'Colour',
  numbers: 'Numbers of a printed guide',
  faults: 'What the purge shows',
  defects: 'Defects',
  'high-low': 'High-low',
  concavity: 'Concavity',
  convexity: 'Convexity',
  undercut: 'Undercut',
  width: 'Bead width',
  rewelds: 'Welding again',
  'inside-seen': 'Inside to be seen',
  finish: 'Finish',
  cleaning: 'Cleaning and passivation',
};

/** How far something can be relied on; shop: somebody of the shop stands for it. */
export const confidenceSchema = z.enum(['high', 'medium', 'low', 'shop']);

export const sourceSchema = z.object({
  /** document by number, or "common practice, no source"; never its text */
  source: z.string().min(1).max(160),
  edition: z.string().max(40),
  /** medium: check against your edition; low: a template only */
  confidence: confidenceSchema,
});
export type Source = z.infer<typeof sourceSchema>;

export const confirmedSchema = z.object({
  document: z.string().trim().min(2).max(80),
  edition: z.string().trim().min(1).max(40),
  clause: z.string().trim().min(1).max(60),
  by: z.uuid(),
  name: z.string().max(80),
  when: z.iso.datetime(),
});
export type Confirmed = z.infer<typeof confirmedSchema>;

/**
 * A size that may be measured and is still accepted: so much, and so much of the wall, but never more than `most`. For the bead's width:
 * its narrowest as a share of its widest, at least.
 */
export const measureSchema = z.object({
  of: z.enum(['high-low', 'concavity', 'convexity', 'undercut', 'width']),
  side: z.enum(['inside', 'outside', 'both']),
  /** m */
  fixed: z.number().min(0).max(0.02),
  share: z.number().min(0).max(1),
  /** m; null: no other end */
  most: z.number().positive().max(0.05).nullable(),
});
export type Measure = z.infer<typeof measureSchema>;

/** The most that may be measured on a wall, m. @param wall m */
export const mostOf = (m: Measure, wall: number): number => Math.min(m.fixed + m.share * wall, m.most ?? Infinity);

const percent = (share: number): string => `${Number((100 * share).toFixed(1))} %`;

/** "10 % of the wall", "0.2 mm and 10 % of the wall, 1 mm at most", "none". */
export function measureText(m: Measure, system: System): string {
  if (m.of === 'width') return `narrowest at least ${percent(m.share)} of its widest`;
  const parts = [m.fixed > 0 && show(m.fixed, 'length', system), m.share > 0 && `${percent(m.share)} of the wall`].filter(Boolean);
  if (parts.length === 0) return 'none';
  return parts.join(' and ') + (m.most !== null && m.share > 0 ? `, ${show(m.most, 'length', system)} at most` : '');
}

/** The limit for a side, if there is one. */
export const measureFor = (measures: readonly Measure[] | undefined, of: string, side: 'inside' | 'outside'): Measure | undefined =>
  measures?.find((m) => m.of === of && (m.side === side || m.side === 'both'));
