/**
 * Words beside what they speak of: each label takes the first of its places that covers neither the drawing nor a label before it,
 * so that the weightiest is put first.
 */
import type { Spot } from './side';

export type Box = { x: number; y: number; w: number; h: number };

export type Label = {
  id: string;
  /** what it speaks of */
  at: Spot;
  w: number;
  h: number;
  /** directions to look in, the best first: degrees, 0 to the right, 90 down */
  ways: readonly number[];
  /** how far off it stands at the least */
  off?: number;
  /** stays close or does not show: a label far off its place says nothing */
  most?: number;
};
export type Placed = Box & { id: string; at: Spot };

const covers = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)) * Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y));

/** A chain of boxes that covers a thick line. */
export function boxesAlong(points: readonly Spot[], thick: number): Box[] {
  const out: Box[] = [];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1] as Spot, points[i] as Spot];
    const n = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / Math.max(8, thick / 2)));
    for (let k = 0; k <= n; k++) {
      const [x, y] = [a.x + ((b.x - a.x) * k) / n, a.y + ((b.y - a.y) * k) / n];
      out.push({ x: x - thick / 2, y: y - thick / 2, w: thick, h: thick });
    }
  }
  return out;
}

/**
 * @param room of the whole picture
 * @param taken what must stay in sight
 * @returns those that found a place, in their order; a label that would cover something everywhere takes the place that covers least
 */
export function place(labels: readonly Label[], room: { width: number; height: number }, taken: readonly Box[]): Placed[] {
  const full = [...taken];
  const out: Placed[] = [];
  for (const l of labels) {
    let best: { box: Box; cost: number } | null = null;
    const inside = (b: Box): Box => ({
      ...b,
      x: Math.max(4, Math.min(room.width - 4 - l.w, b.x)),
      y: Math.max(4, Math.min(room.height - 4 - l.h, b.y)),
    });
    const most = l.most ?? 320;
    for (let off = l.off ?? 14; off <= most && !(best && best.cost < off); off += 12)
      for (const [i, deg] of l.ways.entries()) {
        const [dx, dy] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
        // Its nearest edge is `off` away from what it speaks of.
        const b = inside({
          w: l.w,
          h: l.h,
          x: l.at.x + dx * off + (dx > 0.3 ? 0 : dx < -0.3 ? -l.w : -l.w / 2),
          y: l.at.y + dy * off + (dy > 0.3 ? 0 : dy < -0.3 ? -l.h : -l.h / 2),
        });
        const over = full.reduce((s, t) => s + covers(b, t), 0) + (covers(b, { x: l.at.x - 3, y: l.at.y - 3, w: 6, h: 6 }) > 0 ? 200 : 0);
        const cost = over * 4 + off + i * 6;
        if (!best || cost < best.cost) best = { box: b, cost };
      }
    if (!best) continue;
    out.push({ id: l.id, at: l.at, ...best.box });
    full.push({ x: best.box.x - 4, y: best.box.y - 3, w: best.box.w + 8, h: best.box.h + 6 });
  }
  return out;
}

/** From a label to what it speaks of, from its nearest point; null where it stands right on it, or farther off than `most`. */
export function leader(p: Placed, most = Infinity): { x1: number; y1: number; x2: number; y2: number } | null {
  const [cx, cy] = [Math.max(p.x, Math.min(p.x + p.w, p.at.x)), Math.max(p.y, Math.min(p.y + p.h, p.at.y))];
  const l = Math.hypot(p.at.x - cx, p.at.y - cy);
  return l < 10 || l > most ? null : { x1: cx, y1: cy, x2: p.at.x, y2: p.at.y };
}
