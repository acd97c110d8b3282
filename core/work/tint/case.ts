/** What is kept of a weld beside its record, for looks over many of them. */
import { z } from 'zod';
import { alloySchema } from '../../basics/materials';
import { bandSchema, type Band } from '../../models/tint';
import { insideIsSeen } from '../look';
import type { WeldState } from '../record';
import { highestAtArc, tintAsked } from './conditions';
import { eyePairs, eyePairSchema } from './eyes';

/** In the order the film grows, scale last. */
const order: readonly Band[] = bandSchema.options;

/** The worst tint of a side, as welded, by its word; null where nobody saw it or it was graded by a number. */
export function worstSeen(s: WeldState, side: 'inside' | 'outside'): Band | null {
  const { look } = s;
  if (!look || (side === 'inside' && !insideIsSeen(look.insideBy))) return null;
  const bands = look.tints
    .filter((t) => t.zone.startsWith(side === 'inside' ? 'id' : 'od'))
    .map((t) => (t.grade.by === 'band' ? t.grade.band : null));
  if (bands.length === 0 || bands.includes(null)) return null;
  return bands.reduce((worst, b) => (order.indexOf(b as Band) > order.indexOf(worst as Band) ? b : worst));
}

/** A weld whose inside was seen, and whose oxygen was measured at the arc: what the model can be held against. */
export const tintCaseSchema = z.object({
  alloy: alloySchema,
  pass: z.object({
    wall: z.number(),
    od: z.number().nullable(),
    travel: z.number(),
    current: z.number(),
  }),
  ppm: z.number(),
  flow: z.number(),
  /** the lot of the purge gas, whose certificate may give a dew point */
  lot: z.uuid().nullable(),
  seen: bandSchema,
});
export type TintCase = z.infer<typeof tintCaseSchema>;
export const weldTintSchema = z.object({ case: tintCaseSchema.nullable(), pairs: z.array(eyePairSchema) });
export type WeldTint = z.infer<typeof weldTintSchema>;

/** What is kept of a weld beside its record, for looks over many of them; null while nothing of it was looked at. */
export function weldTint(s: WeldState): WeldTint | null {
  if (!s.look && s.pictures.length === 0) return null;
  const seen = worstSeen(s, 'inside');
  const asked = highestAtArc(s) === null ? null : (tintAsked(s, 0, null)?.inside ?? null);
  const { pass, gas } = asked ?? {};
  return {
    case:
      seen && pass && gas
        ? {
            alloy: pass.alloy,
            pass: { wall: pass.wall, od: pass.od, travel: pass.travel, current: pass.current },
            ...{ ppm: gas.ppm, flow: gas.flow, lot: s.gas?.purge.id ?? null, seen },
          }
        : null,
    pairs: eyePairs(s),
  };
}
