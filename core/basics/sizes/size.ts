/** What a size is. */
import { z } from 'zod';

export const seriesSchema = z.enum(['inch-tube', 'metric-tube', 'iso-tube', 'pipe']);
export type Series = z.infer<typeof seriesSchema>;

export const sizeSchema = z
  .object({
    series: seriesSchema,
    /** as its table names it; outside diameter by wall for a tube of one's own */
    nominal: z.string().min(1).max(10),
    schedule: z.string().max(6).nullable(),
    /** outside diameter, m */
    od: z.number().positive().max(2),
    /** wall, m */
    wall: z.number().positive().max(0.1),
  })
  .refine((s) => 2 * s.wall < s.od, 'The wall leaves no bore.');
/** One size of tube or pipe, lengths in metres. */
export type Size = z.infer<typeof sizeSchema>;
