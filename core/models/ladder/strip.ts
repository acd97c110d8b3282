/**
 * A trial strip: a tube of the shop's with a tint on it, cleaned in sections, one tool a section, cold and warm. It is what a shop knows of
 * its own tools; without one a plan is a guess.
 */
import { z } from 'zod';
import { alloys, alloySchema, type AlloyId } from '../../basics/materials';
import { bandSchema, filmBands, type Band } from '../tint';

export const tookNames = { nothing: 'took nothing off', some: 'took some off', all: 'took all off' } as const;
export const sectionSchema = z.object({
  /** of the register */
  tool: z.uuid(),
  label: z.string().max(80),
  /** as it was measured when it was done, °C; null: at room temperature, cold */
  warm: z.number().min(0).max(250).nullable(),
  took: z.enum(['nothing', 'some', 'all']),
  /** as measured after it, m */
  ra: z.number().positive().max(5e-5).nullable(),
  looks: z.string().max(120),
  picture: z.uuid().nullable(),
});
export type Section = z.infer<typeof sectionSchema>;
export const stripSchema = z.object({
  alloy: alloySchema,
  /** the thickest tint on it */
  tint: bandSchema,
  sections: z.array(sectionSchema).min(1).max(24),
});
export type Strip = z.infer<typeof stripSchema> & { id: string; label: string };

/** Thicker, or scale beyond any film: as the order of the words. */
export const thickness = (b: Band): number => bandSchema.options.indexOf(b);
/** Scale, beyond what interference colours reach. */
export const isScale = (b: Band): boolean => !filmBands.includes(b);

export type Taught =
  | { is: 'all' | 'nothing'; by: Strip; section: Section }
  /** cold it takes nothing or some, warm all */
  | { is: 'warm'; by: Strip; section: Section }
  | { is: 'unknown' };

/** What strips of like metal say of a tool on a tint: thinner than what it took off comes off too, thicker than what it left stays too. */
export function taught(strips: readonly Strip[], tool: string, metal: AlloyId, tint: Band): Taught {
  const { family } = alloys[metal];
  const told = strips
    .filter((s) => alloys[s.alloy].family === family)
    .flatMap((by) => by.sections.filter((x) => x.tool === tool).map((section) => ({ by, section })));
  const took = told.filter(({ by, section }) => section.took === 'all' && thickness(by.tint) >= thickness(tint));
  const cold = took.find(({ section }) => section.warm === null);
  if (cold) return { is: 'all', ...cold };
  const left = told.find(({ by, section }) => section.took !== 'all' && section.warm === null && thickness(by.tint) <= thickness(tint));
  const warm = took[0];
  if (warm) return { is: 'warm', ...warm };
  return left ? { is: 'nothing', ...left } : { is: 'unknown' };
}

/** Ra the shop measured after a tool on like metal, m: the newest of its strips; null where nobody did. */
export const measuredRa = (strips: readonly Strip[], tool: string, metal: AlloyId): number | null =>
  strips
    .filter((s) => alloys[s.alloy].family === alloys[metal].family)
    .flatMap((s) => s.sections.filter((x) => x.tool === tool && x.ra !== null))
    .at(-1)?.ra ?? null;
