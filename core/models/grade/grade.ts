/** Grades the tint along a line. */
import { familyOf, type Metal, type Side } from './family';
import { filmBands } from '../tint';
import { oklab } from '../tint';
import type { Triple } from '../tint';
import { pathOf, weights, type Path, type Step, type Weights } from './path';
import { spotOf, spotsAlong, type Box, type Line, type Picture, type Spot } from './pixels';

const uvl = (share: Triple): [number, number, number] => {
  const [L, a, b] = oklab(share.map((c) => Math.max(1e-4, c)) as Triple);
  return [a / L, b / L, L];
};

export interface LineAnswer {
  /** Index in filmBands; 14 for scale. */
  worst: number;
  nm: number | null;
  low: number;
  high: number;
  sure: number;
  profile: { t: number; nm: number | null; band: number }[];
  /** What the answer rests on, for tuning. */
  mass: number[];
  cast: number;
}
const SCALE = filmBands.length;

/** How believable a spot is: clipped and dark ones little. */
const beliefIn = (s: Spot): number => {
  const y = 0.2126 * s.mean[0] + 0.7152 * s.mean[1] + 0.0722 * s.mean[2];
  return (1 - s.clipped) ** 2 * (y / (y + 0.003));
};

export function stepsFrom(spots: readonly Spot[], patch: Triple, blend: number): { steps: Step[]; cast: number; level: number } {
  const shares = spots.map((s) => s.mean.map((v, c) => v / Math.max(1e-4, patch[c] as number)) as Triple);
  const ends = Math.max(4, Math.round(spots.length * 0.08));
  const mean = (c: number) => shares.slice(0, ends).reduce((sum, s) => sum + s[c]!, 0) / ends;
  const end = [mean(0), mean(1), mean(2)] as Triple;
  const [u, v, L] = uvl(end);
  const endY = 0.2126 * end[0] + 0.7152 * end[1] + 0.0722 * end[2];
  // The end's hue, its brightness apart, mixed with the patch's.
  const anchor = end.map((c) => (c / endY) ** blend) as Triple;
  return {
    cast: Math.hypot(u, v),
    level: Math.log(L),
    steps: shares.map((s, i) => {
      const [a, b, l] = uvl(s.map((c, j) => c / (anchor[j] as number)) as Triple);
      return { u: a, v: b, l: Math.log(l) - 0.5 * Math.log(L), weight: beliefIn(spots[i] as Spot) };
    }),
  };
}

export function gradeLine(picture: Picture, box: Box, line: Line, metal: Metal, _side: Side, w: Weights = weights): LineAnswer {
  return gradeSpots(spotsAlong(picture, line), spotOf(picture, box), metal, _side, w);
}

export function gradeSpots(spots: readonly Spot[], patch: Spot, metal: Metal, _side: Side, w: Weights = weights): LineAnswer {
  const tries: { path: Path; cost: number }[] = [];
  let cast = 0;
  for (const [blend, prior] of [
    [1, 0],
    [0.5, 1],
  ] as const) {
    const read = stepsFrom(spots, patch.mean, blend);
    cast = read.cast;
    if (blend < 1 && cast < 0.012) continue;
    for (const film of familyOf(metal)) {
      const path = pathOf(read.steps, film, w);
      tries.push({ path, cost: path.cost + prior + (1 - blend) * Math.min(6, (read.cast / 0.04) ** 2) });
    }
  }
  const least = Math.min(...tries.map((t) => t.cost));
  const worstOf = (p: Path) => (p.band.some((b) => b < 0) ? SCALE : Math.max(...p.band));
  const mass = new Array<number>(SCALE + 1).fill(0);
  const believed = tries.map((t) => Math.exp(-(t.cost - least) / 4));
  const sum = believed.reduce((a, b) => a + b, 0);
  tries.forEach((t, i) => (mass[worstOf(t.path)]! += believed[i]! / sum));
  const median = (pairs: [number, number][]): number => {
    pairs.sort((a, b) => a[0] - b[0]);
    let run = 0;
    for (const [x, m] of pairs) if ((run += m) >= 0.5) return x;
    return pairs.at(-1)![0];
  };
  const worst = mass.indexOf(Math.max(...mass));
  const n = spots.length;
  const profile = Array.from({ length: n }, (_, i) => {
    const band = median(tries.map((t, j) => [t.path.band[i]! < 0 ? SCALE : t.path.band[i]!, believed[j]! / sum]));
    const nm = median(tries.map((t, j) => [t.path.nm[i]! < 0 ? 999 : t.path.nm[i]!, believed[j]! / sum]));
    return { t: i / (n - 1), nm: band === SCALE || nm === 999 ? null : nm, band };
  });
  const nm = worst === SCALE ? null : Math.max(...profile.map((p) => p.nm ?? 0));
  const within = (mass[worst - 1] ?? 0) + mass[worst]! + (mass[worst + 1] ?? 0);
  return { worst, nm, low: Math.max(0, worst - 1), high: Math.min(SCALE, worst + 1), sure: within, profile, mass, cast };
}
