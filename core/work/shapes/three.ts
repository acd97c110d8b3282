/** Shapes of the third generation: papers, readings as typed, the look at the tacks, a test of its own. Never changed, like the two before. */
import { z } from 'zod';
import * as one from './one';
import { alloy } from './two';

/** Out of round: the largest and the smallest outside diameter of the worse end, m. */
export const ovality = z
  .object({ most: z.number().positive().max(2), least: z.number().positive().max(2) })
  .refine((o) => o.least <= o.most, 'The smallest diameter is larger than the largest.')
  .nullable();

const gas = z.enum(['argon', 'helium', 'nitrogen', 'argon-2h2', 'argon-5h2', 'n2-5h2']);
const heat = z
  .object({
    alloy,
    what: z.enum(['tube', 'fitting', 'filler', 'flux']),
    sulphur: z.number().min(0).max(1).nullable(),
    filler: z.string().max(20).nullable(),
  })
  .nullable();

/** What the registers said of the papers of a fit-up when it was recorded. */
export const fitupPapers = z.object({
  heatA: heat,
  heatB: heat,
  filler: heat,
  flux: heat,
  wps: z.object({ metals: z.array(alloy) }).nullable(),
});
/** The same of a gas check. */
export const gasPapers = z.object({
  cylinder: z.object({ gas }).nullable(),
  meter: z
    .object({
      meterKind: z.enum(['float', 'orifice', 'electronic']),
      scaleGas: z.enum([...gas.options, 'air']),
      scalePascal: z.number(),
      scaleCelsius: z.number(),
      station: z.string().max(40),
    })
    .nullable(),
});

/** Oxygen as a hand typed it: ppm up to all there can be, the text itself, and one step of what it was read from, ppm. */
export const ppm = z.number().min(0).max(250_000);
export const typed = z.object({ text: z.string().max(24), step: z.number().positive().max(250_000) }).nullable();

export const mark = z.enum([...one.mark.options, 'looked']);
/** What the inside of the tacks showed. */
export const tackLook = z.enum(['bright', 'gold', 'blue-grey']);

/** A clamp's amps. */
export const amps = z.number().min(0).max(2000);

/** A test that was done elsewhere: when, by whom. */
export const elsewhere = z.object({ when: z.iso.datetime(), by: z.string().trim().min(2).max(80) });
