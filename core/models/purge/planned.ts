/** A plan as it is kept: its times, its figures, the rules it breaks. */
import { z } from 'zod';
import { figureSchema } from '../../basics/figure';

export const ruleSchema = z.object({
  id: z.string(),
  /** stop: a rule of the trade is broken; mind: worth knowing */
  level: z.enum(['stop', 'mind']),
  /** part, dam, inlet or vent it is about */
  at: z.string(),
  text: z.string(),
});
export type Rule = z.infer<typeof ruleSchema>;

const spanSchema = z.object({ value: z.number().nullable(), low: z.number().nullable(), high: z.number().nullable() });

export const planSchema = z.object({
  /** which model gave it: records keep plans of earlier ones */
  model: z.string().max(40),
  limitPpm: z.number(),
  /** s to the limit, nominal with P10 and P90; null where no time is given */
  joint: spanSchema,
  vent: spanSchema,
  figures: z.array(figureSchema),
  rules: z.array(ruleSchema),
});
export type Plan = z.infer<typeof planSchema>;
/** What of a plan says how long. */
export type Times = Pick<Plan, 'joint' | 'vent' | 'figures'>;
