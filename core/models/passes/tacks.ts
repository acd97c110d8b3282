/** Tacks: what kinds there are, where they sit, and what each takes. Common practice throughout, no source. */
import { z } from 'zod';
import type { Seam } from '../../basics/seam';

export const tackKindSchema = z.enum(['short', 'burst', 'bridge', 'pull']);
export type TackKind = z.infer<typeof tackKindSchema>;
export const tackKindNames: Record<TackKind, string> = {
  short: 'Short taps',
  burst: 'Burst, about double',
  bridge: 'Bridge, cut out',
  pull: 'To pull the gap shut',
};
export const tackKindWords: Record<TackKind, string> = {
  short: 'Hot enough to fuse, then off and on to the next. One that did not fuse is left for the weld.',
  burst: 'About twice the welding amps for an instant: it fuses both edges before the heat spreads.',
  bridge: 'It holds the gap from above and never touches the root; ground out as the weld comes to it. Grinding lets air in.',
  pull: 'Set opposite the wide side: it draws the gap shut as it cools.',
};
/** Amps of a tack, by those of the weld. */
export const tackAmps = (kind: TackKind, amps: number): number => (kind === 'burst' ? 2 * amps : amps);

/**
 * Where so many tacks sit: evenly, the start of the weld midway between two; along a straight seam from edge to edge.
 * @returns places, 0 to 12
 */
export function tackPlaces(count: number, start: number, seam: Seam): number[] {
  if (count <= 0) return [];
  if (seam.kind === 'straight') return Array.from({ length: count }, (_, i) => (count === 1 ? 6 : (12 * i) / (count - 1)));
  return Array.from({ length: count }, (_, i) => (start + (12 * (i + 0.5)) / count) % 12).sort((a, b) => a - b);
}
