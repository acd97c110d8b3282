/**
 * Fewer points for a chart without losing a peak: M4 (Jugel, Jerzak, Hackenbroich, Markl: "M4: a visualization-oriented time
 * series data aggregation", PVLDB 7(10), 2014). Of every column of pixels the first, last, lowest and highest point are kept,
 * which draws the same line as all points would.
 */

/**
 * @param points in the order of `at`
 * @param columns pixels across the chart
 * @returns at most four points a column, in order; the same array when it is short enough already
 */
export function thin<P extends { at: number }>(points: readonly P[], value: (p: P) => number, columns: number): readonly P[] {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || points.length <= 4 * columns || last.at <= first.at) return points;
  const column = (p: P) => Math.min(columns - 1, Math.floor((columns * (p.at - first.at)) / (last.at - first.at)));
  const kept: P[] = [];
  for (let i = 0; i < points.length;) {
    const c = column(points[i] as P);
    let [low, high, j] = [i, i, i];
    for (; j < points.length && column(points[j] as P) === c; j++) {
      if (value(points[j] as P) < value(points[low] as P)) low = j;
      if (value(points[j] as P) > value(points[high] as P)) high = j;
    }
    for (const k of [...new Set([i, low, high, j - 1])].sort((a, b) => a - b)) kept.push(points[k] as P);
    i = j;
  }
  return kept;
}
