/**
 * The cover test: a coupon of known metal is held hot under the cup, or the shield, until it has soaked; how far it stayed silver shows what
 * the gas truly covers. What was measured over what is computed for the same cup, stick-out and flow corrects this cup in this shop.
 */
import { z } from 'zod';
import { ARC_HELD } from './plan';
import { coverOf, type Correction } from './cover';

export const coverTestSchema = z.object({
  /** titanium shows less air than stainless does */
  metal: z.enum(['titanium', 'stainless']),
  /** °C at which its metal colours in so many seconds, as the tester takes it */
  colours: z.number().min(150, 'No coupon colours so cold. Check the unit.').max(900, 'That is hotter than it takes. Check the unit.'),
  seconds: z.number().positive('How long was it held?').max(600, 'More than 10 min. Check the unit.'),
  stickOut: z.number().positive('The cup lies on the coupon: give the stick-out.').max(0.1, 'More than 4 in. Check the unit.'),
  flow: z.number().positive('Without gas nothing stays silver.').max(5e-3, 'More than 300 L/min. Check the unit.'),
  /** an added screen lay on it */
  screen: z.boolean(),
  /** m across, of what stayed silver */
  silver: z.number().min(0, 'Not less than nought.').max(0.3, 'More than 300 mm. Check the unit.'),
  /** the coupon coloured outside of it: else nothing says that the gas ends there */
  ringSeen: z.boolean(),
});
export type CoverTest = z.infer<typeof coverTestSchema>;

type Cup = { cup: number; lens: boolean; screens: number };

/** What one test says: measured over computed. Without a ring of colour it says nothing. @returns null then */
export function ratioOf(cup: Cup, t: CoverTest): number | null {
  const computed = 2 * coverOf({ ...cup, gap: t.stickOut + ARC_HELD, flow: t.flow }).aside;
  return t.ringSeen && t.silver > 0 && computed > 1e-3 ? t.silver / computed : null;
}

/** Log spread of one test: what a hand and a rule read of an edge that fades. A judgement. */
const ONE_TEST = 0.12;
/** Added where the coupon was of the other metal. A judgement. */
const OTHER_METAL = 0.15;

/**
 * What the tests of one cup, or shield, make of what is computed for it.
 * @param ratios of every test, with the metal of its coupon; null where it says nothing
 * @returns null where no test says anything
 */
export function correctionOf(
  ratios: readonly { ratio: number | null; metal: CoverTest['metal'] }[],
  metal: CoverTest['metal'],
): Correction | null {
  const rows = ratios.flatMap(({ ratio, metal: of }) => (ratio === null ? [] : [{ log: Math.log(ratio), other: of !== metal }]));
  if (rows.length === 0) return null;
  const mean = rows.reduce((s, r) => s + r.log, 0) / rows.length;
  const own = rows.length > 1 ? Math.sqrt(rows.reduce((s, r) => s + (r.log - mean) ** 2, 0) / (rows.length - 1)) : 0;
  const sd = Math.hypot(Math.max(ONE_TEST, own) / Math.sqrt(rows.length), rows.every((r) => r.other) ? OTHER_METAL : 0);
  const z80 = 1.2816; // P10 and P90 of a normal distribution
  return { factor: Math.exp(mean), low: Math.exp(mean - z80 * sd), high: Math.exp(mean + z80 * sd) };
}
