/**
 * The cloud thinned to those that fit, and moved. Every move is accepted by the ratio of the priors: a jitter without it explains a
 * plateau by an ever slower purge. None asks the readings again, so none may change the oxygen a monitor reads now.
 */
import { AIR_OXYGEN_PPM } from '../../basics/gases';
import type { Dice } from '../../basics/seeded';
import { branchMiddle, drawBranch, jointOver, pick, places, tauMiddle, type Cloud, type Monitor } from './cloud';
import { BRANCH, GAIN, HAPPENED, JOINT, LAG, lnLeakDensity, lnNormal, SUPPLY, TAIL, ZERO, type Prior } from './prior';
import { baseRate, READS, TEMPER } from './step';
import { lnShare, volumesAt, type Place, type Shapes } from './shapes';

/** Share of the present spread a random walk goes; a spread that is less than a part of the prior's counts as that, or a cloud once collapsed stays so. */
const WALK = 0.15;
const LEAST_SPREAD = 0.1;
const SHARES = { shape: 0.05, divide: 0.3, branch: 0.5, redraw: 0.1 };
/** A share drawn half uniform, half even in its logarithm, from this on. */
const LEAST_SHARE = 1e-3;
/** How far a purge may be moved along its curve, ln of odds: (of the volumes, and a part for the beginning). */
const ALONG = { share: 0.15, least: 0.1 };

/** Weights of a cloud, adding up to one, and how many particles they are worth. */
export function weightsOf(c: Cloud): { w: Float64Array; effective: number } {
  let top = -Infinity;
  for (let i = 0; i < c.n; i++) if ((c.lnW[i] as number) > top) top = c.lnW[i] as number;
  const w = new Float64Array(c.n);
  let sum = 0;
  for (let i = 0; i < c.n; i++) sum += w[i] = Math.exp((c.lnW[i] as number) - top);
  let squares = 0;
  for (let i = 0; i < c.n; i++) squares += (w[i] = (w[i] as number) / sum) ** 2;
  return { w, effective: 1 / squares };
}

/** Systematic resampling (Kitagawa 1996) into a cloud of n equal ones. */
export function resample(c: Cloud, dice: Dice, n = c.n): Cloud {
  const { w } = weightsOf(c);
  const which = new Int32Array(n);
  let [at, sum] = [dice.uniform() / n, w[0] as number];
  for (let i = 0, j = 0; j < n; j++, at += 1 / n) {
    while (sum < at && i < c.n - 1) sum += w[++i] as number;
    which[j] = i;
  }
  const out = pick(c, which);
  out.lnW.fill(0);
  return out;
}

/** Standard deviation of an array. */
function spreadOf(x: Float64Array): number {
  let [sum, squares] = [0, 0];
  for (let i = 0; i < x.length; i++) sum += x[i] as number;
  const mean = sum / x.length;
  for (let i = 0; i < x.length; i++) squares += ((x[i] as number) - mean) ** 2;
  return Math.sqrt(squares / x.length);
}

export type Setting = { s: Shapes; prior: Prior; monitors: readonly Monitor[] };

/** What was read lately: so long it has lain within a tenth of what is read now, s, and that, ppm. */
export type Lately = { flat: number; ppm: number };
/** Looks back on a flat stretch, and the shortest that says anything, s. */
const LOOKS = 4;
const FLAT = 8;

/**
 * How much a part of what is read now speaks against the flat stretch before: it was larger then by its own fall. ln of odds; without
 * it a swap keeps the oxygen of now and forgets all that was read, and every plateau becomes a slow branch.
 */
function against({ flat, ppm }: Lately, amount: number, fold: number): number {
  if (flat < FLAT) return 0;
  let sum = 0;
  for (let k = 1; k <= LOOKS; k++) {
    const d = (amount * Math.expm1(Math.min(20, (flat * k) / LOOKS / fold))) / (READS.model * Math.max(20, ppm));
    sum += 2.5 * Math.log(1 + (d * d) / 4);
  }
  return (TEMPER * flat * sum) / LOOKS;
}

/** Moves a resampled cloud. @param t s since gas on @param flow over the flow asked for @param lately what was read before */
export function move(
  { s, prior, monitors }: Setting,
  c: Cloud,
  t: number,
  flow: number,
  dice: Dice,
  lately: Lately = { flat: 0, ppm: 1 },
): void {
  const read = places(monitors);
  walk({ s, prior, monitors }, c, dice);
  for (let i = 0; i < c.n; i++) {
    if (dice.uniform() < SHARES.shape) otherShape(s, c, i, read, dice);
    if (dice.uniform() < SHARES.divide) divide(s, prior, c, i, read, flow, dice, lately);
    // Of a branch both places would have to be held: it is left to the draws.
    if (read !== 'both' && dice.uniform() < SHARES.branch) branchOrLeak(s, prior, c, i, read, t, flow, dice, lately);
    if (read === 'vent' && dice.uniform() < SHARES.redraw) redraw(s, c, i, dice);
  }
}

