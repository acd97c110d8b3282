/**
 * Is the sensor itself to be believed? Told from its own readings and from what its maker declares of it. What cannot be told
 * apart is said to be so: a cell that is finer than its noise can be seen to freeze, a coarse one cannot.
 * Misses and false alarms of these rules on simulated runs: docs/decisions/0012-sensor-faults.md.
 */
import { erf } from '../../basics/normal';

/** A reading as judged here; `raw` is what the cell gave, the shown value when that is all there is. */
export type Sample = { at: number; ppm: number; raw?: number; quality: string };

/** There is no more oxygen than this to be read, ppm: a monitor in air may show a little over its 20.9 %. */
export const OXYGEN_MOST = { value: 250_000, says: 'More than 25 %: air holds 20.9 %. Check the unit.' };

/**
 * Does a reading meet a limit? A reading says no more than its step: 0 in steps of 100 ppm is "under 100", and cannot meet 50. Where the
 * step is fine beside the limit, a tenth or less, the shown figure stands for itself.
 * @param ppm as shown @param step one step of what shows it, ppm
 */
export const meets = (ppm: number, step: number, limitPpm: number): boolean =>
  step <= limitPpm / 10 ? ppm <= limitPpm : ppm + step <= limitPpm;

/** As declared by its maker, ppm: one step of the display, one standard deviation of the noise, top of the scale; s to 90 % of a step. */
export type Declared = { resolution: number; noise: number; top: number; t90?: number | undefined };

export type SensorState = {
  state: 'good' | 'steady' | 'frozen' | 'dropped' | 'drifting' | 'saturated' | 'fault' | 'none';
  /** since when, ms; null when nothing is wrong */
  since: number | null;
  text: string;
};

/** Seconds after which a reading no longer says what the purge is doing. */
export const STALE_AFTER = 10;

/** A run of like readings is held for chance when it is likelier than this. */
const CHANCE = 1e-9;
const LEAST_SAMPLES = 20;
const DRIFT_WINDOW = 120_000;
const DRIFT_LEAST = 60_000;
/** ppm a minute: quicker is air coming in, which the limit tells by itself */
const DRIFT_MOST = 2000;

/**
 * How many like readings in a row prove that a cell is frozen. With noise σ and step r no reading repeats with a chance
 * above P(|z| < r / 2σ), so n in a row have at most that to the power n - 1.
 * @returns null when the noise does not exceed the step: then a still reading proves nothing
 */
export function frozenAfter({ resolution, noise }: Declared): number | null {
  if (!(noise > resolution)) return null;
  const most = erf(resolution / (2 * noise) / Math.SQRT2);
  return Math.max(LEAST_SAMPLES, 1 + Math.ceil(Math.log(CHANCE) / Math.log(most)));
}

/** The newest readings that are all alike: how many, since when. */
function still(readings: readonly Sample[]): { n: number; since: number } {
  const last = readings.at(-1);
  if (!last) return { n: 0, since: 0 };
  const value = last.raw ?? last.ppm;
  let n = 0;
  let since = last.at;
  for (let i = readings.length - 1; i >= 0; i--) {
    const r = readings[i] as Sample;
    if ((r.raw ?? r.ppm) !== value) break;
    n++;
    since = r.at;
  }
  return { n, since };
}

/** Straight line through readings by least squares. @returns slope in ppm/s, its standard error, and the means of the three thirds */
function line(readings: readonly Sample[]): { slope: number; error: number; thirds: [number, number, number] } {
  const n = readings.length;
  const t0 = readings[0]?.at ?? 0;
  const x = readings.map((r) => (r.at - t0) / 1000);
  const y = readings.map((r) => r.ppm);
  const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / Math.max(1, v.length);
  const [mx, my] = [mean(x), mean(y)];
  const sxx = x.reduce((s, v) => s + (v - mx) ** 2, 0);
  const slope = x.reduce((s, v, i) => s + (v - mx) * ((y[i] as number) - my), 0) / sxx;
  const rest = y.reduce((s, v, i) => s + (v - my - slope * ((x[i] as number) - mx)) ** 2, 0);
  const end = (readings.at(-1)?.at ?? t0) - t0;
  const third = (k: number) => mean(readings.filter((r) => Math.min(2, Math.floor((3 * (r.at - t0)) / end)) === k).map((r) => r.ppm));
  return { slope, error: Math.sqrt(rest / Math.max(1, n - 2) / sxx), thirds: [third(0), third(1), third(2)] };
}

