/**
 * The thickness along a line for one film of the family: the cheapest path from clean metal to the bead (Viterbi's dynamic
 * programme). Towards the bead the film grows; in the bead zone, once entered, it may thin, and lightness counts for little: a bead mirrors
 * whoever takes the picture. Light that falls off along the line is followed by its steps, not taken for tint. A band past light blue can
 * only be come to through purple or dark blue. Rough scale is dark, colourless and abrupt: a state of its own.
 */
import { filmBands } from '../tint';
import { thicknesses, type Member } from './family';

/** One step of a line as the path reads it: colour over the anchor's, and how far it can be believed. */
export interface Step {
  /** OKLab a/L and b/L. */
  u: number;
  v: number;
  /** ln of OKLab L over the anchor's. */
  l: number;
  /** 0 (nothing to be had: clipped, black) to 1. */
  weight: number;
}

export interface Path {
  cost: number;
  /** nm a step; -1 where the step is no film. */
  nm: Float64Array;
  /** Index of the word in filmBands; GREY_BLACK for scale, WHITE for powder. */
  band: Int8Array;
  /** How far the light rises and falls along the path, ln of OKLab L. */
  fall: number;
}

/** What the path weighs. All costs are in units of half a squared deviation. Tuned on rendered scenes, docs/physics.md. */
export const weights = {
  /** Deviation of u and v at no chroma, and what the chroma adds. */
  hue: 0.014,
  hueOfChroma: 0.16,
  /** No step costs more than this in hue. */
  hueMost: 9,
  /** Deviation of a step of light along the line, per hundredth of the line, and the most it costs. */
  light: 0.035,
  lightMost: 6,
  /** Deviation of the light itself from the anchor's, and the most. */
  level: 0.35,
  levelMost: 3,
  levelShare: 0.45,
  /** Thickness gained a hundredth of the line for free, nm; the cost of an nm past it. */
  free: 4,
  jump: 0.25,
  /** To enter the bead zone; an nm up or down in it; where along the line it may begin. */
  bead: 3,
  beadNm: 0.06,
  /** To thin in it, per factor e. */
  beadThin: 1.5,
  beadFrom: 0.55,
  /** Of what the light costs, what it costs in the bead zone. */
  beadLight: 0.2,
  /** Start away from bare metal: an nm past this costs startNm. */
  start: 3,
  startNm: 0.5,
  /** Scale: to enter it, deviation of its colour, its darkness (ln L under the light) and the deviation of that. */
  scale: 3.5,
  scaleFrom: 0.3,
  scaleHue: 0.045,
  scaleDark: -0.85,
  scaleSpread: 0.3,
  /** White powder on titanium: to enter it, from light blue on, and the deviation of its colour. */
  powder: 6,
  powderHue: 0.018,
  /** Of each step's evidence what counts: neighbours err together. */
  evidence: 0.5,
};
export type Weights = typeof weights;

/** What is no film, numbered after the words of filmBands. */
export const GREY_BLACK = filmBands.length;
export const WHITE = GREY_BLACK + 1;

const N = thicknesses.length;
/** How many states a step may climb, or fall in the bead zone; in thin films a state is 1 nm. */
const CLIMB = 22;
/** States: 0..N-1 the growing film, N..2N-1 the bead zone, then scale and white powder. */
const SCALE = 2 * N;
const POWDER = SCALE + 1;
const STATES = POWDER + 1;
const SPAN = 2 * CLIMB + 1;

interface Moves {
  /** What a move to a state costs from the states about it, growing and in the bead zone: [to * SPAN + from - to + CLIMB]. */
  grow: Float64Array;
  drift: Float64Array;
}
let kept: (Moves & { per: number; w: Weights }) | null = null;

/** The same for all films of a line, so the last ones are kept. */
function movesOf(per: number, w: Weights): Moves {
  if (kept?.per === per && kept.w === w) return kept;
  const [grow, drift] = [new Float64Array(N * SPAN), new Float64Array(N * SPAN)];
  for (let to = 0; to < N; to++)
    for (let f = Math.max(0, to - CLIMB); f <= Math.min(N - 1, to + CLIMB); f++) {
      const [a, b] = [thicknesses[f] as number, thicknesses[to] as number];
      const i = to * SPAN + f - to + CLIMB;
      grow[i] = b < a ? 0.5 : w.jump * Math.max(0, b - a - w.free * per);
      drift[i] = b > a ? w.beadNm * (b - a) : w.beadThin * Math.log((a + 3) / (b + 3));
    }
  kept = { grow, drift, per, w };
  return kept;
}

