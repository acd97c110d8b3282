/** The registers a record names by id: heats, WPSs, gas lots, tools, products. Plain rows, one schema a kind. */
import { z } from 'zod';
import { productSchema, toolSchema } from '../../models/cleaning';
import { cylinderSchema, gasSchema, meterSchema } from '../../basics/gases';
import { alloySchema, type AlloyFamily } from '../../basics/materials';
import { backingSchema } from '../../models/need';
import { processSchema } from '../../models/passes';
import { bathSchema, type BathNow } from '../../models/bath';
import { stripSchema } from '../../models/ladder';
import { kitSchema } from '../../models/setup';
import { positionNames, rowIds, type Position, type RowId } from '../../models/wps';
import { cups } from '../../models/shield';

const label = z.string().trim().min(1, 'Enter its number.').max(80);
const day = z.iso.date('Pick a day.').refine((d) => d >= '1970-01-01' && d < '2200-01-01', 'No such day stands on it. Look again.');
/** the last day it is good for; null where it has none */
const expires = day.nullable().optional();

export const heatBodySchema = z.object({
  alloy: alloySchema,
  what: z.enum(['tube', 'fitting', 'filler', 'flux']),
  /** weight percent, from the certificate */
  sulphur: z.number().min(0).max(1).nullable().default(null),
  /** class of a filler, such as ER316L; null where it is the alloy's own */
  filler: z.string().trim().max(20).nullable().optional(),
});
const end = z.number().min(0).nullable();
const span = z.object({ low: end, high: end }).refine((s) => s.low !== null || s.high !== null, 'A range has one end at least.');
const limitsSchema = z
  .object({
    ...{ amps: span, volts: span, travel: span, heat: span, interpass: span },
    ...{ flow: span, purgeFlow: span, cup: span, thickness: span, od: span },
    process: z.array(processSchema).max(8),
    gas: z.array(gasSchema).max(8),
    /** classes by AWS A5, such as ER316L; "none" is without */
    filler: z.array(z.string().trim().min(1).max(20)).max(12),
    position: z.array(z.enum(Object.keys(positionNames) as [Position, ...Position[]])).max(8),
    backing: z.array(backingSchema).max(3),
  })
  .partial();
