/** Words and ways out standing on a drawing, each beside what it speaks of, with a line to it. The drawing says what must stay in sight. */
import { useLayoutEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { leader, place, type Box, type Placed, type Spot } from '../../core/models/drawing';
import type { Room } from './useBox';

export type Callout = {
  id: string;
  at: Spot;
  node: ReactNode;
  ways: readonly number[];
  off?: number;
  /** something is wrong there: a ring around its spot */
  ring?: boolean;
  /** no line to what it speaks of: it stands right on it */
  bare?: boolean;
};

/** A line longer than this crosses the drawing and is not followed: the words say what they speak of, px. */
const FAR = 180;

type Props = {
  list: readonly Callout[];
  room: Room;
  /** what must stay in sight */
  taken: () => readonly Box[];
  /** while something is dragged the words stay where they stand: places are sought when it is let go */
  still?: boolean;
};

export function Callouts({ list, room, taken, still = false }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [sizes, setSizes] = useState<Record<string, { w: number; h: number }>>({});
  // Measured as they stand: what is said decides how much room it wants.
  useLayoutEffect(() => {
    const now: typeof sizes = {};
    for (const el of box.current?.querySelectorAll<HTMLElement>('[data-callout]') ?? [])
      now[el.dataset['callout'] as string] = { w: Math.ceil(el.offsetWidth), h: Math.ceil(el.offsetHeight) };
    setSizes((was) => (JSON.stringify(was) === JSON.stringify(now) ? was : now));
  });
  const last = useRef<ReadonlyMap<string, Placed>>(new Map());
  const placed = useMemo(() => {
    if (still) return last.current;
    const rings = list.filter((c) => c.ring).map((c): Box => ({ x: c.at.x - 28, y: c.at.y - 28, w: 56, h: 56 }));
    const labels = list.flatMap((c) => {
      const size = sizes[c.id];
      return size ? [{ id: c.id, at: c.at, ways: c.ways, off: c.off ?? (c.ring ? 32 : 14), ...size }] : [];
    });
    return new Map(place(labels, room, [...taken(), ...rings]).map((p) => [p.id, p]));
  }, [list, sizes, room, taken, still]);
  last.current = placed;
  return (
    <div ref={box} className="pointer-events-none absolute inset-0">
      <svg className="absolute inset-0 h-full w-full" viewBox={`0 0 ${room.width} ${room.height}`} aria-hidden>
        {list.map((c) => {
          const p = placed.get(c.id);
          const line = p && !c.bare ? leader(p, c.ring ? Infinity : FAR) : null;
          return (
            <g key={c.id} className={c.ring ? 'stroke-error' : 'stroke-base-content'} fill="none">
              {c.ring && <circle cx={c.at.x} cy={c.at.y} r="25" strokeWidth="4" />}
              {line && <path d={short(line, c.ring ? 26 : 0)} strokeWidth={c.ring ? 2 : 1.5} />}
            </g>
          );
        })}
      </svg>
      {list.map((c) => {
        const p = placed.get(c.id);
        return (
          <div
            key={c.id}
            data-callout={c.id}
            className="pointer-events-auto absolute w-max"
            style={p ? { left: p.x, top: p.y } : { left: 0, top: 0, visibility: 'hidden' }}
          >
            {c.node}
          </div>
        );
      })}
    </div>
  );
}

/** A leader that ends at the ring and not within it. */
function short({ x1, y1, x2, y2 }: { x1: number; y1: number; x2: number; y2: number }, by: number): string {
  const l = Math.hypot(x2 - x1, y2 - y1) || 1;
  const k = Math.max(0, (l - by) / l);
  return `M${x1.toFixed(1)} ${y1.toFixed(1)}L${(x1 + (x2 - x1) * k).toFixed(1)} ${(y1 + (y2 - y1) * k).toFixed(1)}`;
}
