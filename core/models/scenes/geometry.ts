/** How a weld lies in a picture: every pixel a place on the metal, and back. */
import type { Draws } from './noise';

/** Where a pixel lies on the metal: mm from the joint (signed), mm along it, and how the surface is turned to the light, -1 to 1. */
export interface Place {
  s: number;
  a: number;
  turn: number;
  /** Light that reaches it, by geometry alone. */
  lit: number;
  /** Share of it that came by way of the joint's own film. */
  second: number;
  metal: boolean;
}

export interface Geometry {
  /** Room for film beside the joint before the picture ends, mm. */
  room: number;
  at(x: number, y: number): Place;
  /** Pixel of a place; null when it is not in the picture. */
  pixel(s: number, a: number): [number, number] | null;
}

/** Flat or round seen from the side: the joint runs across the axis. */
export function sideways(kind: 'coupon' | 'tube' | 'half-tube', width: number, height: number, draw: Draws): Geometry {
  const angle = draw.between(-0.35, 0.35) + (draw.chance(0.5) ? Math.PI / 2 : 0) * (kind === 'coupon' ? 1 : 0);
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const scale = Math.min(width, height) / draw.between(28, 44); // pixels a mm
  const [cx, cy] = [width * draw.between(0.42, 0.58), height * draw.between(0.42, 0.58)];
  const radius =
    kind === 'coupon' ? Infinity : (0.48 * height * draw.between(kind === 'tube' ? 0.6 : 1.1, kind === 'tube' ? 1.1 : 1.6)) / scale;
  const slope = draw.between(-0.25, 0.25) / Math.max(width, height);
  return {
    room: 12,
    at(x, y) {
      const [dx, dy] = [x - cx, y - cy];
      const s = (dx * cos + dy * sin) / scale;
      const a = (-dx * sin + dy * cos) / scale;
      const turn = radius === Infinity ? 0 : a / radius;
      const lit = 1 + slope * dx + 0.5 * slope * dy;
      return { s, a, turn, lit, second: 0, metal: Math.abs(turn) < 0.97 };
    },
    pixel(s, a) {
      if (radius !== Infinity && Math.abs(a / radius) > 0.8) return null;
      const [x, y] = [cx + scale * (s * cos - a * sin), cy + scale * (s * sin + a * cos)];
      return x > 12 && y > 12 && x < width - 12 && y < height - 12 ? [x, y] : null;
    },
  };
}

/** Along the bore from its mouth: depth by the radius in the picture, light from a ring by the lens falling off with depth. */
export function alongBore(width: number, height: number, draw: Draws): Geometry {
  const [cx, cy] = [width * draw.between(0.4, 0.6), height * draw.between(0.4, 0.7)];
  const bore = draw.between(11, 45);

  const focal = Math.min(width, height) * draw.between(0.85, 1);
  const joint = bore * draw.between(2.5, 3.4); // depth of the joint, mm
  const end = joint * draw.between(1.5, 2.4);
  const fall = draw.between(1, 2.4);
  const again = draw.between(0, 0.6);
  return {
    room: 0.9 * bore,
    at(x, y) {
      const [dx, dy] = [x - cx, y - cy];
      const r = Math.max(1, Math.hypot(dx, dy));
      const z = (focal * bore) / r;
      const phi = Math.atan2(dy, dx);
      return {
        s: z - joint,
        a: Math.abs(phi) * bore,
        turn: 0.5 * Math.sin(phi),
        lit: Math.min(2.2, (joint / z) ** fall),
        second: again * Math.min(1, Math.max(0, (z - joint * 0.9) / joint)),
        metal: z < end,
      };
    },
    pixel(s, a) {
      const z = joint + s;
      if (z >= end * 0.95 || z <= 0) return null;
      const [r, phi] = [(focal * bore) / z, a / bore];
      const [x, y] = [cx + r * Math.cos(phi), cy + r * Math.sin(phi)];
      return x > 12 && y > 12 && x < width - 12 && y < height - 12 ? [x, y] : null;
    },
  };
}
