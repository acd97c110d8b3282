/** Shapes of the ninth generation: electrolytic pads and passivating baths on their clocks. Never changed, like those before. */
import { z } from 'zod';

/** What an electrolytic pad was fed with, and how it was. */
export const current = z.object({
  kind: z.enum(['ac', 'dc']),
  amps: z.number().positive().max(2000).nullable(),
  pad: z.enum(['whole', 'worn']),
});
export const wetWithin = z.number().positive().max(86_400).nullable();
/** The bath of the shop it hung in, and what spoke against that as its log stood; null for a gel, or a tank that stands in no register. */
export const tank = z
  .object({
    id: z.uuid(),
    label: z.string().max(80),
    out: z.array(z.enum(['other', 'empty', 'weak', 'strong', 'cold', 'hot', 'iron', 'late'])).max(8),
  })
  .nullable();
