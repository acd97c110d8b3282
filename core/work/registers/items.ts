/** The registers a record names by id: heats, WPSs, gas lots, tools, products. Plain rows, one schema a kind. */
import { z } from 'zod';
import { productSchema, toolSchema } from '../../models/cleaning';
import { cylinderSchema, gasSchema, meterSchema } from '../../basics/gases';
import { alloySchema } from '../../basics/materials';
import { kitSchema } from '../../models/setup';

const label = z.string().trim().min(1, 'Enter its number.').max(80);

export const heatBodySchema = z.object({
  alloy: alloySchema,
  what: z.enum(['tube', 'fitting', 'filler', 'flux']),
  /** weight percent, from the certificate */
  sulphur: z.number().min(0).max(1).nullable().default(null),
  /** class of a filler, such as ER316L; null where it is the alloy's own */
  filler: z.string().trim().max(20).nullable().optional(),
});
export const wpsBodySchema = z.object({
  revision: z.string().min(1).max(12),
  amps: z.tuple([z.number().positive(), z.number().positive()]).nullable().default(null),
  about: z.string().max(120).default(''),
  /** the base metals it is for; none: it does not say */
  metals: z.array(alloySchema).max(12).optional(),
});
export const gasBodySchema = z.object({
  gas: gasSchema,
  lot: z.string().min(1).max(40),
  grade: z.string().max(20),
  supplyPpm: z.number().min(0).max(5000),
  use: z.enum(['purge', 'torch', 'both']),
  certificate: z.string().max(60).default(''),
  /** frost point of the certificate, °C; null when it gives none */
  frostPoint: z.number().min(-100).max(20).nullable().default(null),
});

export const registerSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('heat'), label, body: heatBodySchema }),
  z.object({ kind: z.literal('wps'), label, body: wpsBodySchema }),
  z.object({ kind: z.literal('gas'), label, body: gasBodySchema }),
  z.object({ kind: z.literal('tool'), label, body: toolSchema }),
  z.object({ kind: z.literal('product'), label, body: productSchema }),
  z.object({ kind: z.literal('kit'), label, body: kitSchema }),
  z.object({ kind: z.literal('cylinder'), label, body: cylinderSchema }),
  z.object({ kind: z.literal('meter'), label, body: meterSchema }),
]);
export type NewRegisterItem = z.infer<typeof registerSchema>;
export type RegisterItem = NewRegisterItem & { id: string };
export type ItemOf<K extends RegisterItem['kind']> = Extract<RegisterItem, { kind: K }>;

/** The items of one kind. */
export const itemsOf = <K extends RegisterItem['kind']>(all: readonly RegisterItem[], kind: K): ItemOf<K>[] =>
  all.filter((i): i is ItemOf<K> => i.kind === kind);
