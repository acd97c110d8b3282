/**
 * How many volume changes take the oxygen from air down to a limit: the bounds any real purge
 * is compared with. Fully mixed: NFPA 69 and Crowl & Louvar, sweep-through purging,
 * V_gas = V ln((C1 - Cs)/(C2 - Cs)). Plug flow: one volume. Between them, tanks in series.
 */
import { AIR_OXYGEN_PPM } from '../../basics/gases';

/** Volume changes of a fully mixed space from `from` to `to`, with gas that itself holds `supply` ppm; Infinity when unreachable. */
export const mixedVolumes = (to: number, supply = 0, from = AIR_OXYGEN_PPM): number =>
  to <= supply ? Infinity : Math.max(0, Math.log((from - supply) / (to - supply)));

/** Share of the start concentration left at the outlet of n equal mixed tanks after theta volumes of the whole. */
export function tanksRemaining(theta: number, n: number): number {
  // Regularised upper incomplete gamma Q(n, n theta), here for whole n: exp(-x) sum x^k/k!
  const x = n * theta;
  let term = 1;
  let sum = 1;
  for (let k = 1; k < n; k++) sum += term *= x / k;
  return Math.exp(-x) * sum;
}

/** Volume changes until the outlet of n equal tanks in series reads `to` ppm; between whole n interpolated in 1/n. */
export function tanksVolumes(n: number, to: number, supply = 0, from = AIR_OXYGEN_PPM): number {
  if (to <= supply) return Infinity;
  const below = Math.floor(n);
  if (below !== n) {
    const [a, b] = [tanksVolumes(below, to, supply, from), tanksVolumes(below + 1, to, supply, from)];
    const share = (1 / below - 1 / n) / (1 / below - 1 / (below + 1));
    return a + (b - a) * share;
  }
  const wanted = (to - supply) / (from - supply);
  if (wanted >= 1) return 0;
  let [low, high] = [0, Math.max(2, -2 * Math.log(wanted))];
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (tanksRemaining(mid, n) > wanted) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** Oxygen, ppm, that a steady leak of air (m³/s) leaves in a purge of flow (m³/s). */
export const leakFloor = (leak: number, flow: number, supply = 0): number =>
  flow + leak === 0 ? AIR_OXYGEN_PPM : (supply * flow + AIR_OXYGEN_PPM * leak) / (flow + leak);
