/**
 * A figure that can explain itself: what it is, how sure, from which rule, out of which inputs.
 * Every advice function returns these, and one component opens any of them.
 */
import { z } from 'zod';

export const quantitySchema = z.enum([
  'length',
  'area',
  'volume',
  'time',
  'flow',
  'pressure',
  'gauge',
  'oxygen',
  'current',
  'temperature',
  'count',
  'fraction',
  'speed',
  'dissolved',
  'wind',
  'voltage',
  'heat',
  'roughness',
]);
/** SI inside: m, m², m³, s, m³/s, Pa, A, V, J/m, m of Ra; oxygen in ppm by volume, what is dissolved in water in ppm by weight, temperature in °C, the rest plain numbers. */
export type Quantity = z.infer<typeof quantitySchema>;

export const figureSchema = z.object({
  /** what it is to whoever looks for it: a label may be worded anew, this may not */
  id: z.string().max(40).optional(),
  label: z.string(),
  quantity: quantitySchema,
  /** null when the honest answer is that there is none; `note` then says why */
  value: z.number().nullable(),
  /** P10 and P90 unless the source says otherwise */
  low: z.number().nullable().default(null),
  high: z.number().nullable().default(null),
  /** model: computed and uncertain; rule: a rule of the trade or a table; measured; typed */
  kind: z.enum(['model', 'rule', 'measured', 'typed']),
  /** the formula in words */
  formula: z.string(),
  source: z.string(),
  inputs: z.array(z.object({ name: z.string(), quantity: quantitySchema.nullable(), value: z.union([z.number(), z.string()]) })),
  note: z.string().default(''),
  /** what must be seen beside the figure without opening it */
  caution: z.string().default(''),
});
export type Figure = z.infer<typeof figureSchema>;

type Loose = Pick<Figure, 'label' | 'quantity' | 'value' | 'kind' | 'formula' | 'source'> & Partial<Figure>;

/** Fills in what a figure leaves open. */
export const figure = (f: Loose): Figure => ({ low: null, high: null, inputs: [], note: '', caution: '', ...f });

/** One named input of a figure. */
export const input = (name: string, quantity: Quantity | null, value: number | string) => ({ name, quantity, value });
