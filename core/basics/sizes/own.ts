/**
 * Tube of one's own, by outside diameter and wall: "40 x 1 mm", "1-1/4 x 0.049 in", "1.5 in x 16 ga". Gauge numbers are the Birmingham
 * wire gauge, by which tube is drawn (BWG table, from memory); sheet gauges differ.
 */
import { parseNumber } from '../units';
import type { Size } from './size';

const INCH = 0.0254;

/** Wall by Birmingham gauge, in. */
export const gauges: Readonly<Record<number, number>> = {
  7: 0.18,
  8: 0.165,
  9: 0.148,
  10: 0.134,
  11: 0.12,
  12: 0.109,
  13: 0.095,
  14: 0.083,
  15: 0.072,
  16: 0.065,
  17: 0.058,
  18: 0.049,
  19: 0.042,
  20: 0.035,
  21: 0.032,
  22: 0.028,
  23: 0.025,
  24: 0.022,
};

const SHAPE = /^([\d.,/ -]+?)\s*(mm|in|inch|")?\s*[x×]\s*([\d.,/ -]+?)\s*(mm|in|inch|"|ga|gauge|bwg)?\s*(?:tube)?$/i;
const unitOf = (word: string | undefined): 'mm' | 'in' | 'ga' | null =>
  word === undefined ? null : /^mm$/i.test(word) ? 'mm' : /^(ga|gauge|bwg)$/i.test(word) ? 'ga' : 'in';

/** @returns the size, what is wrong with it, or null for a text that is no outside diameter by wall */
export function ownSize(text: string): { ok: true; size: Size } | { ok: false; error: string } | null {
  const m = SHAPE.exec(text.trim());
  if (!m) return null;
  const no = (error: string) => ({ ok: false as const, error });
  const [a, b] = [parseNumber(m[1] ?? ''), parseNumber(m[3] ?? '')];
  if (a === null || b === null) return no(`"${text.trim()}" is no outside diameter by wall, such as 40 x 1 mm or 1.5 in x 16 ga.`);
  const [first, last] = [unitOf(m[2]), unitOf(m[4])];
  const unit = first ?? (last === 'ga' ? null : last);
  if (unit === null || unit === 'ga') return no(`Say the unit of the diameter: ${m[1] ?? ''} mm or ${m[1] ?? ''} in.`);
  const byGauge = last === 'ga' ? gauges[b] : undefined;
  if (last === 'ga' && byGauge === undefined) return no(`There is no tube of ${b} gauge here: 7 to 24 (Birmingham wire gauge).`);
  const scale = unit === 'mm' ? 1e-3 : INCH;
  const od = a * scale;
  const wall = byGauge === undefined ? b * (last === 'mm' ? 1e-3 : last === 'in' ? INCH : scale) : byGauge * INCH;
  if (wall <= 0 || 2 * wall >= od) return no('The wall leaves no bore. Give the outside diameter first, then the wall.');
  if (od > 2) return no('Larger than 2 m. Check the unit.');
  if (wall > 0.1) return no('A wall over 100 mm. Check the unit.');
  // As exact as its name has room for: a nominal is ten letters at most.
  const n = (x: number, places: number) => String(Number((x / scale).toFixed(places))).replace(/^0\./, '.');
  const most = unit === 'mm' ? [1, 2] : [3, 3];
  const nominal = [0, 1, 2, 3]
    .map((less) => `${n(od, Math.max(0, (most[0] as number) - less))}x${n(wall, Math.max(0, (most[1] as number) - less))}`)
    .find((name) => name.length <= 10);
  if (nominal === undefined) return no('No tube is so large. Check the unit.');
  return {
    ok: true,
    size: {
      series: unit === 'mm' ? 'metric-tube' : 'inch-tube',
      nominal,
      schedule: null,
      od,
      wall,
    },
  };
}

/** Is it of one's own, and not out of a table? */
export const isOwn = (s: Pick<Size, 'nominal'>): boolean => s.nominal.includes('x');
