/**
 * Proposes the clean patch and the lines: a start to be dragged, never an answer. The tinted region is what differs in hue from the smooth,
 * bright rest; the patch lies beside it on metal of one hue; lines run from where colour begins to the middle of the tint.
 */
import type { Triple } from '../tint';
import { hueOver, spotOf, type Box, type Line, type Picture, type Spot } from './pixels';

export interface Proposal {
  patch: Box | null;
  /** None where no tint stands out: a bright weld, or no weld. */
  lines: Line[];
}

/** Cells along the picture's longer side. */
const CELLS = 120;
/** Hue (OKLab a/L, b/L) from which a cell counts as strongly tinted, as tinted, and up to which as clean. */
const STRONG = 0.14;
const TINTED = 0.06;
const CLEAN = 0.025;

interface Cells {
  wide: number;
  high: number;
  size: number;
  spots: Spot[];
}

function cellsOf(picture: Picture): Cells {
  const size = Math.max(2, Math.ceil(Math.max(picture.width, picture.height) / CELLS));
  const [wide, high] = [Math.floor(picture.width / size), Math.floor(picture.height / size)];
  const every = Math.max(1, Math.floor(size / 8)); // eight by eight pixels tell a cell's colour
  const spots = Array.from({ length: wide * high }, (_, i) =>
    spotOf(picture, [(i % wide) * size, Math.floor(i / wide) * size, size, size], every),
  );
  return { wide, high, size, spots };
}

const light = (s: Spot): number => 0.2126 * s.mean[0] + 0.7152 * s.mean[1] + 0.0722 * s.mean[2];
const middle = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** The usual colour of the brighter, unclipped cells: most of a picture of a weld is bare metal. */
function usual(cells: Cells): Triple {
  const bright = middle(cells.spots.map(light));
  const kept = cells.spots.filter((s) => s.clipped < 0.1 && light(s) >= bright);
  return [0, 1, 2].map((c) => Math.max(1e-4, middle(kept.map((s) => (s.mean[c] as number) / Math.max(1e-4, light(s)))))) as Triple;
}

/** The connected regions of tinted cells; cell numbers of each. */
function regions({ wide, high }: Cells, tinted: boolean[]): number[][] {
  const seen = new Uint8Array(tinted.length);
  const all: number[][] = [];
  for (let start = 0; start < tinted.length; start++) {
    if (!tinted[start] || seen[start]) continue;
    const found = [start];
    seen[start] = 1;
    for (const i of found) {
      const [x, y] = [i % wide, Math.floor(i / wide)];
      for (let dy = -2; dy <= 2; dy++)
        for (let dx = -2; dx <= 2; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          const j = ny * wide + nx;
          if (nx < 0 || ny < 0 || nx >= wide || ny >= high || seen[j] || !tinted[j]) continue;
          seen[j] = 1;
          found.push(j);
        }
    }
    all.push(found);
  }
  return all;
}

/** All but small ones: a bead between two stripes of tint parts them. */
function largeOf(all: readonly number[][]): number[] {
  const largest = Math.max(0, ...all.map((r) => r.length));
  return all.filter((r) => r.length >= 0.2 * largest).flat();
}

/** A dark place of one hue, whatever its hue: the far end of a bore. Film is never one hue from edge to edge. */
const ONE_HUE = 0.1;
const DARK = 0.25;
function isHole({ spots }: Cells, hues: readonly Triple[], region: readonly number[]): boolean {
  const n = region.length;
  const mean = (f: (i: number) => number): number => region.reduce((sum, i) => sum + f(i), 0) / n;
  const of = (c: 0 | 1) => (i: number) => (hues[i] as Triple)[c];
  const [u, v] = [mean(of(0)), mean(of(1))];
  const spread = Math.sqrt(mean((i) => (of(0)(i) - u) ** 2 + (of(1)(i) - v) ** 2));
  const lit = mean((i) => light(spots[i] as Spot)) / Math.max(1e-4, middle(spots.map(light)));
  return spread < ONE_HUE * Math.hypot(u, v) && lit < DARK;
}

