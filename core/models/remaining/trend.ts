/** Where the readings tend, seen by themselves: no cloud is asked. Each looks back from reading `done` - 1, of its own monitor alone. */
import { AHEAD } from './ahead';
import type { Monitor } from './cloud';
import type { Lately } from './moves';
import type { Taken } from './sift';

/** A rise: the last readings above the lowest of a while by this factor and this much, ppm; and one that leaves nothing to reckon with. */
const RISE = { back: 40, factor: 1.6, ppm: 100, grave: 20_000, graveFactor: 6 };
/** Rising now: above the lowest of so many s by this factor and this much, ppm. */
const RISING = { back: 15, factor: 1.25, ppm: 20 };
/** Flat: within this share of what is read now, and so often its noise. */
const FLAT = { share: 0.1, noise: 2 };
/** Falls still: two windows of so many s, so far apart; the least fall that is told from noise, ln. */
const FALLS = { window: 8, apart: 20, least: 0.02 };

/** Readings of the newest one's monitor not older than so many s before it, oldest first. */
function mineSince(taken: readonly Taken[], done: number, back: number): Taken[] {
  const last = taken[done - 1];
  if (!last) return [];
  let i = done;
  while (i > 0 && (taken[i - 1] as Taken).t > last.t - back) i--;
  return taken.slice(i, done).filter((r) => (r.monitor ?? 0) === (last.monitor ?? 0));
}
const lowestOf = (list: readonly Taken[]): number => list.reduce((low, r) => Math.min(low, r.ppm), Infinity);

/** Is what is read now well above what was read just before? */
export function goesUp(taken: readonly Taken[], done: number): boolean {
  const last = taken[done - 1];
  return last !== undefined && last.ppm > RISING.factor * Math.max(1, lowestOf(mineSince(taken, done, RISING.back))) + RISING.ppm;
}

/** How it went up over the last readings; null when it did not. */
export function roseBy(taken: readonly Taken[], done: number): 'somewhat' | 'grave' | null {
  const mine = mineSince(taken, done, RISE.back);
  const last = mine.at(-1);
  if (!last || mine.length < 2) return null;
  const step = (last.t - (mine[0] as Taken).t) / (mine.length - 1);
  const newest = mine.slice(step > 4 ? -2 : -3);
  const lowest = lowestOf(mine.slice(0, -newest.length));
  const above = (factor: number, ppm: number) => newest.every((x) => x.ppm > factor * Math.max(1, lowest) + ppm);
  if (newest.length < 2 || !Number.isFinite(lowest) || !above(RISE.factor, RISE.ppm)) return null;
  return last.ppm > RISE.grave && above(RISE.graveFactor, 0) ? 'grave' : 'somewhat';
}

/** How long the place whose tail is held has lain within a tenth of what is read there now. */
export function flatFor(taken: readonly Taken[], done: number, monitors: readonly Monitor[]): Lately {
  const of = Math.max(
    0,
    monitors.findIndex((m) => m.place === 'vent'),
  );
  const mine = (x: Taken | undefined) => (x?.monitor ?? 0) === of;
  let newest = done - 1;
  while (newest > 0 && !mine(taken[newest])) newest--;
  const last = taken[newest];
  if (!last || !mine(last)) return { flat: 0, ppm: 1 };
  const most = FLAT.share * last.ppm + FLAT.noise * (monitors[of]?.noise ?? 0);
  let i = newest;
  while (i > 0 && (!mine(taken[i - 1]) || Math.abs((taken[i - 1] as Taken).ppm - last.ppm) < most)) i--;
  return { flat: last.t - (taken[i]?.t ?? last.t), ppm: last.ppm };
}

/** Would it get to the limit in time if it went on falling as it does? What is told by readings too few to say so falls still. */
export function stillFalls(taken: readonly Taken[], done: number, limit: number): boolean {
  const mine = mineSince(taken, done, FALLS.apart + FALLS.window);
  const last = mine.at(-1);
  if (!last) return true;
  const mean = (list: Taken[]) => list.reduce((sum, r) => sum + Math.log(Math.max(1, r.ppm)), 0) / list.length;
  const [before, now] = [mine.filter((r) => r.t <= last.t - FALLS.apart), mine.filter((r) => r.t > last.t - FALLS.window)];
  if (before.length === 0) return true;
  const fall = mean(before) - mean(now);
  return fall > Math.max(FALLS.least, (FALLS.apart * Math.log(Math.max(1, last.ppm / limit))) / AHEAD);
}
