/** Simulated purges the clock is tried on in the tests: none is one it draws from, and no purge was ever measured. */
import { AIR_OXYGEN_PPM } from '../../basics/gases';
import { Dice } from '../../basics/seeded';
import { findSize, type Size } from '../../basics/sizes';
import { parseList } from '../../basics/spool';
import { spacesOf, tanksRemaining } from '../network';
import { curveAt, predict, runThrough } from '../purge';
import { closeUp, startingSetup, type Setup } from '../setup';
import { Remaining, shapesOf, type Reading, type Shapes } from './index';

const LPM = 1 / 60_000;
export const MONITOR = { place: 'vent' as const, t90: 11, noise: 1.5, resolution: 1 };

/** @param flow L/min */
export const asked = (list: string, flow: number): Setup => {
  const read = parseList(list, 'metric', 'inch-tube', findSize('inch-tube', '2') as Size);
  if (!read.ok) throw new Error(read.error.text);
  const size = read.parts[0]?.size as Size;
  const start = { ...startingSetup(size, 'argon', 3), lines: [{ id: 'l1', flow: flow * LPM }] };
  return { ...closeUp(read.parts, read.joint, start), tilt: 0, roll: 0 };
};

const known = new Map<string, Shapes>();
export function shapes(list = '2 in tube: 400, weld, 400', flow = 8): Shapes {
  const key = `${list} ${flow}`;
  const had = known.get(key);
  if (had) return had;
  const setup = asked(list, flow);
  const made = runThrough(shapesOf(setup, spacesOf(setup)));
  known.set(key, made);
  return made;
}

/** What a monitor shows of the gas at it: a cell of the first order behind a hose, each second a whole figure. */
function* shownOf(gas: (t: number) => number, dice: Dice, { tau = 4.8, dead = 0, gain = 1 } = {}): Generator<Reading> {
  let z = AIR_OXYGEN_PPM;
  for (let t = 1; ; t++) {
    for (let k = 1; k <= 10; k++) z += (gas(t - 1 + k / 10 - dead) - z) * -Math.expm1(-0.1 / tau);
    yield { t, ppm: Math.max(0, Math.round(gain * z * (1 + 0.006 * dice.normal()) + 1.5 * dice.normal())) };
  }
}
const first = <T>(from: Generator<T>, n: number): T[] => Array.from({ length: n }, () => from.next().value as T);

/** A purge of so many mixed tanks down to a floor, read each second by a slow cell: what the network knows nothing of. */
export function tanks(s: Shapes, n: number, { floor = 20, until = 200, seed = 1, pace = 1 } = {}): Reading[] {
  const gas = (t: number) => floor + (AIR_OXYGEN_PPM - floor) * tanksRemaining((pace * Math.max(0, t) * s.asked) / s.volume, n);
  return first(shownOf(gas, new Dice(seed)), until);
}

/** A purge as it truly went: oxygen of the gas at vent and joint over s since gas on. */
export type Trial = {
  family: 'wider' | 'structure' | 'tanks';
  s: Shapes;
  limit: number;
  seed: number;
  floor: number;
  vent: (t: number) => number;
  joint: (t: number) => number;
};

const LISTS: [number, (a: number, b: number, branch: string) => string][] = [
  [8, (a, b, branch) => `2 in tube: ${Math.round(400 * a)}, ${branch}weld, ${Math.round(400 * b)}`],
  [12, (a, b, branch) => `3 in tube: ${Math.round(500 * a)}, ${branch}weld, ${Math.round(500 * b)}`],
  [5, (a, b, branch) => `2 in tube: ${Math.round(400 * a)}, ${branch}weld, elbow up, ${Math.round(300 * b)}`],
];
const FAMILIES = ['wider', 'structure', 'tanks'] as const;