/** Accepted by a ratio of densities, in its logarithm (Metropolis & Hastings). */
const accepts = (dice: Dice, ln: number): boolean => ln >= 0 || dice.uniform() < Math.exp(ln);
/** A step as likely one way as the other, of spread one: even, so that it is cheap. */
const even = (dice: Dice): number => Math.sqrt(12) * (dice.uniform() - 0.5);

/** Small steps in what is unknown, each by the ratio of the priors. */
function walk({ s, prior, monitors }: Setting, c: Cloud, dice: Dice): void {
  const sd = s.unchecked ? prior.pace.unchecked : prior.pace.sd;
  const lnSupply = Math.log(Math.max(SUPPLY.least, s.supply));
  const go = (x: Float64Array, least: number, density: (v: number) => number) => {
    const step = WALK * Math.max(least, spreadOf(x));
    for (let i = 0; i < c.n; i++) {
      const [old, next] = [x[i] as number, (x[i] as number) + step * even(dice)];
      if (accepts(dice, density(next) - density(old))) x[i] = next;
    }
  };
  const goLn = (x: Float64Array, least: number, density: (v: number) => number) => {
    const ln = x.map(Math.log);
    go(ln, least, density);
    for (let i = 0; i < c.n; i++) x[i] = Math.exp(ln[i] as number);
  };
  const normal = (mean: number, spread: number) => (v: number) => -0.5 * ((v - mean) / spread) ** 2;
  goLn(c.pace, LEAST_SPREAD * sd, normal(prior.pace.mean, sd));
  go(c.tail, LEAST_SPREAD * TAIL, normal(0, TAIL));
  goLn(c.supply, LEAST_SPREAD * SUPPLY.spread, normal(lnSupply, SUPPLY.spread));
  stepsAside(c, dice);
  goLn(c.leak, LEAST_SPREAD * prior.leak.tight.spread, lnLeakDensity(prior));
  if (places(monitors) === 'both') go(c.jd, LEAST_SPREAD * JOINT, normal(0, JOINT));
  for (const [m, { tau, gain, zero }] of c.monitors.entries()) {
    const middle = Math.log(tauMiddle(monitors[m] as Monitor));
    const [least, most] = [middle + Math.log(LAG.least), middle + Math.log(LAG.most)];
    const lag = normal(middle, LAG.spread);
    goLn(tau, LEAST_SPREAD * LAG.spread, (v) => (v < least || v > most ? -Infinity : lag(v)));
    go(gain, LEAST_SPREAD * GAIN, normal(1, GAIN));
    go(zero, LEAST_SPREAD * ZERO, normal(0, ZERO));
  }
}

const lnShareAt = (s: Shapes, c: Cloud, i: number, place: Place): number =>
  lnShare(s, place, c.shape[i] as number, (place === 'joint' ? c.thj[i] : c.th[i]) as number);
const slips = (s: Shapes, place: Place, k: number): number => (place === 'vent' ? 1 - (s.bypass[k] as number) : 1);

/** Where the clocks of a particle would stand, vent and joint. */
type Clocks = { th: number; thj: number };
/** The clock of the place that is read is set; that of the other goes along. */
function clocksAt(s: Shapes, c: Cloud, i: number, read: Place | 'both', at: Partial<Clocks>): Clocks {
  const [th, thj, over] = [c.th[i] as number, c.thj[i] as number, jointOver(s, c, i)];
  if (read === 'vent') return { th: at.th ?? th, thj: thj + ((at.th ?? th) - th) / over };
  if (read === 'joint') return { th: th + ((at.thj ?? thj) - thj) * over, thj: at.thj ?? thj };
  return { th: at.th ?? th, thj: at.thj ?? thj };
}
function setClocks(c: Cloud, i: number, { th, thj }: Clocks): void {
  c.th[i] = th;
  c.thj[i] = thj;
}
/** How likely it is moved so far along its curves, ln of odds. */
const alongBoth = (c: Cloud, i: number, read: Place | 'both', to: Clocks): number =>
  (read === 'joint' ? 0 : along(c.th[i] as number, to.th)) + (read === 'vent' ? 0 : along(c.thj[i] as number, to.thj));

