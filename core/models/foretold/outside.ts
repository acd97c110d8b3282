/**
 * The film outside: metal that is still hot when the gas leaves it colours in air. Temper tables of slow heating say which colour belongs to
 * which temperature (type 304, short time: pale yellow 290 °C, straw 340, dark yellow 370, brown 390, purple 420 to 450, blue 540, dark blue
 * 600; British Stainless Steel Association, from memory); a weld is there for seconds only. Up to 700 °C the table is the upper end and a
 * logarithmic law fitted to it the lower; hotter metal leaves the gas where air has only begun to come in, and gold to blue is what the trade
 * sees of it (common practice, no source).
 */
import { isTitanium, type AlloyId } from '../../basics/materials';

type Row = readonly [celsius: number, low: number, high: number];
/** nm at either end. */
const steel: readonly Row[] = [
  [100, 2, 2],
  [200, 3, 3.5],
  [250, 4, 6],
  [300, 5, 11],
  [350, 7, 17],
  [400, 10, 28],
  [450, 14, 35],
  [500, 16, 39],
  [600, 18.5, 48],
  [700, 19.5, 58],
  [1000, 20.8, 72],
  [1300, 24, 100],
];
/** Titanium by the limits of the trade: silver below 427 °C, no more than straw to bronze at 540 for a short time. A judgement, between is a guess. */
const titanium: readonly Row[] = [
  [100, 2, 2],
  [350, 3, 5],
  [427, 4, 9],
  [540, 9, 26],
  [650, 16, 48],
  [800, 28, 110],
  [1000, 50, 320],
];

function along(rows: readonly Row[], celsius: number): [number, number] {
  const i = Math.max(
    0,
    Math.min(
      rows.length - 2,
      rows.findLastIndex((r) => r[0] <= celsius),
    ),
  );
  const [p, q] = [rows[i] as Row, rows[i + 1] as Row];
  const x = Math.max(0, Math.min(1, (celsius - p[0]) / (q[0] - p[0])));
  return [p[1] + (q[1] - p[1]) * x, p[2] + (q[2] - p[2]) * x];
}

/** @param leaves °C of the hottest metal the gas leaves bare, with its range @returns nm */
export function outsideFilm(
  alloy: AlloyId,
  leaves: { value: number; low: number; high: number },
): { low: number; value: number; high: number } {
  const rows = isTitanium(alloy) ? titanium : steel;
  const [low, mid, high] = [along(rows, leaves.low), along(rows, leaves.value), along(rows, leaves.high)];
  return { low: low[0], value: Math.sqrt(mid[0] * mid[1]), high: high[1] };
}