/** Purge n of a row in which the three families and the three spools take turns. */
export function trial(n: number, limit: number): Trial {
  const seed = 7000 + 131 * n;
  const dice = new Dice(seed);
  const family = FAMILIES[n % 3] as Trial['family'];
  const [flow, built] = LISTS[Math.floor(n / 3) % 3] as (typeof LISTS)[number];
  const s = shapes(built(1, 1, ''), flow);
  const ln = (spread: number) => Math.exp(spread * dice.normal());
  const [supply, leak] = [10 * ln(0.7), 3e-4 * LPM * ln(2)];
  const floor = supply + (AIR_OXYGEN_PPM * leak) / s.asked;
  const is = { family, s, limit, seed, floor };
  if (family === 'tanks') {
    const [volume, count] = [0.85 + 0.3 * dice.uniform(), 1 + Math.floor(5 * dice.uniform())];
    const gas = (later: number) => (t: number) =>
      floor + (AIR_OXYGEN_PPM - floor) * tanksRemaining((Math.max(0, t) * s.asked) / (s.volume * volume * later), count);
    return { ...is, vent: gas(1), joint: gas(0.7 + 0.3 * dice.uniform()) };
  }
  const wider = family === 'wider';
  // One thing is not as it was written down: lengths, a branch nobody drew, a throttled vent, an inlet that makes no jet.
  const wrong = wider ? null : (['lengths', 'branch', 'vent', 'jet'] as const)[Math.floor(4 * dice.uniform())];
  const off = () => (wrong === 'lengths' ? 0.8 + 0.4 * dice.uniform() : 1);
  const branch = wrong === 'branch' ? `nipple up 1 in tube x ${Math.round(50 + 80 * dice.uniform())}, 20, ` : '';
  const setup = asked(built(off(), off(), branch), flow);
  const vents = setup.vents.map((v) => ({ ...v, bore: wrong === 'vent' ? v.bore / 3 : v.bore }));
  const unknowns = {
    flow: 1 + (wider ? 0.12 : 0.03) * dice.normal(),
    dispersion: ln(0.74),
    jet: wrong === 'jet' ? 1e-3 : ln(0.74),
    bypass: (wider ? 0.4 : 0.2) * dice.uniform(),
    leak,
    tilt: 0,
    pace: ln(wider ? 0.25 : 0.05),
  };
  const truth = { ...setup, vents, supplyPpm: supply };
  const p = predict(truth, spacesOf(truth), limit, { cells: 160, tolerance: 0.03, unknowns, atLeast: 900 });
  return { ...is, vent: (t) => curveAt(p.vent, Math.max(0, t)), joint: (t) => curveAt(p.joint, Math.max(0, t)) };
}

/** What was said of a trial at a quarter, half and three quarters of the time it truly took, against what came. */
export type Tried = {
  family: Trial['family'];
  /** whether it truly gets to the limit within a quarter of an hour, and when it was first said that it will not, s; null for never */
  gets: boolean;
  wontAt: number | null;
  signs: number;
  held: boolean[];
  jointHeld: boolean[];
  /** width of the range over that before a reading */
  widths: number[];
};

const LONGEST = 900;
/** @param both is a second monitor at the joint? */
export function tried({ family, s, limit, seed, vent, joint }: Trial, both = false): Tried {
  const dice = new Dice(seed + 1);
  const monitors = both ? [MONITOR, { ...MONITOR, place: 'joint' as const }] : [MONITOR];
  const m = new Remaining(s, { limit, monitors, seed });
  const cell = { dead: 3 * dice.uniform(), tau: (8 + 7 * dice.uniform()) / Math.LN10, gain: 1 + 0.03 * dice.normal() };
  const when = (gas: (t: number) => number, lag = 0) => {
    let t = 0;
    while (t < LONGEST && gas(t - lag) > limit) t += 0.25;
    return t;
  };
  // The time of the gas as it comes out of the hose to the monitor; the joint has none.
  const [until, jointUntil] = [when(vent, cell.dead), when(joint, both ? cell.dead : 0)];
  const gets = until < LONGEST;
  const planned = m.answer(0).vent;
  const out: Tried = { family, gets, wontAt: null, signs: 0, held: [], jointHeld: [], widths: [] };
  const marks = gets ? [0.25, 0.5, 0.75].map((x) => Math.ceil(x * until)) : [];
  const shown = (both ? [vent, joint] : [vent]).map((gas) => shownOf(gas, dice, cell));
  for (let t = 1; t <= (gets ? until : 600); t++) {
    m.feed(
      shown.map((of, monitor) => ({ ...(of.next().value as Reading), monitor })),
      t,
    );
    if (m.wont) out.wontAt ??= t;
    if (!marks.includes(t)) continue;
    const a = m.answer(t);
    const held = (span: typeof a.vent, left: number) => span !== null && left > span.low - 0.75 && left < span.high + 0.75;
    out.held.push(held(a.vent, until - t));
    if (jointUntil > t) out.jointHeld.push(held(a.joint, jointUntil - t));
    if (a.vent && planned) out.widths.push((a.vent.high - a.vent.low) / (planned.high - planned.low));
  }
  out.signs = m.answer(gets ? until : 600).signs.length;
  return out;
}
