/**
 * The thickness along a line for one film of the family: the cheapest path from clean metal to the bead (Viterbi's dynamic
 * programme). Towards the bead the film grows; in the bead zone, once entered, it may thin, and lightness counts for little: a bead mirrors
 * whoever takes the picture. Light that falls off along the line is followed by its steps, not taken for tint. A band past light blue can
 * only be come to through purple or dark blue. Rough scale is dark, colourless and abrupt: a state of its own.
 */
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
  /** nm a step; -1 where the step is scale. */
  nm: Float64Array;
  /** Index of the word in filmBands; -1 for scale. */
  band: Int8Array;
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
  beadLight: 0.15,
  /** Start away from bare metal: an nm past this costs startNm. */
  start: 3,
  startNm: 0.5,
  /** Scale: to enter it, deviation of its colour, its darkness (ln L under the light) and the deviation of that. */
  scale: 7,
  scaleHue: 0.045,
  scaleDark: -0.85,
  scaleSpread: 0.3,
  /** Of each step's evidence what counts: neighbours err together. */
  evidence: 0.5,
};
export type Weights = typeof weights;

const N = thicknesses.length;
/** How many states a step may climb; in thin films a state is 1 nm. */
const CLIMB = 45;

export function pathOf(steps: readonly Step[], film: Member, w: Weights = weights): Path {
  const n = steps.length;
  const per = 100 / n; // hundredths of the line a step
  const [purple, lightBlue] = [stateOf(film.starts[5] as number), stateOf(film.starts[7] as number)];
  // The states: 0..N-1 growing film, N..2N-1 bead zone, 2N scale.
  const S = 2 * N;
  const back = Array.from({ length: n }, () => new Int16Array(S + 1));
  let cost = new Float64Array(S + 1).fill(Infinity);
  let next = new Float64Array(S + 1);
  const emit = new Float64Array(N);
  const variance = new Float64Array(N);
  const penalty = new Float64Array(N);
  for (let d = 0; d < N; d++) {
    const s = w.hue + w.hueOfChroma * Math.hypot(film.u[d] as number, film.v[d] as number);
    variance[d] = s * s;
    penalty[d] = Math.log(s / w.hue);
  }
  const lightSd = w.light * Math.sqrt(per);
  const lightScale = 1 / (2 * lightSd * lightSd);
  const levelScale = 1 / (2 * w.level * w.level);
  const free = w.free * per;
  let scaleEmit = 0;

  const look = (i: number): void => {
    const { u, v, l, weight } = steps[i] as Step;
    for (let d = 0; d < N; d++) {
      const e = ((u - (film.u[d] as number)) ** 2 + (v - (film.v[d] as number)) ** 2) / (2 * (variance[d] as number));
      const g = l - (film.l[d] as number);
      const level = Math.min(w.levelMost, g * g * levelScale);
      emit[d] = weight * w.evidence * (Math.min(w.hueMost, e) + (penalty[d] as number) + level * 0.3);
    }
    const chroma = (u * u + v * v) / (2 * w.scaleHue ** 2);
    const dark = Math.max(0, l - w.scaleDark) / w.scaleSpread;
    scaleEmit = weight * w.evidence * (Math.min(w.hueMost, chroma) + Math.log(w.scaleHue / w.hue) + Math.min(w.levelMost, (dark * dark) / 2));
  };

  look(0);
  for (let d = 0; d < N; d++) cost[d] = (emit[d] as number) + w.startNm * Math.max(0, (thicknesses[d] as number) - w.start);
  // What a move costs, growing and in the bead zone: [from * N + to].
  const grow = new Float64Array(N * N);
  const drift = new Float64Array(N * N);
  for (let f = 0; f < N; f++)
    for (let to = 0; to < N; to++) {
      const gain = (thicknesses[to] as number) - (thicknesses[f] as number);
      grow[f * N + to] = gain < 0 ? 0.5 : w.jump * Math.max(0, gain - free);
      drift[f * N + to] = gain > 0 ? w.beadNm * gain : w.beadThin * Math.log(((thicknesses[f] as number) + 3) / ((thicknesses[to] as number) + 3));
    }

  for (let i = 1; i < n; i++) {
    look(i);
    const came = back[i] as Int16Array;
    const dl = (steps[i] as Step).l - (steps[i - 1] as Step).l;
    const believed = Math.min((steps[i] as Step).weight, (steps[i - 1] as Step).weight) * lightScale;
    const most = w.lightMost * Math.min(1, believed / lightScale);
    const inBead = i / (n - 1) >= w.beadFrom;
    next.fill(Infinity);
    let [scaleBest, scaleFrom] = [Infinity, -1];
    for (let to = 0; to < N; to++) {
      const toL = film.l[to] as number;
      let [best, from] = [Infinity, -1];
      let [beadBest, beadFrom] = [Infinity, -1];
      const low = Math.max(0, to - CLIMB);
      const high = inBead ? Math.min(N - 1, to + CLIMB) : Math.min(N - 1, to + 1);
      for (let f = low; f <= high; f++) {
        if (f < purple && to >= lightBlue) continue;
        const step = dl - toL + (film.l[f] as number);
        const light = Math.min(most, step * step * believed);
        const c = cost[f] as number;
        if (f <= to + 1 && c < Infinity) {
          const total = c + light + (grow[f * N + to] as number);
          if (total < best) [best, from] = [total, f];
        }
        if (inBead) {
          const moved = (drift[f * N + to] as number) + light * w.beadLight;
          const b = (cost[N + f] as number) + moved;
          if (b < beadBest) [beadBest, beadFrom] = [b, N + f];
          const entered = c + w.bead + moved;
          if (entered < beadBest) [beadBest, beadFrom] = [entered, f];
        }
      }
      next[to] = best + (emit[to] as number);
      came[to] = from;
      if (inBead) {
        // Out of scale onto film again: anywhere up to what light blue allows.
        const out = (cost[S] as number) + w.bead + 1;
        if (out < beadBest) [beadBest, beadFrom] = [out, S];
        next[N + to] = beadBest + (emit[to] as number);
        came[N + to] = beadFrom;
      }
      if (i / (n - 1) >= 0.3) {
        const c = Math.min(cost[to] as number, cost[N + to] as number);
        // Judged against its neighbour: how dark it would be under the neighbour's light.
        const light = dl + (film.l[to] as number) - w.scaleDark;
        const into = c + w.scale + Math.min(w.lightMost, (light * light) / (2 * w.scaleSpread ** 2));
        if (into < scaleBest) [scaleBest, scaleFrom] = [into, (cost[to] as number) <= (cost[N + to] as number) ? to : N + to];
      }
    }
    const stay = cost[S] as number;
    if (stay < scaleBest) [scaleBest, scaleFrom] = [stay, S];
    next[S] = scaleBest + scaleEmit;
    came[S] = scaleFrom;
    [cost, next] = [next, cost];
  }

  let state = 0;
  for (let s = 1; s <= S; s++) if ((cost[s] as number) < (cost[state] as number)) state = s;
  const found: Path = { cost: cost[state] as number, nm: new Float64Array(n), band: new Int8Array(n) };
  for (let i = n - 1; i >= 0; i--) {
    const d = state === S ? -1 : state % N;
    found.nm[i] = d < 0 ? -1 : (thicknesses[d] as number);
    found.band[i] = d < 0 ? -1 : (film.band[d] as number);
    state = (back[i] as Int16Array)[state] as number;
  }
  return found;
}

function stateOf(nm: number): number {
  let i = 0;
  while (i < N - 1 && (thicknesses[i] as number) < nm) i++;
  return i;
}
