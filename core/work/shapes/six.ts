/** Shapes of the sixth generation: the sheet a weld is set up by, and what its WPS allowed then. Never changed, like those before. */
import { z } from 'zod';
import * as four from './four';
import * as one from './one';

const quantity = z.enum([
  ...['length', 'area', 'volume', 'time', 'flow', 'pressure', 'gauge', 'oxygen', 'current', 'temperature', 'count', 'fraction', 'speed'],
  ...['dissolved', 'wind', 'voltage', 'heat'],
] as const);
/** A figure; voltages and heat inputs had no quantity before. */
export const figure = one.figure.extend({
  quantity,
  inputs: z.array(z.object({ name: z.string(), quantity: quantity.nullable(), value: z.union([z.number(), z.string()]) })),
});

export const pass = z.enum(['root', 'hot', 'fill', 'cap']);
const process = z.enum(['tig', 'orbital', 'stick', 'wire']);
export const way = z.enum(['round', 'halves', 'quarters', 'opposite', 'back-step', 'skip']);
const things = z.array(z.string().trim().min(1).max(60)).max(12);
export const amps = z.number().positive().max(500);
export const celsius = z.number().min(5).max(400);

export const sheet = z.object({
  held: z.enum(['fixed', 'turntable', 'by-hand']),
  lies: z.enum(['level', 'upright', 'inclined', 'overhead']),
  way,
  counter: z.boolean(),
  start: four.place,
  tieIn: one.length,
  strike: z.enum(['pedal', 'lift']),
  tacks: z.object({ count: z.number().int().min(0).max(60), kind: z.enum(['short', 'burst', 'bridge', 'pull']) }),
  passes: z
    .array(
      z.object({
        pass,
        times: z.number().int().min(1).max(40),
        process,
        amps: amps.nullable(),
        rod: z.number().positive().max(0.01).nullable(),
        filler: one.named.nullable(),
        interpass: celsius.nullable(),
      }),
    )
    .min(1)
    .max(4),
  sides: z.enum(['one', 'outside-first', 'inside-first']),
  clamp: z.enum(['none', 'plate', 'pre-bend']),
  onA: things,
  onB: things,
  slips: things,
  orbital: z
    .object({
      head: z.string().min(1).max(60),
      program: z.string().min(1).max(60),
      revision: z.string().min(1).max(60),
      coupon: z.string().max(60),
    })
    .nullable(),
});

export const pulse = z.object({
  peak: z.number().positive().max(1000),
  background: z.number().min(0.01).max(1),
  on: z.number().min(0.01).max(1),
  rate: z.number().min(0.05).max(2000),
});

const span = z.object({ low: z.number().nullable(), high: z.number().nullable() });
const spans = z.object({
  ...{ amps: span, volts: span, travel: span, heat: span, interpass: span },
  ...{ flow: span, purgeFlow: span, cup: span, thickness: span, od: span },
});
/** What a WPS allowed when something was set up, or welded, by it. */
export const ranges = z.object({
  ...spans.partial().shape,
  process: z.array(process).optional(),
  gas: z.array(one.gas).optional(),
  filler: z.array(z.string().max(20)).max(12).optional(),
  position: z.array(z.enum(['1G', '2G', '3G', '4G', '5G', '6G'])).optional(),
  backing: z.array(one.backing).optional(),
});
export const wps = one.named.extend({
  revision: z.string().max(12),
  ranges,
  essential: z.array(z.string().max(20)).max(20),
});
