/**
 * A bath as the shop keeps it: how strong and warm it may be, how much iron it may hold, how often that is measured; and what its log makes of
 * it now. The limits are those of its maker or procedure, typed by the shop: no table is behind them.
 */
import { z } from 'zod';

const percent = z.number().min(0).max(100);
const celsius = z.number().min(-10).max(110);
/** g/L of dissolved iron */
const iron = z.number().min(0).max(300);

export const bathSchema = z
  .object({
    holds: z.enum(['nitric', 'citric', 'pickle']),
    /** m³ */
    volume: z.number().positive().max(100),
    /** by volume of acid as bought (nitric), else by weight */
    percent: z.tuple([percent, percent]),
    celsius: z.tuple([celsius, celsius]),
    /** at most; null where nobody gives a limit */
    iron: iron.nullable(),
    /** measured at the latest after so long, s; null where nobody says */
    every: z
      .number()
      .positive()
      .max(400 * 86_400)
      .nullable(),
  })
  .refine((b) => b.percent[0] <= b.percent[1], { message: 'From the weaker to the stronger.', path: ['percent'] })
  .refine((b) => b.celsius[0] <= b.celsius[1], { message: 'From the colder to the warmer.', path: ['celsius'] });
export type Bath = z.infer<typeof bathSchema>;

/** made: filled anew; measured; topped: acid added, measured after it; dumped: emptied. What was not measured is null. */
export const bathEntrySchema = z
  .object({
    what: z.enum(['made', 'measured', 'topped', 'dumped']),
    percent: percent.nullable(),
    iron: iron.nullable(),
    celsius: celsius.nullable(),
    note: z.string().trim().max(200).default(''),
  })
  .refine((e) => e.what !== 'made' || e.percent !== null, { message: 'How strong it was made is measured.', path: ['percent'] })
  .refine((e) => e.what !== 'measured' || e.percent !== null || e.iron !== null || e.celsius !== null, {
    message: 'Nothing was measured.',
    path: ['percent'],
  });
export type BathEntry = z.infer<typeof bathEntrySchema>;
export const bathEntryNames: Record<BathEntry['what'], string> = {
  made: 'made up anew',
  measured: 'measured',
  topped: 'acid added',
  dumped: 'dumped',
};

type At = { at: number };
export type BathNow = {
  /** empty: never made up, or dumped */
  phase: 'empty' | 'in-use';
  /** ms */
  made: number | null;
  /** pieces that hung in it since */
  uses: number;
  /** as it was measured last since it was made up; null where nobody did */
  percent: number | null;
  iron: number | null;
  celsius: number | null;
  /** when it was last measured at all, ms */
  measured: number | null;
  /** outside of what it may be, each a reason */
  out: ('weak' | 'strong' | 'cold' | 'hot' | 'iron')[];
  /** it should have been measured by now */
  late: boolean;
  /** pieces until its iron comes to the limit, at the pace so far; null where three measurements do not show one */
  left: number | null;
};

/** What a log makes of a bath. @param uses ms, when something hung in it @param now ms */
export function bathNow(b: Bath, log: readonly (BathEntry & At)[], uses: readonly number[], now: number): BathNow {
  const told = log.filter((e) => e.at <= now).sort((x, y) => x.at - y.at);
  const begun = told.findLastIndex((e) => e.what === 'made' || e.what === 'dumped');
  const first = told[begun];
  const empty: BathNow = {
    ...{ phase: 'empty', made: null, uses: 0, percent: null, iron: null, celsius: null, measured: null, out: [], late: false, left: null },
  };
  if (first?.what !== 'made') return empty;
  const since = told.slice(begun);
  const last = (of: 'percent' | 'iron' | 'celsius') => since.findLast((e) => e[of] !== null)?.[of] ?? null;
  const [strength, dissolved, warm] = [last('percent'), last('iron'), last('celsius')];
  const used = uses.filter((at) => at >= first.at && at <= now);
  const measured = since.at(-1)?.at ?? first.at;
  return {
    ...{ phase: 'in-use', made: first.at, uses: used.length, percent: strength, iron: dissolved, celsius: warm, measured },
    out: [
      ...(strength !== null && strength < b.percent[0] ? ['weak' as const] : []),
      ...(strength !== null && strength > b.percent[1] ? ['strong' as const] : []),
      ...(warm !== null && warm < b.celsius[0] ? ['cold' as const] : []),
      ...(warm !== null && warm > b.celsius[1] ? ['hot' as const] : []),
      ...(dissolved !== null && b.iron !== null && dissolved > b.iron ? ['iron' as const] : []),
    ],
    late: b.every !== null && now - measured > 1000 * b.every,
    left: b.iron === null ? null : leftUntil(b.iron, since, used),
  };
}

/** Pieces until the iron comes to its limit: the least squares line of iron over pieces. It starts at three measurements, and where iron grows. */
function leftUntil(limit: number, since: readonly (BathEntry & At)[], uses: readonly number[]): number | null {
  const points = since.flatMap((e): [number, number][] => (e.iron === null ? [] : [[uses.filter((at) => at <= e.at).length, e.iron]]));
  const n = points.length;
  if (n < 3) return null;
  const [mx, my] = [points.reduce((s, [x]) => s + x, 0) / n, points.reduce((s, [, y]) => s + y, 0) / n];
  const xx = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
  const slope = xx === 0 ? 0 : points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0) / xx;
  return slope <= 0 ? null : Math.max(0, Math.floor(mx + (limit - my) / slope - uses.length));
}

/** Density of citric acid in water at 20 °C, kg/L, by its share of weight: 1.038 at 10 % (handbook tables of solutions, from memory), straight. */
const citricDensity = (w: number): number => 1 + 0.0038 * w;

/**
 * Acid to add so that a bath comes back to a strength, nothing being drained: a balance of the acid in it.
 * Nitric counts by volume of acid as bought, so that pure addition is 100 %; citric by weight, added dry. No change of volume on mixing.
 * @returns m³ of nitric or kg of citric; null of a pickling bath, which goes by its maker, and where it is strong enough
 */
export function toAdd(b: Pick<Bath, 'holds' | 'volume'>, is: number, wanted: number): { of: 'm3' | 'kg'; amount: number } | null {
  if (b.holds === 'pickle' || is >= wanted || wanted >= 100) return null;
  const share = (wanted - is) / (100 - wanted);
  return b.holds === 'nitric' ? { of: 'm3', amount: b.volume * share } : { of: 'kg', amount: 1000 * b.volume * citricDensity(is) * share };
}