/** Costs so much above the best are given up. */
const BEAM = 30;
/** From which to which thickness some state, growing or in the bead zone, costs less than the best and a beam. */
function within(cost: Float64Array, beam: number): { low: number; high: number } {
  let best = Infinity;
  for (let s = 0; s < STATES; s++) if ((cost[s] as number) < best) best = cost[s] as number;
  let [low, high] = [N - 1, 0];
  for (let d = 0; d < N; d++)
    if (Math.min(cost[d] as number, cost[N + d] as number) < best + beam) {
      if (d < low) low = d;
      high = d;
    }
  return low > high ? { low: 0, high: N - 1 } : { low, high };
}

/** What cheapest() found: kept here, it is asked a million times a picture. */
const found = { cost: Infinity, from: 0 };

/** The cheapest of the states low to high to come from: its cost, the move's, and what the step of light costs. */
function cheapest(
  cost: Float64Array,
  offset: number,
  lightness: Float64Array,
  moves: Float64Array,
  move: number,
  low: number,
  high: number,
  shift: number,
  believed: number,
  most: number,
  share: number,
): void {
  let [best, from] = [Infinity, low];
  for (let f = low; f <= high; f++) {
    const step = shift + (lightness[f] as number);
    const light = step * step * believed;
    const total = (cost[offset + f] as number) + (light < most ? light : most) * share + (moves[move + f] as number);
    if (total < best) {
      best = total;
      from = f;
    }
  }
  found.cost = best;
  found.from = from;
}

