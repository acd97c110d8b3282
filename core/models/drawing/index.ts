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

/** A length rounded to what a tape measure gives: a step that grows with it. */
export const taped = (metres: number): number => {
  const step = metres < 0.05 ? 0.001 : metres < 0.5 ? 0.005 : 0.05;
  return Math.round(metres / step) * step;
};
export { areaOf, pathOf, type TraceFrame, traceOf, traceScale, traceX, traceY } from './trace';