/** A rise so straight and slow that no dam and no hose makes it: the cell drifts, or a leak grows. */
function drift(readings: readonly Sample[], noise: number): { since: number; perMinute: number } | null {
  const last = readings.at(-1);
  if (!last) return null;
  const some = readings.filter((r) => r.at >= last.at - DRIFT_WINDOW && r.quality === 'good');
  const first = some[0];
  if (!first || last.at - first.at < DRIFT_LEAST || some.length < LEAST_SAMPLES) return null;
  const { slope, error, thirds } = line(some);
  const seconds = (last.at - first.at) / 1000;
  const [a, b] = [thirds[1] - thirds[0], thirds[2] - thirds[1]];
  const straight = a > 0 && b > 0 && b / a > 0.5 && b / a < 2;
  if (!straight || slope * 60 > DRIFT_MOST || slope < 8 * error || slope * seconds < Math.max(5, 4 * noise, 0.15 * thirds[0])) return null;
  return { since: first.at, perMinute: slope * 60 };
}

/**
 * @param readings oldest first; those of an unbroken fill, so that an opened dam is not taken for a drift
 * @param declared null when nothing is known of the sensor: then only what it says itself is told
 * @param now ms
 */
export function sensorState(readings: readonly Sample[], declared: Declared | null, now: number): SensorState {
  const last = readings.at(-1);
  if (!last) return { state: 'none', since: null, text: 'No reading yet.' };
  const age = Math.round((now - last.at) / 1000);
  if (now - last.at > STALE_AFTER * 1000)
    return { state: 'dropped', since: last.at, text: `Last reading is ${age} s old. Check the monitor.` };
  if (last.quality === 'saturated' || (declared && last.ppm >= declared.top))
    return { state: 'saturated', since: last.at, text: 'Beyond the top of its scale: the reading says only that there is more.' };
  if (last.quality !== 'good') return { state: 'fault', since: last.at, text: `The monitor reports: ${last.quality}.` };
  if (!declared) return { state: 'good', since: null, text: '' };
  const { n, since } = still(readings);
  const proof = frozenAfter(declared);
  // Near zero half of the noise is cut off: the same figure again and again is what a clean purge looks like.
  const floor = (last.raw ?? last.ppm) <= 2 * declared.noise;
  if (n >= (proof ?? 3 * LEAST_SAMPLES)) {
    const seconds = Math.round((now - since) / 1000);
    if (proof === null || floor)
      return {
        state: 'steady',
        since,
        text: `The same figure for ${seconds} s: steady, can’t tell whether the cell is frozen. Breathe on it or open it to air to see it move.`,
      };
    return { state: 'frozen', since, text: `Frozen: not moved for ${seconds} s, less than its own noise. Check the monitor.` };
  }
  const d = drift(readings, declared.noise);
  if (d)
    return {
      state: 'drifting',
      since: d.since,
      text: `Rises steadily, ${d.perMinute < 10 ? d.perMinute.toFixed(1) : Math.round(d.perMinute)} ppm a minute with nothing opened: the cell drifts or a leak grows. Hold it in bottle gas.`,
    };
  return { state: 'good', since: null, text: '' };
}

/** May the reading be gone by? A still one that proves nothing may, and is said. */
export const believable = (s: SensorState): boolean => s.state === 'good' || s.state === 'steady';
export { thin } from './thin';