/** Cells of one hue are so near, and ground takes so much of the picture's edge: a weld that runs out of it takes little. */
const NEAR_HUE = 0.035;
const OF_EDGE = 0.08;
/** The bench: what grows in from the edge in one hue. */
function groundOf({ wide, high }: Cells, hues: readonly Triple[], chroma: readonly number[]): Uint8Array {
  const ground = new Uint8Array(wide * high);
  const seen = new Uint8Array(wide * high);
  const isEdge = (i: number) => i % wide === 0 || i % wide === wide - 1 || i < wide || i >= wide * (high - 1);
  for (let start = 0; start < wide * high; start++) {
    if (!isEdge(start) || seen[start] || (chroma[start] as number) <= CLEAN) continue;
    const [su, sv] = hues[start] as Triple;
    const found = [start];
    seen[start] = 1;
    for (const i of found)
      for (const j of [i - 1, i + 1, i - wide, i + wide]) {
        if (j < 0 || j >= wide * high || seen[j] || Math.abs((j % wide) - (i % wide)) > 1 || (chroma[j] as number) <= CLEAN) continue;
        const [u, v] = hues[j] as Triple;
        if (Math.hypot(u - su, v - sv) > NEAR_HUE) continue;
        seen[j] = 1;
        found.push(j);
      }
    if (found.filter(isEdge).length >= OF_EDGE * 2 * (wide + high)) for (const i of found) ground[i] = 1;
  }
  return ground;
}

export function propose(picture: Picture): Proposal {
  const cells = cellsOf(picture);
  const { wide, high, size, spots } = cells;
  const anchor = usual(cells);
  const hues = spots.map((s) => hueOver(s.mean, anchor));
  const chroma = spots.map((s, i) =>
    light(s) < 0.004 || s.clipped > 0.5 ? 0 : Math.hypot((hues[i] as Triple)[0], (hues[i] as Triple)[1]),
  );
  const ground = groundOf(cells, hues, chroma);
  // Where there is strong colour the weld is there; what is weakly coloured may be the bench or a mirrored wall.
  const over = (least: number): number[] => {
    const all = regions(
      cells,
      chroma.map((c, i) => c > least && !ground[i]),
    );
    // What was told a hole by its strong colour is none of a weaker region either.
    const holes = all.filter((r) => isHole(cells, hues, r));
    for (const i of holes.flat()) ground[i] = 1;
    return largeOf(all.filter((r) => !holes.includes(r)));
  };
  const strong = over(STRONG);
  const fewest = 0.004 * spots.length;
  const weld = strong.length > 4 * fewest ? strong : over(TINTED);
  const enough = weld.length > fewest;
  const away = distances(cells, enough ? weld : []);
  return {
    patch: patchIn(cells, chroma, away, enough),
    lines: enough ? linesFrom(cells, chroma, weld).map(([x1, y1, x2, y2]) => [at(x1), at(y1), at(x2), at(y2)]) : [],
  };

  function at(cell: number): number {
    return Math.round((Math.max(0, Math.min(cell, Math.max(wide, high) - 1)) + 0.5) * size);
  }
}

/** Cells from the region, by rings; large where there is none. */
function distances({ wide, high }: Cells, weld: readonly number[]): Float64Array {
  const away = new Float64Array(wide * high).fill(weld.length > 0 ? Infinity : 6);
  const queue = [...weld];
  for (const i of queue) away[i] = 0;
  for (const i of queue) {
    const [x, y] = [i % wide, Math.floor(i / wide)];
    for (const [dx, dy] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const [nx, ny] = [x + dx, y + dy];
      const j = ny * wide + nx;
      if (nx < 0 || ny < 0 || nx >= wide || ny >= high || (away[j] as number) <= (away[i] as number) + 1) continue;
      away[j] = (away[i] as number) + 1;
      queue.push(j);
    }
  }
  return away;
}

/** The window of one hue, unclipped, fairly bright, not far from the tint. */
function patchIn({ wide, high, size, spots }: Cells, chroma: readonly number[], away: Float64Array, found: boolean): Box | null {
  const span = 5;
  const brightest = middle(spots.map(light).filter((l) => l > 0.02)) || 0.1;
  let [best, box]: [number, Box | null] = [Infinity, null];
  for (let y = 1; y + span < high; y += 2)
    for (let x = 1; x + span < wide; x += 2) {
      let [clipped, worst, near, sum, rough] = [0, 0, Infinity, 0, 0];
      for (let j = y; j < y + span; j++)
        for (let i = x; i < x + span; i++) {
          const k = j * wide + i;
          const s = spots[k] as Spot;
          clipped = Math.max(clipped, s.clipped);
          worst = Math.max(worst, chroma[k] as number);
          near = Math.min(near, away[k] as number);
          sum += light(s);
          rough += s.rough;
        }
      const lit = sum / span ** 2;
      if (clipped > 0.05 || lit < 0.02 || (found && near < 6)) continue;
      const score =
        worst / CLEAN + rough / span ** 2 / 0.05 + Math.abs(Math.log(lit / (1.3 * brightest))) + (found ? Math.max(0, near - 10) / 8 : 0);
      if (score < best) [best, box] = [score, [x * size, y * size, span * size, span * size]];
    }
  return box;
}

