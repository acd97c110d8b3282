/**
 * Oxygen as dots over grey argon: the denser, the more oxygen, by decades, so that air left inside is seen without hue, on paper too.
 * The dots lie still; each has a threshold and is there or not, so nothing swims while the time is scrubbed.
 */
import { airShade, type BareScene } from './side';

/** Drawn units between dots. */
const STEP = 9;
/** How far a dot lies off its row and column. */
const JITTER = 2.6;

export type Dots = {
  x: Float32Array;
  y: Float32Array;
  /** edge of the model's mesh it lies in */
  edge: Int32Array;
  /** it shows from this share of the way from the limit to air on */
  from: Float32Array;
};

/** Air that stays beside the stream: above the vent of a heavy gas, below that of a light one. */
export type Crown = {
  /** drawn height of the vent's edge it begins at */
  level: number;
  /** does it lie above? */
  above: boolean;
  /** ppm at its far side */
  ppm: number;
};

/** A number between 0 and 1 that looks like chance and is always the same. */
const chance = (n: number): number => {
  const x = Math.sin(n * 12.9898 + 78.233) * 43758.5453;
  return x - Math.floor(x);
};

/** @param jackets the shells alone, or all but them */
export function dotsOf({ pipe, span }: { pipe: Int32Array; span: Float64Array }, scene: BareScene, jackets: boolean): Dots {
  const [xs, ys, edges, froms]: number[][] = [[], [], [], []];
  const byPipe = new Map<number, number[]>();
  for (const [e, p] of pipe.entries()) if ((scene.pipes[p]?.jacket ?? false) === jackets) byPipe.set(p, [...(byPipe.get(p) ?? []), e]);
  for (const [p, list] of byPipe) {
    const inner = scene.pipes[p]?.inner ?? 0;
    const rows = Math.max(1, Math.floor((inner - 5) / STEP));
    // Edges follow each other along the pipe; columns of dots go on across them.
    let [walked, next] = [0, STEP / 2];
    for (const e of list.sort((a, b) => (span[2 * a] as number) - (span[2 * b] as number))) {
      const [a, b] = [scene.at(p, span[2 * e] as number), scene.at(p, span[2 * e + 1] as number)];
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      for (; next < walked + length; next += STEP) {
        const w = length > 0 ? (next - walked) / length : 0;
        for (let row = 0; row < rows; row++) {
          const n = 7919 * p + 131 * Math.round(next) + row;
          const off = (row + 0.5 - rows / 2) * (inner / rows) * 0.94 + (chance(n) - 0.5) * JITTER * (rows > 1 ? 2 : 1);
          const along = (chance(n + 0.5) - 0.5) * 2 * JITTER;
          xs?.push(a.x + w * (b.x - a.x) - a.dy * off + a.dx * along);
          ys?.push(a.y + w * (b.y - a.y) + a.dx * off + a.dy * along);
          edges?.push(e);
          froms?.push(0.02 + 0.96 * chance(n + 0.25));
        }
      }
      walked += length;
    }
  }
  return {
    x: Float32Array.from(xs ?? []),
    y: Float32Array.from(ys ?? []),
    edge: Int32Array.from(edges ?? []),
    from: Float32Array.from(froms ?? []),
  };
}

/** Oxygen at a spot beside the stream, ppm: first mode of diffusion out of a still layer, nought at its edge and full at its far side. */
export const crownPpm = ({ level, above, ppm }: Crown, y: number, bore: number): number => {
  const into = (above ? level - y : y - level) / Math.max(bore, 1e-6);
  return into <= 0 ? 0 : ppm * Math.sin((Math.PI / 2) * Math.min(1, into));
};

/** Does a layer lie along here? Only where the tube is about level: on a slope the stream takes it along. */
export const liesLevel = (ray: { dy: number }): boolean => Math.abs(ray.dy) < 0.5;

/**
 * The dots that show at a moment, as one SVG path to be stroked with round caps.
 * @param ppm by edge @param limit ppm at which no dot is left
 * @param crown by edge, where air stays beside the stream
 */
export function dotPath(
  dots: Dots,
  ppm: ArrayLike<number>,
  limit: number,
  crown: (edge: number) => { at: Crown; bore: number } | null,
): string {
  const shares = Array.from(ppm, (c) => 1 - airShade(c, limit));
  const layers = Array.from(ppm, (_, e) => crown(e));
  const out: string[] = [];
  for (let i = 0; i < dots.x.length; i++) {
    const e = dots.edge[i] as number;
    const layer = layers[e];
    const y = dots.y[i] as number;
    let share = shares[e] as number;
    if (layer) share = Math.max(share, 1 - airShade(Math.max(1, crownPpm(layer.at, y, layer.bore)), limit));
    if (share > (dots.from[i] as number)) out.push(`M${(dots.x[i] as number).toFixed(1)} ${y.toFixed(1)}h0`);
  }
  return out.join('');
}

/** Where the layer is as thick as it is drawn: half its oxygen, as a height off the far wall; 0 when none is left. */
export const crownEdge = ({ level, above }: Crown, bore: number): number => level + (above ? -1 : 1) * bore * (1 / 3);
