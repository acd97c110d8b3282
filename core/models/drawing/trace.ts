/** Oxygen over the last minutes as a line, by the logarithm: drawn behind the figure of the bench and beside the spool. */
import type { Spot } from './side';

export type TraceFrame = {
  /** ms at the left and at the right edge */
  from: number;
  to: number;
  width: number;
  height: number;
  /** ppm at the foot and at the top */
  low: number;
  high: number;
};

/** A gap longer than this is drawn as one, ms. */
const GAP = 15_000;

export const traceY = ({ height, low, high }: Pick<TraceFrame, 'height' | 'low' | 'high'>, ppm: number): number =>
  height * (1 - Math.max(0, Math.min(1, Math.log(Math.max(ppm, low) / low) / Math.log(high / low))));
export const traceX = ({ from, to, width }: Pick<TraceFrame, 'from' | 'to' | 'width'>, at: number): number =>
  (width * (at - from)) / (to - from);

/**
 * A scale that keeps the limit in sight and follows what is read: from a third of the lower of both to three times the higher.
 * @returns ppm at the foot and at the top, never less than a factor of twenty apart
 */
export function traceScale(ppm: readonly number[], limit: number): { low: number; high: number } {
  const low = Math.max(0.5, Math.min(limit, ...ppm) / 3);
  return { low, high: Math.min(300_000, Math.max(20 * low, 3 * limit, ...ppm.map((p) => 1.4 * p))) };
}

/** @returns unbroken stretches; what is older than the left edge is cut there */
export function traceOf(readings: readonly { at: number; ppm: number }[], f: TraceFrame): Spot[][] {
  const out: Spot[][] = [];
  let before: number | null = null;
  for (const r of readings) {
    if (r.at < f.from || r.at > f.to) continue;
    if (before === null || r.at - before > GAP) out.push([]);
    out.at(-1)?.push({ x: traceX(f, r.at), y: traceY(f, r.ppm) });
    before = r.at;
  }
  return out;
}

export const pathOf = (stretches: readonly (readonly Spot[])[]): string =>
  stretches.map((s) => s.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')).join('');

/** The same filled down to the foot. */
export const areaOf = (stretches: readonly (readonly Spot[])[], height: number): string =>
  stretches
    .filter((s) => s.length > 1)
    .map(
      (s) =>
        `M${s[0]?.x.toFixed(1)} ${height}${s.map((p) => `L${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('')}L${s.at(-1)?.x.toFixed(1)} ${height}Z`,
    )
    .join('');
