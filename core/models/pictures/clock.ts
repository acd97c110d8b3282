/**
 * Where on the clock a place in a picture lies. Marked once a picture: seen along the tube a middle and one known hour tell all others by their
 * angle; seen from the side the tube's middle and edge and one known hour tell them by the sine: what lies half-way out is a sixth of a half round.
 */
import { arcOf, type Arc } from '../../basics/seam';

type Point = readonly [number, number];
export interface ClockMark {
  /** along: looking along the tube, its middle in the picture. side: looking at it from the side. */
  way: 'along' | 'side';
  /** The middle of the round; from the side any point on the middle line, pixels. */
  middle: Point;
  /** From the side a point on the tube's edge, square off from the middle line. Along the tube it is not used. */
  edge: Point;
  /** A point at a known hour, and that hour. */
  at: Point;
  hour: number;
  /** 1: hours rise clockwise in the picture, or from the middle towards the edge mark; -1: the other way. */
  turn: 1 | -1;
}

/** Twelfths, 0 to 12, of a place in the picture; null where it cannot be said: in the very middle, or beside the tube. */
export function hourIn(mark: ClockMark, [x, y]: Point): number | null {
  const from = offset(mark, mark.at);
  const to = offset(mark, [x, y]);
  return from === null || to === null ? null : (((mark.hour + mark.turn * (to - from)) % 12) + 12) % 12;
}

/** Hours from some fixed direction, not yet turned to the known hour. */
function offset({ way, middle, edge }: ClockMark, [x, y]: Point): number | null {
  const [dx, dy] = [x - middle[0], y - middle[1]];
  if (way === 'along') return Math.hypot(dx, dy) < 1 ? null : (6 / Math.PI) * Math.atan2(dx, -dy);
  const [ex, ey] = [edge[0] - middle[0], edge[1] - middle[1]];
  const radius = Math.hypot(ex, ey);
  const out = radius < 1 ? NaN : (dx * ex + dy * ey) / radius ** 2;
  // A hand's breadth over the edge is the edge.
  return Math.abs(out) <= 1.1 ? (6 / Math.PI) * Math.asin(Math.max(-1, Math.min(1, out))) : null;
}

/** A line speaks for half an hour to either side. */
const REACH = 0.5;
/** Lines no further apart than this speak for all between them, hours. */
const NEIGHBOURS = 2;

/**
 * The stretch each line speaks for: half an hour to either side, and up to half-way to a neighbour within two hours. What no line comes near is
 * not seen.
 * @param hours of the lines of one zone, 0 to 12; null where a line's place is not known
 */
export function arcsOfLines(hours: readonly (number | null)[]): (Arc | null)[] {
  const known = hours.filter((h): h is number => h !== null);
  const reach = (h: number, way: 1 | -1): number => {
    const gaps = known.map((o) => (way * (o - h) + 24) % 12).filter((g) => g > 1e-9);
    const next = Math.min(12, ...gaps);
    return next <= NEIGHBOURS ? next / 2 : REACH;
  };
  const tidy = (h: number): number => Math.round(((h + 24) % 12) * 4) / 4;
  return hours.map((h) => {
    if (h === null) return null;
    const [from, to] = [tidy(h - reach(h, -1)), tidy(h + reach(h, 1))];
    return arcOf(from, to === from ? from + 0.25 : to);
  });
}