/** What came in on the way, where something did: as the rest, by the ratio of its prior. */
function stepsAside(c: Cloud, dice: Dice): void {
  const has = Array.from(c.stepPpm.keys()).filter((i) => (c.stepPpm[i] as number) > 0);
  if (has.length === 0) return;
  const ln = Float64Array.from(has, (i) => Math.log(c.stepPpm[i] as number));
  const step = WALK * Math.max(LEAST_SPREAD * 0.5, spreadOf(ln));
  for (const [k, i] of has.entries()) {
    const [old, next] = [ln[k] as number, (ln[k] as number) + step * even(dice)];
    const [middle, spread] = [Math.log(HAPPENED.step), HAPPENED.spread];
    if (accepts(dice, lnNormal(next, middle, spread) - lnNormal(old, middle, spread))) c.stepPpm[i] = Math.exp(next);
  }
}

/** s over which the tail of particle i falls by e where its clock stands so, there. */
function foldAt(s: Shapes, c: Cloud, i: number, place: Place, flow: number, at: number): number {
  const k = c.shape[i] as number;
  const slope = (lnShare(s, place, k, at - 0.2) - lnShare(s, place, k, at)) / 0.2 / (place === 'joint' ? jointOver(s, c, i) : 1);
  return 1 / Math.max(1e-6, slope * baseRate(s, c, i, flow) * Math.exp(c.eta[i] as number));
}

/** Before the front there is nothing to hold on to. */
const BEFORE = -0.05;

/** The same oxygen now by another shape: another future. */
function otherShape(s: Shapes, c: Cloud, i: number, read: Place | 'both', dice: Dice): void {
  const [k, other] = [c.shape[i] as number, Math.floor(dice.uniform() * s.count)];
  const at: Partial<Clocks> = {};
  for (const place of read === 'both' ? (['vent', 'joint'] as const) : [read]) {
    const ln = lnShareAt(s, c, i, place);
    const next = ln + Math.log(slips(s, place, k) / slips(s, place, other));
    if (ln > BEFORE || next >= 0) return;
    at[place === 'joint' ? 'thj' : 'th'] = volumesAt(s, place, other, next);
  }
  const to = clocksAt(s, c, i, read, at);
  if (!accepts(dice, alongBoth(c, i, read, to))) return;
  c.shape[i] = other;
  setClocks(c, i, to);
}

const along = (th: number, next: number): number => -0.5 * ((next - th) / (ALONG.share * Math.max(0, th) + ALONG.least)) ** 2;

/** Draws a share, half evenly and half evenly in its logarithm. */
const drawShare = (dice: Dice): number => (dice.uniform() < 0.5 ? dice.uniform() : Math.exp(Math.log(LEAST_SHARE) * dice.uniform()));
const shareDensity = (x: number): number => 0.5 + (x > LEAST_SHARE ? 0.5 / (x * -Math.log(LEAST_SHARE)) : 0);

/** ln of the density of a leak in ppm, without its constant. */
const lnLeakPpm = (prior: Prior, ppm: number, q: number): number =>
  lnLeakDensity(prior)(Math.log((ppm * q) / AIR_OXYGEN_PPM)) - Math.log(ppm);

/** Does what leaks in reach this place? */
const reaches = (s: Shapes, c: Cloud, i: number, place: Place): boolean => place === 'vent' || (c.lam[i] as number) < s.before;

/** What is read is partly the tail of the air, partly a leak: the sum kept, it is divided anew. */
function divide(s: Shapes, prior: Prior, c: Cloud, i: number, read: Place | 'both', flow: number, dice: Dice, lately: Lately): void {
  const place = read === 'joint' ? 'joint' : 'vent';
  if (!reaches(s, c, i, place)) return;
  const k = c.shape[i] as number;
  const q = s.asked * flow * (c.slower[i] as number);
  const S = c.supply[i] as number;
  const leak = (AIR_OXYGEN_PPM * (c.leak[i] as number)) / q;
  const roomAt = (p: Place) => slips(s, p, k) * ((c.c0[i] as number) - S - leak);
  const room = roomAt(place);
  const tail = room * Math.exp(lnShareAt(s, c, i, place));
  const sum = tail + leak;
  // Above this nobody can tell, and the front is not through.
  if (!(sum > 0) || sum > 50_000 || room <= 0) return;
  const share = drawShare(dice);
  const [leakNext, tailNext] = [share * sum, (1 - share) * sum];
  if (leakNext < 1e-4 || tailNext < 1e-4) return;
  const at: Partial<Clocks> = { [place === 'joint' ? 'thj' : 'th']: volumesAt(s, place, k, Math.log(Math.min(1, tailNext / room))) };
  let ratio = 0;
  if (read === 'both' && reaches(s, c, i, 'joint')) {
    // The joint's own tail gives or takes as much.
    const there = roomAt('joint') * Math.exp(lnShareAt(s, c, i, 'joint'));
    const next = there + leak - leakNext;
    if (next < 1e-4 || next > roomAt('joint')) return;
    at.thj = volumesAt(s, 'joint', k, Math.log(next / roomAt('joint')));
    ratio += Math.log(there / next);
  }
  const to = clocksAt(s, c, i, read, at);
  const clock = (of: Clocks) => (place === 'joint' ? of.thj : of.th);
  const fold = (of: Clocks) => foldAt(s, c, i, place, flow, clock(of));
  ratio +=
    lnLeakPpm(prior, leakNext, q) -
    lnLeakPpm(prior, leak, q) +
    Math.log(tail / tailNext) +
    Math.log(shareDensity(leak / sum) / shareDensity(share)) +
    alongBoth(c, i, read, to) +
    against(lately, tail, fold({ th: c.th[i] as number, thj: c.thj[i] as number })) -
    against(lately, tailNext, fold(to));
  if (!accepts(dice, ratio)) return;
  c.leak[i] = (leakNext * q) / AIR_OXYGEN_PPM;
  setClocks(c, i, to);
}