export function pathOf(steps: readonly Step[], film: Member, w: Weights = weights): Path {
  const n = steps.length;
  const per = 100 / n; // hundredths of the line a step
  const [purple, lightBlue] = [stateOf(film.starts[5] as number), stateOf(film.starts[7] as number)];
  const back = new Int16Array(n * STATES);
  let cost = new Float64Array(STATES).fill(Infinity);
  let next = new Float64Array(STATES);
  const emit = new Float64Array(N);
  const { u: fu, v: fv, l: fl } = film;
  const [scale, penalty] = [new Float64Array(N), new Float64Array(N)];
  for (let d = 0; d < N; d++) {
    const s = w.hue + w.hueOfChroma * Math.hypot(fu[d] as number, fv[d] as number);
    scale[d] = 1 / (2 * s * s);
    penalty[d] = Math.log(s / w.hue);
  }
  const { grow, drift } = movesOf(per, w);
  const lightScale = 1 / (2 * w.light * w.light * per);
  const levelScale = w.levelShare / (2 * w.level * w.level);
  const levelMost = w.levelMost * w.levelShare;
  let [scaleEmit, powderEmit] = [0, 0];

  const look = (i: number): void => {
    const { u, v, l, weight } = steps[i] as Step;
    const e = weight * w.evidence;
    for (let d = 0; d < N; d++) {
      const [du, dv, g] = [u - (fu[d] as number), v - (fv[d] as number), l - (fl[d] as number)];
      emit[d] =
        e *
        (Math.min(w.hueMost, (du * du + dv * dv) * (scale[d] as number)) +
          (penalty[d] as number) +
          Math.min(levelMost, g * g * levelScale));
    }
    const dark = Math.max(0, l - w.scaleDark) / w.scaleSpread;
    scaleEmit =
      e *
      (Math.min(w.hueMost, (u * u + v * v) / (2 * w.scaleHue ** 2)) +
        Math.log(w.scaleHue / w.hue) +
        Math.min(w.levelMost, (dark * dark) / 2));
    const grey = Math.max(0, -0.15 - l) / w.scaleSpread;
    powderEmit =
      e *
      (Math.min(w.hueMost, (u * u + v * v) / (2 * w.powderHue ** 2)) +
        Math.log(w.powderHue / w.hue) +
        Math.min(w.levelMost, (grey * grey) / 2));
  };

  look(0);
  for (let d = 0; d < N; d++)
    cost[d] = (emit[d] as number) + w.startNm * Math.max(0, Math.abs((thicknesses[d] as number) - film.from) - w.start);

  for (let i = 1; i < n; i++) {
    look(i);
    const came = i * STATES;
    const dl = (steps[i] as Step).l - (steps[i - 1] as Step).l;
    const seen = Math.min((steps[i] as Step).weight, (steps[i - 1] as Step).weight);
    const [believed, most] = [seen * lightScale, seen * w.lightMost];
    const inBead = i / (n - 1) >= w.beadFrom;
    const mayScale = i / (n - 1) >= w.scaleFrom;
    next.fill(Infinity);
    let [scaleBest, scaleFrom] = [Infinity, SCALE];
    let [powderBest, powderFrom] = [Infinity, POWDER];
    // States that cost so much more than the best are not gone on from: most of the way only few films are possible.
    const reach = within(cost, BEAM);
    const [first, final] = [Math.max(0, reach.low - (inBead ? CLIMB : 1)), Math.min(N - 1, reach.high + CLIMB)];
    for (let to = first; to <= final; to++) {
      const shift = dl - (fl[to] as number);
      const low = Math.max(to >= lightBlue ? purple : 0, to - CLIMB, reach.low);
      const move = to * SPAN - to + CLIMB;
      cheapest(cost, 0, fl, grow, move, low, Math.min(reach.high, to + 1), shift, believed, most, 1);
      next[to] = found.cost + (emit[to] as number);
      back[came + to] = found.from;
      if (inBead) {
        const last = Math.min(reach.high, to + CLIMB);
        let best = (cost[SCALE] as number) + w.bead + 1; // out of scale onto film again
        let from = SCALE;
        cheapest(cost, N, fl, drift, move, low, last, shift, believed, most, w.beadLight);
        if (found.cost < best) [best, from] = [found.cost, N + found.from];
        cheapest(cost, 0, fl, drift, move, low, last, shift, believed, most, w.beadLight);
        if (found.cost + w.bead < best) [best, from] = [found.cost + w.bead, found.from];
        next[N + to] = best + (emit[to] as number);
        back[came + N + to] = from;
      }
      if (mayScale) {
        const state = (cost[to] as number) <= (cost[N + to] as number) ? to : N + to;
        const here = cost[state] as number;
        if (film.powders && to >= lightBlue && here + w.powder < powderBest) [powderBest, powderFrom] = [here + w.powder, state];
        // Judged against its neighbour: how dark scale would be under the neighbour's light.
        const off = (dl + (fl[to] as number) - w.scaleDark) / w.scaleSpread;
        const abrupt = here + w.scale + Math.min(w.lightMost, (off * off) / 2);
        if (abrupt < scaleBest) [scaleBest, scaleFrom] = [abrupt, state];
      }
    }
    if ((cost[SCALE] as number) < scaleBest) [scaleBest, scaleFrom] = [cost[SCALE] as number, SCALE];
    next[SCALE] = scaleBest + scaleEmit;
    back[came + SCALE] = scaleFrom;
    if ((cost[POWDER] as number) < powderBest) [powderBest, powderFrom] = [cost[POWDER] as number, POWDER];
    next[POWDER] = powderBest + powderEmit;
    back[came + POWDER] = powderFrom;
    [cost, next] = [next, cost];
  }

  let state = 0;
  for (let s = 1; s < STATES; s++) if ((cost[s] as number) < (cost[state] as number)) state = s;
  const path: Path = { cost: cost[state] as number, nm: new Float64Array(n), band: new Int8Array(n), fall: 0 };
  let [brightest, darkest] = [-Infinity, Infinity];
  for (let i = n - 1; i >= 0; i--) {
    const isFilm = state < SCALE;
    const d = state % N;
    path.nm[i] = isFilm ? (thicknesses[d] as number) : -1;
    path.band[i] = isFilm ? (film.band[d] as number) : state === SCALE ? GREY_BLACK : WHITE;
    if (state < N) {
      const g = (steps[i] as Step).l - (fl[d] as number);
      [brightest, darkest] = [Math.max(brightest, g), Math.min(darkest, g)];
    }
    state = back[i * STATES + state] as number;
  }
  path.fall = brightest - darkest;
  return path;
}

function stateOf(nm: number): number {
  let i = 0;
  while (i < N - 1 && (thicknesses[i] as number) < nm) i++;
  return i;
}
