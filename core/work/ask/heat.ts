/** Asked from outside: what one pass does to plate or tube. */
import { z } from 'zod';
import { alloySchema, type AlloyId } from '../../basics/materials';
import { EFFICIENCY, heatOf, TooCold, type Heat, type HeatAsked } from '../../models/heat';
import { nearest } from './near';
import { Unanswerable } from './unanswerable';

export const range = z.object({ value: z.number(), low: z.number(), high: z.number() });

/** A number above nought, with what to do when it is not one. */
const above = (what: string, most: number, says: string) =>
  z
    .number(`Give ${what} as a number.`)
    .positive(`${what[0]?.toUpperCase()}${what.slice(1)} must be more than nought.`)
    .max(most, says);

export const heatFields = {
  alloy: z
    .string('Name the alloy.')
    .max(40)
    .describe(`one of ${alloySchema.options.join(', ')}`),
  wall: above('the wall', 0.05, 'More than 50 mm of wall: in metres?').describe('m'),
  od: above('the outside diameter', 5, 'More than 5 m across: in metres?').nullable().describe('m; null: plate'),
  travel: above('the travel', 0.1, 'More than 100 mm/s: in metres a second?').describe('m/s'),
  back: z
    .number()
    .min(0, 'The melted back cannot be narrower than nought.')
    .max(0.05, 'More than 50 mm: in metres?')
    .optional()
    .describe('m, width melted at the back; or give current'),
  current: above('the current', 1000, 'More than 1000 A.').optional().describe('A, mean; or give back'),
  arcLength: above('the arc length', 0.02, 'More than 20 mm of arc.').default(0.0015),
  start: z.number().min(-60, 'Colder than -60 °C.').max(600, 'Hotter than 600 °C.').default(20).describe('°C'),
  limit: z.number().min(50).max(1000).optional().describe('°C; 280 for stainless, nickel and copper-nickel, 427 for titanium'),
};
export const heatQuestion = z.strictObject(heatFields).meta({ title: 'Heat question' });
export type HeatQuestion = z.infer<typeof heatQuestion>;

export const heatAnswer = z
  .object({
    netPower: z.number().describe('W'),
    current: z.number(),
    voltage: z.number(),
    back: z.number().describe('m, melted at the back'),
    beadTop: z.number().describe('m, melted in front'),
    heatInput: z.number().describe('J/m, net'),
    timeAbove: range.describe('s above the limit'),
    lengthAbove: range.describe('m behind the arc'),
    halfWidthAbove: range.describe('m to either side'),
    preheatAt270: z.number().nullable().describe('K above start, by its own heat'),
    preheatAtClosing: z.number().nullable(),
    endPower: z.number().nullable().describe('share of the start power after one turn'),
    ring: range.nullable().describe('s from arc off until the whole ring is below the limit'),
    crater: range.describe('s until a crater left on a straight seam is below the limit'),
    notes: z.array(z.string()),
  })
  .meta({ title: 'Heat answer' });
export type HeatAnswer = z.infer<typeof heatAnswer>;

export const heatExample = { alloy: '316L', wall: 1.65e-3, od: 0.0508, travel: 2.54e-3, back: 1.65e-3 };

/** The alloy that is named. @throws Unanswerable with the nearest there is */
function alloyNamed(name: string): AlloyId {
  const read = alloySchema.safeParse(name);
  if (read.success) return read.data;
  throw new Unanswerable('alloy', `There are no constants for "${name}". The nearest name is ${nearest(name, alloySchema.options)}.`);
}

/** The question as the model takes it. @throws Unanswerable with the field that keeps it from being one */
export function heatAsked(q: HeatQuestion): HeatAsked {
  const alloy = alloyNamed(q.alloy);
  if (q.back === undefined && q.current === undefined) throw new Unanswerable('back', 'Give the width melted at the back, or the current.');
  if (q.back !== undefined && q.current !== undefined) throw new Unanswerable('current', 'Give one of back and current, not both.');
  if (q.od !== null && q.wall >= q.od / 2) throw new Unanswerable('wall', 'There is no hole left in a tube with this wall.');
  const { wall, od, travel, arcLength, start, limit } = q;
  if (limit !== undefined && limit <= start + 1) throw new Unanswerable('limit', 'The limit lies below what the metal starts at.');
  const by = q.back !== undefined ? { back: q.back } : { current: q.current ?? 0 };
  return { ...{ alloy, wall, od, travel, by, arcLength, start }, ...(limit !== undefined && { limit }) };
}

/** @throws Unanswerable where the current does not melt the wall */
export function heatFound(asked: HeatAsked, ring = true): Heat {
  try {
    return heatOf(asked, { ring });
  } catch (e) {
    if (e instanceof TooCold) throw new Unanswerable('current', e.message);
    throw e;
  }
}

/** @throws Unanswerable */
export function answerHeat(q: HeatQuestion): HeatAnswer {
  const h = heatFound(heatAsked(q));
  const { pool, ring } = h;
  return {
    netPower: pool.netPower,
    current: pool.current,
    voltage: pool.netPower / (EFFICIENCY * pool.current),
    back: pool.back,
    beadTop: pool.top,
    heatInput: h.input,
    timeAbove: h.timeAbove,
    lengthAbove: h.lengthAbove,
    halfWidthAbove: h.halfWidthAbove,
    preheatAt270: ring?.preheatAt270 ?? null,
    preheatAtClosing: ring?.preheatAtClosing ?? null,
    endPower: ring?.endPower ?? null,
    ring: ring?.below ?? null,
    crater: h.crater,
    notes: [...h.notes, 'The WPS, the code of construction and a qualified person decide.'],
  };
}