/** A branch nobody drew is born out of the leak, dies into it, or trades with it; what is read stays. */
function branchOrLeak(
  s: Shapes,
  prior: Prior,
  c: Cloud,
  i: number,
  place: Place,
  t: number,
  flow: number,
  dice: Dice,
  lately: Lately,
): void {
  if (!reaches(s, c, i, place)) return;
  const q = s.asked * flow * (c.slower[i] as number);
  const share = Math.exp(lnShareAt(s, c, i, place));
  if (share > 0.5) return;
  const leak = (AIR_OXYGEN_PPM * (c.leak[i] as number)) / q;
  const ppm = c.branch[i] as number;
  // With all its constants: a birth has one density more than what it came from.
  const lnAmount = (a: number, fold: number) =>
    lnNormal(Math.log(a), Math.log(branchMiddle(fold, q)), BRANCH.spread) - 0.5 * Math.log(2 * Math.PI) - Math.log(a);
  const odds = Math.log(BRANCH.share / (1 - BRANCH.share));
  const put = (l: number) => (c.leak[i] = (l * q) / AIR_OXYGEN_PPM);
  // Born: of the leak a part is the branch's. Proposed as often as its death.
  if (ppm === 0) {
    if (dice.uniform() < 0.5) return;
    const { fold } = drawBranch(q, dice);
    const part = dice.uniform();
    const grow = Math.exp(t / fold) / (1 - share);
    const [amount, rest] = [part * leak * grow, (1 - part) * leak];
    if (!(amount > 1e-6) || !(rest > 1e-6) || amount > AIR_OXYGEN_PPM) return;
    const ratio = odds + lnLeakPpm(prior, rest, q) + lnAmount(amount, fold) + Math.log(leak * grow) - lnLeakPpm(prior, leak, q);
    if (!accepts(dice, ratio - against(lately, part * leak, fold))) return;
    c.branch[i] = amount;
    c.fold[i] = fold;
    if (place === 'joint') c.branchBefore[i] = 1;
    put(rest);
    return;
  }
  if (place === 'joint' && (c.branchBefore[i] as number) === 0) return;
  const fold = c.fold[i] as number;
  const grow = Math.exp(t / fold) / (1 - share);
  const gives = ppm / grow;
  if (dice.uniform() < 0.5) {
    const all = leak + gives;
    const born = odds + lnLeakPpm(prior, leak, q) + lnAmount(ppm, fold) + Math.log(all * grow) - lnLeakPpm(prior, all, q);
    if (!accepts(dice, against(lately, gives, fold) - born)) return;
    c.branch[i] = 0;
    put(all);
    return;
  }
  const part = dice.uniform();
  const [rest, amount] = [part * (leak + gives), (1 - part) * (leak + gives) * grow];
  if (!(amount > 1e-6) || !(rest > 1e-6) || amount > AIR_OXYGEN_PPM) return;
  const ratio =
    lnLeakPpm(prior, rest, q) -
    lnLeakPpm(prior, leak, q) +
    lnAmount(amount, fold) -
    lnAmount(ppm, fold) +
    against(lately, gives, fold) -
    against(lately, amount / grow, fold);
  if (!accepts(dice, ratio)) return;
  c.branch[i] = amount;
  put(rest);
}

/** What no reading at the vent tells: where air comes in along the way, and how much later the joint is. */
function redraw(s: Shapes, c: Cloud, i: number, dice: Dice): void {
  c.lam[i] = dice.uniform();
  c.jd[i] = JOINT * dice.normal();
  c.thj[i] = (c.th[i] as number) / jointOver(s, c, i);
}
