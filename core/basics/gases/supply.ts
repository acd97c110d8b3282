/** Cylinders and liquid: what is left, what a weld, a spool and a job will take, and when to change. m³ at 15 °C and 1 bar. */
import { z } from 'zod';
import { show, type System } from '../units';
import { gasSchema } from './gas';
import { cylinderContent, liquidYield } from './real';

export const cylinderSchema = z.object({
  gas: gasSchema,
  /** the lot it was filled from, by its register id; null when not known */
  lot: z.uuid().nullable().default(null),
  form: z.enum(['cylinder', 'liquid']),
  /** water volume, m³ */
  water: z.number().positive().max(2),
  /** rated fill, Pa gauge; of a liquid vessel its relief */
  rated: z.number().positive().max(5e7),
  station: z.string().max(40).default(''),
});
export type Cylinder = z.infer<typeof cylinderSchema>;

/** A cylinder as its trade speaks of it: water volume and fill, or its gas when full; a liquid vessel by its volume. */
export function cylinderText(c: Pick<Cylinder, 'gas' | 'form' | 'water' | 'rated'>, system: System): string {
  const metric = `${Number((c.water * 1000).toFixed(1))} L`;
  if (c.form === 'liquid') return `liquid, ${system === 'inch' ? `${Math.round(c.water / 0.003785411784)} gal` : metric}`;
  const full = show(cylinderContent(c.gas, c.water, c.rated, 15), 'volume', system);
  return system === 'inch' ? `${full} at ${show(c.rated, 'gauge', system)}` : `${metric} at ${show(c.rated, 'gauge', system)}`;
}

/** One look at a cylinder: gauge pressure and temperature, or the level of a liquid vessel. */
export const cylinderReadingSchema = z.object({
  pascal: z.number().min(0).max(6e7),
  celsius: z.number().min(-60).max(80),
  /** share of a liquid vessel that is liquid; null for gas */
  level: z.number().min(0).max(1).nullable().default(null),
  /** a new one was put on: it may be fuller than before */
  changed: z.boolean().default(false),
});
export type CylinderReading = z.infer<typeof cylinderReadingSchema>;

/** Left in it for use: not below this pressure, Pa gauge (regulator and purity). */
export const LEAST = 5e5;
/** Below this share of its fill a cylinder is called nearly empty: the next weld may not end on it. Judgement, no source. */
export const NEARLY_EMPTY = 0.15;
/** Liquid boils off by itself, share a day (gas-handling handbooks, 1.5 to 2 %). */
const BOIL_OFF = 0.0175;

/** m³ of gas that can be drawn; null when it was never read. */
export function left(c: Cylinder, r: CylinderReading | null): number | null {
  if (!r) return null;
  if (c.form === 'liquid') return (r.level ?? 0) * c.water * 1000 * (liquidYield[c.gas] ?? 0);
  return Math.max(0, cylinderContent(c.gas, c.water, r.pascal, r.celsius) - cylinderContent(c.gas, c.water, LEAST, r.celsius));
}

/** What drew from it, m³/s from one time to another, ms; `to` null while it goes on. */
export type Draw = { flow: number; from: number; to: number | null };

/**
 * What should be left now: what the last look found, less what was drawn since and, of liquid, what boiled off.
 * @param look when it was looked at, ms @param changed a bottle was put on since: null, for nobody has read it yet
 * @returns m³ and s until nothing more can be drawn at the present draw; null when it was never read
 */
export function leftNow(
  c: Cylinder,
  look: { reading: CylinderReading; at: number } | null,
  draws: readonly Draw[],
  now: number,
  changed = false,
): { left: number; dryIn: number | null } | null {
  const had = look && !changed ? left(c, look.reading) : null;
  if (!look || had === null) return null;
  const drawn = draws.reduce((s, d) => s + (d.flow * Math.max(0, (d.to ?? now) - Math.max(d.from, look.at))) / 1000, 0);
  const boiled = c.form === 'liquid' ? c.water * 1000 * (liquidYield[c.gas] ?? 0) * BOIL_OFF * ((now - look.at) / 86_400_000) : 0;
  const still = Math.max(0, had - Math.max(drawn, boiled));
  const rate = draws.filter((d) => d.to === null).reduce((s, d) => s + d.flow, 0);
  return { left: still, dryIn: rate > 0 ? still / rate : null };
}

/** Why a reading cannot be right, or null. */
export function readingRefusal(c: Cylinder, before: CylinderReading | null, r: CylinderReading): string | null {
  if (c.form === 'liquid' && r.level === null) return 'Give the level of the liquid.';
  if (c.form === 'cylinder' && r.pascal > 1.1 * c.rated)
    return `${Math.round(r.pascal / 1e5)} bar is above the rating of ${Math.round(c.rated / 1e5)} bar. Check the unit; if it is so, leave the cylinder alone and call the supplier.`;
  if (!before || r.changed) return null;
  const [was, is] = [left(c, before), left(c, r)];
  if (was !== null && is !== null && is > was + 0.03 * c.water * (c.rated / 1e5) + 1e-9)
    return 'More gas than at the last reading. If it is another cylinder, say that it was changed; else check gauge and temperature.';
  return null;
}

export type SupplyAdvice = { enough: boolean; text: string; welds: number | null; seconds: number | null };

/**
 * Does what is left last? Never run out in a root pass.
 * @param have m³ left @param one m³ for one weld @param drawn m³/s drawn now by all that hangs on it
 */
export function supplyAdvice(have: number | null, one: number, welds: number, drawn: number, system: System): SupplyAdvice {
  if (have === null) return { enough: false, text: 'Content not known: read the gauge.', welds: null, seconds: null };
  const lasts = one > 0 ? Math.floor(have / one) : null;
  const seconds = drawn > 0 ? have / drawn : null;
  const q = (v: number) => show(v, 'volume', system);
  if (lasts === 0)
    return {
      enough: false,
      text: `Not enough for one weld: ${q(have)} left, ${q(one)} needed. Change it before the arc: a changed bottle sends a slug of air.`,
      welds: 0,
      seconds,
    };
  if (lasts !== null && lasts < welds)
    return {
      enough: true,
      text: `Enough for ${lasts} of ${welds} welds. Change it after ${lasts === 1 ? 'the next' : `${lasts} more`}, between two welds.`,
      welds: lasts,
      seconds,
    };
  return {
    enough: true,
    text: `Enough: ${q(have)} left, ${q(one * Math.max(1, welds))} for ${welds === 1 ? 'this weld' : `${welds} welds`}.`,
    welds: lasts,
    seconds,
  };
}
