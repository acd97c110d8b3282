/** Shapes of the fourth generation: seams that do not go round a tube, and places at the very edge of one. Never changed, like those before. */
import { z } from 'zod';
import * as one from './one';
import * as two from './two';

/** A place on a seam, twelfths; 0 is the first edge of a straight one, 12 its last. */
export const place = z.number().min(0).max(12);

const seam = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('round') }),
  z.object({ kind: z.literal('straight'), length: z.number().positive().max(20) }),
  z.object({ kind: z.literal('saddle'), onto: one.size }),
]);

export const design = two.design.extend({
  joint: z.enum(['square-butt', 'open-root', 'straight', 'corner', 'fillet', 'tank', 'set-on', 'nipple']),
  seam,
});
