/** Shapes of the eighth generation: cleaning arc by arc, tools that stay with their metal, products on their clocks. Never changed, like those before. */
import { z } from 'zod';
import * as one from './one';
import * as two from './two';

/** A tool; kinds and rated speeds had no place before. */
export const tool = one.tool.extend({
  tool: one.tool.shape.tool.extend({
    grit: z.number().int().positive().nullable(),
    kind: z
      .enum([
        ...(['hand-brush', 'powered-brush', 'bristle-disc', 'wheel', 'pad', 'flap', 'felt', 'electrolytic'] as const),
        ...(['clamp', 'hammer', 'file', 'hole-saw', 'plate', 'bench'] as const),
      ])
      .nullable(),
    ratedRpm: z.number().int().positive().max(100_000).nullable(),
  }),
});
/** Families of metal a tool had touched before, as the server adds them. */
export const touched = z.array(z.enum(['austenitic', 'duplex', 'nickel', 'titanium', 'ferritic', 'martensitic', 'carbon'])).max(7);

const roughness = z.number().positive().max(5e-5).nullable();
const wall = z.number().positive().max(0.1);
/** What a cleaning measured, and how its tool was turned; left out where nobody was asked, null where nobody said. */
export const cleaned = {
  where: one.arc.nullish(),
  spindle: z.object({ rpm: z.number().int().positive().max(100_000).nullable(), arbor: z.enum(['maker', 'improvised']) }).nullish(),
  print: z.enum(['copied', 'photographed', 'none', 'lost']).nullish(),
  ra: z.object({ before: roughness, after: roughness }).nullish(),
  wall: z
    .object({ before: wall.nullable(), after: wall, least: wall.nullable() })
    .refine((w) => w.before === null || w.after <= w.before + 2e-5, 'The wall has not grown: look which reading is which.')
    .nullish(),
  debris: z.enum(['wiped', 'rinsed', 'seen', 'not']).nullish(),
};

const seconds = z.number().positive().max(86_400);
/** A product put on one place, with the time that is gone by and what was asked first. */
export const dwell = z.object({
  side: z.enum(['inside', 'outside', 'both']),
  where: one.arc.nullable(),
  method: z.enum(['paste', 'pickle-bath', 'electrolytic']),
  product: two.product,
  celsius: z.number().min(-30).max(1500),
  least: seconds,
  most: seconds,
  from: z.enum(['sheet', 'hint', 'told']),
  wetWithin: seconds.nullable(),
  /** asked every time hydrofluoric acid comes out; null where there is none in it */
  ready: z
    .object({
      second: z.string().max(80),
      gelUntil: z.iso.date().nullable(),
      wash: z.boolean(),
      gloves: z.enum(['neoprene', 'butyl', 'pvc', 'nitrile-thin', 'none']),
      overSleeve: z.boolean(),
      faceShield: z.boolean(),
    })
    .nullable(),
});
