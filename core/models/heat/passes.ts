/** Several passes on one seam: each is a line of heat that goes on cooling under the next. */
import { lossOf } from './arc';
import { tailOf } from './tail';
import type { AlloyId } from '../../basics/materials';

type Seam = { alloy: AlloyId; wall: number; travel: number; start?: number };

/**
 * s after the last pass until the middle of the seam is below the interpass temperature: 1 = sum of sqrt(t0/t) e^(-bt) over all passes.
 * On a ring it comes out 10 to 20 % long for one pass.
 * @param heats net heat of every pass, J/m @param agos s between each pass and the last, the last 0
 */
export function interpassTime(seam: Seam, heats: readonly number[], agos: readonly number[], below: number): number {
  const rows = heats.map((heat) => tailOf({ ...seam, heat, limit: below, loss: lossOf(below) }));
  const sum = (t: number) =>
    rows.reduce((s, { t0, b }, i) => s + Math.sqrt(t0 / (t + (agos[i] ?? 0))) * Math.exp(-b * (t + (agos[i] ?? 0))), 0);
  let [lo, hi] = [0, 1];
  while (sum(hi) > 1 && hi < 1e6) hi *= 2;
  for (let i = 0; i < 50; i++) {
    const mid = (lo + hi) / 2;
    if (sum(mid) > 1) lo = mid;
    else hi = mid;
  }
  return hi;
}

/** The waits between equal passes, each until the seam is below the interpass temperature again. @returns s, one less than passes */
export function passesCool(seam: Seam, heat: number, passes: number, below: number): number[] {
  const waits: number[] = [];
  for (let n = 1; n < passes; n++) {
    // What went in before, counted from the pass just done.
    const agos = Array.from({ length: n }, (_, i) => waits.slice(i, n - 1).reduce((a, w) => a + w, 0));
    waits.push(
      interpassTime(
        seam,
        Array.from({ length: n }, () => heat),
        agos,
        below,
      ),
    );
  }
  return waits;
}
