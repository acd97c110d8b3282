/**
 * When a purge that is measured will be at its limit, if it goes on as it has: an estimate out of the readings alone, beside the plan's
 * band and not instead of it. The oxygen of a purge falls about evenly in its logarithm once the first volume is through; before that
 * it falls ever faster, and near the floor that leaks leave ever slower. The two ends of the span stand for these two.
 */
import type { Reading } from './gate';

/** Looked back on, ms. */
const BACK = 60_000;
/** Fewer readings, or a shorter look back, say nothing. */
const LEAST = { readings: 6, ms: 12_000 };
/** Above this the first volume is not through, and it falls ever faster, ppm. */
const EARLY = 50_000;
/** Slower than a tenth in ten minutes is not falling. */
const STILL = Math.log(1.1) / 600;
/**
 * How much steeper, and how much flatter, it may go on than it went. Judged on the fall of one, two, three, five and ten tanks in series
 * down to a floor (network/bounds): the span held the true time in nine of ten estimates. Never compared with a measured purge.
 */
const STEEPER = 1.6;
const FLATTER = 0.62;
/** Later than this nobody waits for, s. */
const LONGEST = 3600;

export type Estimate = { low: number; high: number };

/**
 * @param readings since the gas came on, oldest first @param limit ppm
 * @param hold s the limit is held before it counts as ready
 * @param now ms
 * @returns s from now, low and high; 'still' when it does not fall; null when there is too little to say
 */
export function readyEstimate(readings: readonly Reading[], limit: number, hold: number, now: number): Estimate | 'still' | null {
  const last = readings.at(-1);
  if (!last || last.ppm <= limit || last.ppm > EARLY) return null;
  const some = readings.filter((r) => r.quality === 'good' && r.at > last.at - BACK);
  const [first] = some;
  if (!first || some.length < LEAST.readings || last.at - first.at < LEAST.ms) return null;
  const whole = fall(some);
  const half = fall(some.slice(Math.floor(some.length / 2)));
  const [steep, flat] = [Math.max(whole, half), Math.min(whole, half)];
  if (steep < STILL) return 'still';
  const way = Math.log(last.ppm / limit);
  const since = (now - last.at) / 1000;
  const high = way / (FLATTER * Math.max(flat, steep / 4)) + hold - since;
  if (high > LONGEST) return 'still';
  return { low: Math.max(0, way / (STEEPER * steep) + hold - since), high: Math.max(0, high) };
}

/** How fast the logarithm falls, 1/s: least squares. */
function fall(readings: readonly Reading[]): number {
  const n = readings.length;
  const t0 = readings[0]?.at ?? 0;
  let [st, sy, stt, sty] = [0, 0, 0, 0];
  for (const r of readings) {
    const [t, y] = [(r.at - t0) / 1000, Math.log(Math.max(1, r.ppm))];
    st += t;
    sy += y;
    stt += t * t;
    sty += t * y;
  }
  const under = n * stt - st * st;
  return under <= 0 ? 0 : -(n * sty - st * sy) / under;
}
