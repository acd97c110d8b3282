/** What is taken for a reading of this purge, and what is kept out and why. */
import type { Gas } from '../../basics/gases';

/** A reading: s since gas on, ppm, and which of the monitors. */
export type Reading = { t: number; ppm: number; monitor?: number };
export type Taken = Required<Reading>;
export type KeptOut = {
  why: 'no-number' | 'not-of-this-purge' | 'to-come' | 'out-of-range' | 'clock' | 'hydrogen' | 'no-monitor' | 'doubt';
  count: number;
};

/** A cell reads no less and no more than this, ppm. */
const LEAST = -50;
const MOST = 250_000;
/** A clock may be so far ahead, s. */
const AHEAD = 2;
/** One between two others that lie so close says what they say, or its clock was set: factor, and ppm. */
const CLOSE = { seconds: 3, factor: 1.6, ppm: 30 };

/**
 * @param had those taken before, in the order of their time @param now s since gas on
 * @returns all taken in order, how many of the first are as they were, and what was kept out
 */
export function sift(
  had: readonly Taken[],
  readings: readonly Reading[],
  monitors: number,
  now: number,
  gas: Gas,
): { taken: Taken[]; out: KeptOut[]; from: number } {
  const out = new Map<KeptOut['why'], number>();
  const no = (why: KeptOut['why']) => void out.set(why, (out.get(why) ?? 0) + 1);
  const taken = [...had];
  let from = taken.length;
  for (const { t, ppm, monitor = 0 } of readings) {
    // A hot cell burns hydrogen with the oxygen it should measure, and a cold one is cross-sensitive: it reads too little.
    if (gas.includes('h2')) no('hydrogen');
    else if (!Number.isFinite(t) || !Number.isFinite(ppm)) no('no-number');
    else if (!Number.isInteger(monitor) || monitor < 0 || monitor >= monitors) no('no-monitor');
    else if (t < 0) no('not-of-this-purge');
    else if (t > now + AHEAD) no('to-come');
    else if (ppm < LEAST || ppm > MOST) no('out-of-range');
    else {
      const at = placeOf(taken, t, monitor);
      const known = taken[at - 1];
      if (known?.t === t && known.monitor === monitor) {
        if (known.ppm !== ppm) no('clock');
        continue;
      }
      if (contradicts(taken, at, { t, ppm, monitor })) {
        no('clock');
        continue;
      }
      taken.splice(at, 0, { t, ppm, monitor });
      from = Math.min(from, at);
    }
  }
  return { taken, out: [...out].map(([why, count]) => ({ why, count })), from };
}

/** Where one belongs among those in order: by time, then by monitor. */
function placeOf(taken: readonly Taken[], t: number, monitor: number): number {
  let i = taken.length;
  while (i > 0 && ((taken[i - 1] as Taken).t > t || ((taken[i - 1] as Taken).t === t && (taken[i - 1] as Taken).monitor > monitor))) i--;
  return i;
}

/** Between two readings close to each other, and unlike both: a clock was set, or it is of another purge. */
function contradicts(taken: readonly Taken[], at: number, { t, ppm, monitor }: Taken): boolean {
  let [a, b] = [at - 1, at];
  while (a >= 0 && (taken[a] as Taken).monitor !== monitor) a--;
  while (b < taken.length && (taken[b] as Taken).monitor !== monitor) b++;
  const [before, after] = [taken[a], taken[b]];
  if (!before || !after || after.t - t > CLOSE.seconds || t - before.t > CLOSE.seconds) return false;
  const [low, high] = [Math.min(before.ppm, after.ppm), Math.max(before.ppm, after.ppm)];
  return ppm > CLOSE.factor * high + CLOSE.ppm || ppm < low / CLOSE.factor - CLOSE.ppm;
}
