/** What a shop teaches the tint model: coupons it graded, and corrections it took from its own welds. Each is kept; one that is taken back counts no more. */
import { z } from 'zod';
import { alloySchema } from '../../basics/materials';
import { choice, number, optional, quantity } from '../../basics/fields';
import type { System } from '../../basics/units';
import { alloys, type AlloyId } from '../../basics/materials';
import { correctionSchema, couponSchema, hasFilm, type Correction, type Coupon, type Learnt } from '../../models/foretold';
import { bandNames, bandSchema, type Band } from '../../models/tint';

const of = { id: z.uuidv7('An entry needs a UUIDv7 of its own.'), alloy: alloySchema };
const film = z.refine<{ alloy: AlloyId }>(({ alloy }) => hasFilm(alloy), {
  message: 'No film model speaks of this metal.',
  path: ['alloy'],
});
export const tintEntrySchema = z
  .discriminatedUnion('kind', [
    z.object({ ...of, kind: z.literal('coupon'), body: couponSchema }),
    z.object({ ...of, kind: z.literal('correction'), body: correctionSchema }),
  ])
  .check(film);
export type NewTintEntry = z.infer<typeof tintEntrySchema>;
export type TintEntry = NewTintEntry & { when: number; by: string | null };

/** What stands of a metal: every coupon, and the newest correction. */
export function learntOf(entries: readonly TintEntry[], alloy: AlloyId): Learnt {
  const own = entries.filter((e) => e.alloy === alloy).sort((a, b) => a.when - b.when);
  const coupons: Coupon[] = own.flatMap((e) => (e.kind === 'coupon' ? [e.body] : []));
  const correction: Correction | null = own.flatMap((e) => (e.kind === 'correction' ? [e.body] : [])).at(-1) ?? null;
  return { coupons, correction };
}

const metals = Object.fromEntries(alloySchema.options.filter(hasFilm).map((a) => [a, alloys[a].name])) as Record<AlloyId, string>;
const seen = Object.fromEntries(bandSchema.options.map((b) => [b, bandNames[b]])) as Record<Band, string>;

/** What a coupon asks. A bare figure is in the person's own units. */
export const couponForm = (system: System) => ({
  alloy: choice<AlloyId>('Metal', metals, { empty: 'Choose' }),
  wall: quantity('length', 'Wall', { zero: false, most: 0.05 }),
  od: optional(quantity('length', 'Outside diameter; empty: plate', { zero: false, most: 5 })),
  amps: quantity('current', 'Amps, mean', { zero: false, most: 1000 }),
  travel: quantity('speed', 'Travel', { zero: false, most: 0.1, hint: system === 'inch' ? 'such as 4 in/min' : 'such as 1.7 mm/s' }),
  flow: quantity('flow', 'Purge flow', { zero: false, most: 5e-3 }),
  ppm: number('Oxygen at the joint, ppm', { most: 209_500, unit: 'ppm', says: 'Type ppm as measured, such as 200.' }),
  dew: optional(
    quantity('temperature', 'Dew point of the gas', {
      least: { value: -100, says: 'Drier than any gas that is sold. Check the unit.' },
      most: { value: 20, says: 'Wetter than any gas that is sold. Check the unit.' },
      hint: 'empty: not known',
    }),
  ),
  band: choice<Band>('Worst tint inside, as welded', seen, { empty: 'Choose' }),
});
export type CouponForm = ReturnType<typeof couponForm>;

type CouponSaid = { alloy: AlloyId; wall: number; od: number | null; amps: number; travel: number; flow: number; ppm: number; dew: number | null; band: Band }; // prettier-ignore
export const couponOf = (v: CouponSaid): { alloy: AlloyId; body: Coupon } => ({
  alloy: v.alloy,
  body: { wall: v.wall, od: v.od, travel: v.travel, current: v.amps, flow: v.flow, ppm: v.ppm, dewPoint: v.dew, band: v.band },
});
