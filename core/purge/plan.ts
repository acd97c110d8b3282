/** What a purge set-up of a straight body between two dams is: the words, and the schema a record keeps. */
import { z } from 'zod';
import { gasSchema } from '../gases';
import { figureSchema } from '../figure';

export const damSchema = z.enum(['bung', 'foil', 'tape', 'card', 'plate', 'foam', 'water-soluble']);
export type Dam = z.infer<typeof damSchema>;

export const heightSchema = z.enum(['low', 'middle', 'high']);

const length = (max: number) => z.number().positive().max(max);

/** A straight body: everything from dam A to dam B, the joint between them. Lengths in metres, flow in m³/s. */
export const bodySchema = z.object({
  damA: z.object({ kind: damSchema, distance: length(30) }),
  damB: z.object({ kind: damSchema, distance: length(30) }),
  inlet: z.object({ side: z.enum(['A', 'B']), height: heightSchema, bore: length(0.1), diffuser: z.boolean() }),
  vent: z.object({ side: z.enum(['A', 'B']), height: heightSchema, bore: length(0.1) }),
  /** degrees from level, A end down is negative, B end down positive; 90 stands on end */
  tilt: z.number().min(-90).max(90),
  flow: z.number().positive().max(5e-3),
  gas: gasSchema,
  /** oxygen in the supply, ppm */
  supplyPpm: z.number().min(0).max(5000),
});
export type Body = z.infer<typeof bodySchema>;

export const ruleSchema = z.object({
  id: z.string(),
  /** stop: a rule of the trade is broken; mind: worth knowing */
  level: z.enum(['stop', 'mind']),
  /** where on the Side view */
  at: z.enum(['damA', 'damB', 'inlet', 'vent', 'tilt', 'flow', 'body']),
  text: z.string(),
});
export type Rule = z.infer<typeof ruleSchema>;

export const planSchema = z.object({
  model: z.literal('straight-1'),
  limitPpm: z.number(),
  figures: z.array(figureSchema),
  rules: z.array(ruleSchema),
});
export type Plan = z.infer<typeof planSchema>;