/** Up to three lines, in cells: across a long region, outward from a ring. */
function linesFrom({ wide, high }: Cells, chroma: readonly number[], weld: readonly number[]): Line[] {
  const inside = new Set(weld);
  const within = (x: number, y: number): boolean =>
    Math.round(x) >= 0 && Math.round(x) < wide && inside.has(Math.round(y) * wide + Math.round(x));
  const mean = (f: (i: number) => number) => weld.reduce((sum, i) => sum + f(i), 0) / weld.length;
  const [cx, cy] = [mean((i) => i % wide), mean((i) => Math.floor(i / wide))];
  const [xx, yy, xy] = [
    mean((i) => ((i % wide) - cx) ** 2),
    mean((i) => (Math.floor(i / wide) - cy) ** 2),
    mean((i) => ((i % wide) - cx) * (Math.floor(i / wide) - cy)),
  ];
  const turn = 0.5 * Math.atan2(2 * xy, xx - yy);
  const spreadOf = (angle: number) => xx * Math.cos(angle) ** 2 + yy * Math.sin(angle) ** 2 + xy * Math.sin(2 * angle);
  // A ring is met at much the same distance in most directions from its middle; two stripes are not.
  const radii = Array.from({ length: 24 }, (_, k) => {
    const [dx, dy] = [Math.cos((k * Math.PI) / 12), Math.sin((k * Math.PI) / 12)];
    for (let r = 3; r < wide; r++) {
      if (within(cx + r * dx, cy + r * dy)) return r;
    }
    return 0;
  }).filter((r) => r > 0);
  const radius = radii.reduce((sum, r) => sum + r, 0) / Math.max(1, radii.length);
  const uneven = Math.sqrt(radii.reduce((sum, r) => sum + (r - radius) ** 2, 0) / Math.max(1, radii.length)) / Math.max(1, radius);
  const ring = radii.length >= 15 && uneven < 0.25 && !within(cx, cy);
  const colourAt = (x: number, y: number): number => {
    const [i, j] = [Math.round(x), Math.round(y)];
    return i < 1 || j < 1 || i >= wide - 1 || j >= high - 1 ? NaN : (chroma[j * wide + i] as number);
  };

  /** From a point in the weld outwards to where three cells on end are clean; null when the picture ends first. */
  const outward = (x: number, y: number, angle: number): [number, number] | null => {
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    let [clean, edge] = [0, 2];
    // A pale bead inside its own tint is not the clean end.
    for (let r = 2; r < wide; r++) if (within(x + r * dx, y + r * dy)) edge = r;
    for (let r = edge; r < wide + high; r++) {
      const c = colourAt(x + r * dx, y + r * dy);
      if (Number.isNaN(c)) return clean > 0 ? [x + (r - 1) * dx, y + (r - 1) * dy] : null;
      clean = c < CLEAN ? clean + 1 : 0;
      if (clean >= 5) return [x + r * dx, y + r * dy];
    }
    return null;
  };
  /** The middle of the tint along a ray through a point. */
  const middleOn = (x: number, y: number, angle: number, reach: number): [number, number] | null => {
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    const on: number[] = [];
    for (let r = -reach; r <= reach; r++) if (within(x + r * dx, y + r * dy)) on.push(r);
    if (on.length === 0) return null;
    const r = ((on[0] as number) + (on.at(-1) as number)) / 2;
    return [x + r * dx, y + r * dy];
  };

  const lines: Line[] = [];
  const add = (bead: [number, number] | null, angles: readonly number[]): void => {
    if (!bead || lines.length >= 3) return;
    for (const angle of angles) {
      const from = outward(bead[0], bead[1], angle);
      if (!from) continue;
      lines.push([from[0], from[1], bead[0], bead[1]]);
      return;
    }
  };
  if (ring) {
    for (const angle of [-0.5, -1.6, -2.7, 1, 2.1]) {
      const bead = middleOn(cx + radius * Math.cos(angle), cy + radius * Math.sin(angle), angle, Math.ceil(radius * 0.6));
      add(bead, [angle]);
    }
  } else {
    const reach = Math.sqrt(spreadOf(turn));
    for (const s of [0, -0.9, 0.9, 0.5, -0.5]) {
      const [x, y] = [cx + s * reach * Math.cos(turn), cy + s * reach * Math.sin(turn)];
      const bead = middleOn(x, y, turn + Math.PI / 2, 40);
      add(bead, s < 0 ? [turn - Math.PI / 2, turn + Math.PI / 2] : [turn + Math.PI / 2, turn - Math.PI / 2]);
    }
  }
  return lines;
}
