/**
 * Roughness a grit leaves, and the coarsest grit that still leaves less. Chart of mechanical finishing of stainless (handbooks, from memory,
 * medium confidence; 36 low): typical maxima, a worn belt leaves half. 180 grit about 0.8 µm is what hygienic standards call it (ASME BPE,
 * ASTM A270, 3-A, from memory). A tool whose Ra the shop has measured goes by that.
 */
const MICROINCH = 0.0254e-6;
/** Grit, and Ra in µin. */
const CHART: readonly (readonly [number, number])[] = [
  [36, 180],
  [60, 140],
  [80, 71],
  [120, 52],
  [150, 42],
  [180, 30],
  [220, 19],
  [240, 15],
  [320, 12],
  [400, 9],
];

/** What Ra may come out at, m. */
export type RaSpan = { low: number; high: number };

/** Ra after a grit, m: straight between the rows of the chart in their logarithms; null beyond its ends. */
export function raAfter(grit: number): RaSpan | null {
  const next = CHART.findIndex(([g]) => g >= grit);
  const [b, a] = [CHART[next], CHART[next - 1]];
  if (!b || (!a && b[0] !== grit)) return null;
  const at = a ? Math.log(grit / a[0]) / Math.log(b[0] / a[0]) : 1;
  const high = MICROINCH * (a ? a[1] * (b[1] / a[1]) ** at : b[1]);
  return { low: high / 2, high };
}

/** The coarsest grit of the chart that leaves no more than so much, m; null where none does. */
export const gritFor = (ra: number): number | null => CHART.find(([, microinch]) => microinch * MICROINCH <= ra * (1 + 1e-9))?.[0] ?? null;

/** Root mean square roughness over Ra, for a sine (assumption of the conversion, exact for a sine): π / (2 √2). */
export const RMS_OVER_RA = Math.PI / (2 * Math.SQRT2);
