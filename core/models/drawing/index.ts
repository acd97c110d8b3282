/** Geometry of the three drawings: clock angles and arcs here, the Side view in `side`. Plain numbers, y down. */
export {
  airShade,
  bareScene,
  type BareScene,
  withOpenings,
  type Frame,
  sideScene,
  snug,
  squeezed,
  unsqueezed,
  type SideScene,
  type Spot,
} from './side';
export { crownEdge, crownPpm, dotsOf, type Dots, dotPath, type Crown, liesLevel } from './dots';
export { place, boxesAlong, leader, type Box, type Label, type Placed } from './place';

export type Point = { x: number; y: number };

/** A point on a circle at a clock hour: 12 at the top, clockwise. */
export const atHour = (cx: number, cy: number, r: number, hour: number): Point => {
  const a = (hour / 12) * 2 * Math.PI;
  return { x: cx + r * Math.sin(a), y: cy - r * Math.cos(a) };
};

/** The clock hour (0 < h <= 12) of a point seen from a centre. */
export function hourOf(cx: number, cy: number, p: Point): number {
  const a = Math.atan2(p.x - cx, cy - p.y);
  const h = ((a / (2 * Math.PI)) * 12 + 12) % 12;
  return h < 1e-9 ? 12 : h;
}

const n = (x: number): string => x.toFixed(2);

/** SVG path of a ring sector between two radii, clockwise from one hour to another; 12 to 12 is the whole ring. */
export function sector(cx: number, cy: number, inner: number, outer: number, from: number, to: number): string {
  const hours = ((to - from + 12 - 1e-9) % 12) + 1e-9;
  if (hours > 12 - 1e-6) {
    const ring = (r: number) =>
      `M${n(cx)} ${n(cy - r)}A${n(r)} ${n(r)} 0 1 1 ${n(cx)} ${n(cy + r)}A${n(r)} ${n(r)} 0 1 1 ${n(cx)} ${n(cy - r)}Z`;
    return ring(outer) + ring(inner);
  }
  const large = hours > 6 ? 1 : 0;
  const [a, b, c, d] = [atHour(cx, cy, outer, from), atHour(cx, cy, outer, to), atHour(cx, cy, inner, to), atHour(cx, cy, inner, from)];
  return `M${n(a.x)} ${n(a.y)}A${n(outer)} ${n(outer)} 0 ${large} 1 ${n(b.x)} ${n(b.y)}L${n(c.x)} ${n(c.y)}A${n(inner)} ${n(inner)} 0 ${large} 0 ${n(d.x)} ${n(d.y)}Z`;
}

/**
 * An uneven gap around the clock as a closed band, thin where it is narrow and thick where it is wide; drawn far wider than it is.
 * Between the two hours it widens by a half cosine, on each side by itself: only these two were measured.
 * @param thin and @param thick drawn thickness at the narrowest and the widest
 */
export function gapBand(cx: number, cy: number, r: number, narrowAt: number, wideAt: number, thin: number, thick: number): string {
  const round = (h: number) => ((h % 12) + 12) % 12;
  const up = round(wideAt - narrowAt) || 12;
  const width = (h: number): number => {
    const from = round(h - narrowAt);
    const share = wideAt === narrowAt ? 0 : from <= up ? from / up : (12 - from) / (12 - up);
    return thin + ((thick - thin) * (1 - Math.cos(Math.PI * share))) / 2;
  };
  const hours = Array.from({ length: 97 }, (_, i) => i / 8);
  const side = (k: number) => hours.map((h) => atHour(cx, cy, r + (k * width(h)) / 2, h)).map((p) => `${n(p.x)} ${n(p.y)}`);
  return `M${side(1).join('L')}ZM${side(-1).reverse().join('L')}Z`;
}

/** A length rounded to what a tape measure gives: a step that grows with it. */
export const taped = (metres: number): number => {
  const step = metres < 0.05 ? 0.001 : metres < 0.5 ? 0.005 : 0.05;
  return Math.round(metres / step) * step;
};
export { areaOf, pathOf, type TraceFrame, traceOf, traceScale, traceX, traceY } from './trace';
export { gapAlong, RULE_HEIGHT, ruleBands, ruleOf, ruleTicks, type Rule, type RuleBand } from './rule';
export { ARC_DRAWN, boreAt, stickOutAt, TORCH, TORCH_SCALE, torchPicture, type TorchPicture } from './torch';