export const wpsBodySchema = z.object({
  revision: z.string().min(1).max(12),
  amps: z.tuple([z.number().positive(), z.number().positive()]).nullable().default(null),
  about: z.string().max(120).default(''),
  /** the base metals it is for; none: it does not say */
  metals: z.array(alloySchema).max(12).optional(),
  /** what it allows beside the amps, and the amps where they have one end only; what is not there it does not say */
  limits: limitsSchema.optional(),
  /** of these, what counts as essential: outside, a named person decides */
  essential: z
    .array(z.enum(rowIds as [RowId, ...RowId[]]))
    .max(20)
    .optional(),
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

/** A tool as it is picked for a step of the ladder; what nobody said of it is null. */
export const toolBodySchema = toolSchema.extend({
  /** Ra it leaves as the shop has measured it, and metal it takes in a pass, m */
  ra: z.number().positive().max(5e-5).nullable().default(null),
  takes: z.number().min(0).max(1e-3).nullable().default(null),
  /** narrowest bore it goes into, m; null: outside only */
  bore: z.number().positive().max(2).nullable().default(null),
  /** how worn it is, as somebody found it when last looking; null where nobody looked */
  wear: z.enum(['new', 'used', 'worn']).nullable().default(null),
  /** where it lies */
  lies: z.string().trim().max(60).default(''),
});

const seconds = z.number().positive().max(86_400);
/** A product's own sheet: what it is called, the metals it is for, and how long it stays on, by the heat of the metal. */
export const sheetSchema = z.object({
  name: z.string().trim().min(1).max(80),
  /** none: it does not say */
  metals: z.array(alloySchema).max(30),
  rows: z
    .array(
      z
        .object({ celsius: z.tuple([z.number(), z.number()]), least: seconds, most: seconds })
        .refine((r) => r.least <= r.most && r.celsius[0] <= r.celsius[1], 'From the lower to the higher.'),
    )
    .max(6),
  /** dries out after so long without being wetted, s */
  wetWithin: seconds.nullable(),
});
/** A product as it stands on the shelf. */
export const productBodySchema = productSchema.extend({
  contents: z.string().max(120).default(''),
  sheet: sheetSchema.nullable().default(null),
});

/** A cup as it hangs by the torch: with its lens, and screens that can be laid upon it. */
export const cupBodySchema = z
  .object({
    cup: z
      .number()
      .int()
      .min(cups[0])
      .max(cups[cups.length - 1] as number),
    lens: z.boolean(),
    screens: z.number().int().min(0).max(3),
  })
  .refine((c) => c.lens || c.screens === 0, { message: 'A screen is laid upon a lens.', path: ['screens'] });
/** A shield that follows the torch; its face, m, and how many stages of mesh or wool spread its gas. */
export const shieldBodySchema = z.object({
  length: z.number().positive().max(1),
  width: z.number().positive().max(0.3),
  stages: z.number().int().min(0).max(5),
});

/** A torch as somebody keeps it: what hangs on it and how it is held, never the amps of a joint. */
export const torchBodySchema = z.object({
  cup: cupBodySchema.shape.cup,
  lens: z.boolean(),
  screen: z.boolean(),
  electrode: z.number().positive().max(0.01),
  tungsten: z.string().max(20).nullable(),
  grind: z.number().min(5).max(180).nullable(),
  stickOut: z.number().min(0).max(0.1),
  flow: z.number().positive().max(5e-3),
  tilt: z.number().min(-45).max(45),
  trailing: z
    .object({ length: shieldBodySchema.shape.length, width: shieldBodySchema.shape.width, flow: z.number().positive().max(5e-3) })
    .nullable(),
});

export const registerSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('heat'), label, expires, body: heatBodySchema }),
  z.object({ kind: z.literal('wps'), label, expires, body: wpsBodySchema }),
  z.object({ kind: z.literal('gas'), label, expires, body: gasBodySchema }),
  z.object({ kind: z.literal('tool'), label, expires, body: toolBodySchema }),
  z.object({ kind: z.literal('product'), label, expires, body: productBodySchema }),
  z.object({ kind: z.literal('bath'), label, expires, body: bathSchema }),
  z.object({ kind: z.literal('strip'), label, expires, body: stripSchema }),
  z.object({ kind: z.literal('kit'), label, expires, body: kitSchema }),
  z.object({ kind: z.literal('cylinder'), label, expires, body: cylinderSchema }),
  z.object({ kind: z.literal('meter'), label, expires, body: meterSchema }),
  z.object({ kind: z.literal('cup'), label, expires, body: cupBodySchema }),
  z.object({ kind: z.literal('shield'), label, expires, body: shieldBodySchema }),
  z.object({ kind: z.literal('torch'), label, expires, body: torchBodySchema }),
]);
export type NewRegisterItem = z.infer<typeof registerSchema>;
export type RegisterItem = NewRegisterItem & {
  id: string;
  /** counts up with every change */
  version?: number;
  /** no longer offered, and why */
  retired?: { why: string } | null;
  /** past its day today, in the shop's time */
  over?: boolean;
  /** of a tool: what it has touched so far, as the record has it */
  past?: ToolPast;
  /** of a bath: what it is now, by its log */
  bath?: BathNow;
};
/** What a tool has touched, over all welds; times in ms. */
export type ToolPast = { families: AlloyFamily[]; times: number; first: number; last: number };
export type ItemOf<K extends RegisterItem['kind']> = Extract<RegisterItem, { kind: K }>;

/** The items of one kind. */
export const itemsOf = <K extends RegisterItem['kind']>(all: readonly RegisterItem[], kind: K): ItemOf<K>[] =>
  all.filter((i): i is ItemOf<K> => i.kind === kind);

/** Where an item is used, and how it read before. */
export type ItemUse = {
  /** the newest welds that name it, at most a hundred */
  welds: { id: string; number: string; spool: string; job: string }[];
  /** of how many */
  all: number;
  /** as it read before, newest first */
  before: { version: number; label: string; expires: string | null; item: NewRegisterItem | null; until: string; by: string | null }[];
};
