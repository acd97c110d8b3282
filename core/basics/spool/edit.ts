/** Changes to the parts of a spool: each takes the parts and gives new ones; nothing is changed in place. */
import type { Size } from '../sizes';
import { elbowOf, ferruleOf, nextSize, reducerOf, teeOf } from './fittings';
import { portsOf, sizeAt, type Part, type PartKind, type Port, type Turn } from './parts';

export type Seat = { part: string; port: Port };

/** What a new part may be told; the rest comes from the tables. */
export type Wish = {
  length?: number;
  angle?: 45 | 90;
  turn?: Turn;
  to?: Size;
  branch?: Size;
  side?: number;
  volume?: number;
  bore?: number;
};

/** The next free name: p7 after p6. */
export const nextPart = (parts: readonly { id: string }[], letter = 'p'): string =>
  `${letter}${Math.max(0, ...parts.filter((p) => p.id.startsWith(letter)).map((p) => Number(p.id.slice(letter.length)) || 0)) + 1}`;

/** Makes a part that sits on an end, with the measures of its size. */
export function makePart(id: string, kind: Exclude<PartKind, 'jacket'>, size: Size, on: Seat | null, wish: Wish = {}): Part {
  const turn = wish.turn ?? 'up';
  switch (kind) {
    case 'straight':
      return { id, on, size, kind, length: wish.length ?? 0.3 };
    case 'ferrule':
      return { id, on, size, kind, length: wish.length ?? ferruleOf(size).value };
    case 'cap':
      return { id, on, size, kind, length: wish.length ?? 0.01 };
    case 'elbow': {
      const angle = wish.angle ?? 90;
      const { radius, reach } = elbowOf(size, angle);
      return { id, on, size, kind, angle, turn, radius: radius.value, reach: reach.value };
    }
    case 'tee':
      return { id, on, size, kind, branch: wish.branch ?? size, reach: teeOf(size).value, side: teeOf(size).value, turn, enter: 'run' };
    case 'nipple':
      return {
        id,
        on,
        size,
        kind,
        branch: wish.branch ?? nextSize(size, -1),
        reach: Math.max(0.03, size.od),
        side: wish.side ?? size.od / 2 + 0.06,
        turn,
      };
    case 'reducer': {
      const to = wish.to ?? nextSize(size, -1);
      return { id, on, size, kind, to, length: wish.length ?? reducerOf(size, to).value };
    }
    case 'vessel':
      return { id, on, size, kind, bore: wish.bore ?? 4 * size.od, volume: wish.volume ?? 0.01 };
  }
}

/** A jacket around the whole of a straight part but a little at its ends. */
export function makeJacket(id: string, inside: Extract<Part, { kind: 'straight' }>, shell = nextSize(nextSize(inside.size, 1), 1)): Part {
  const margin = Math.min(0.05, inside.length / 5);
  return { id, on: null, size: shell, kind: 'jacket', around: inside.id, from: margin, to: inside.length - margin };
}

/** Adds a part at an end; its own size there is that of the end. */
export function addPart(parts: readonly Part[], kind: Exclude<PartKind, 'jacket'>, seat: Seat, wish: Wish = {}): Part[] {
  const before = parts.find((p) => p.id === seat.part);
  if (!before) return [...parts];
  return [...parts, makePart(nextPart(parts), kind, sizeAt(before, seat.port), seat, wish)];
}

/** Takes a part out. What sat on its far end moves to where it sat; what sat on its branch goes with it. */
export function removePart(parts: readonly Part[], id: string): Part[] {
  const gone = parts.find((p) => p.id === id);
  if (!gone) return [...parts];
  const follows = parts.find((p) => p.on?.part === id && p.on.port === 'b');
  const drop = new Set([id]);
  for (const p of parts) {
    if (p === follows) continue;
    if ((p.on && drop.has(p.on.part)) || (p.kind === 'jacket' && drop.has(p.around))) drop.add(p.id);
  }
  const kept = parts.filter((p) => !drop.has(p.id)).map((p) => (p === follows ? { ...p, on: gone.on } : p));
  return sortParts(kept);
}

/** Puts parents before what sits on them. */
export function sortParts(parts: readonly Part[]): Part[] {
  const placed = new Set<string>();
  const out: Part[] = [];
  let left = [...parts];
  while (left.length) {
    const ready = left.filter((p) => (p.kind === 'jacket' ? placed.has(p.around) : p.on === null || placed.has(p.on.part)));
    if (ready.length === 0) return [...out, ...left];
    for (const p of ready) placed.add(p.id);
    out.push(...ready);
    left = left.filter((p) => !placed.has(p.id));
  }
  return out;
}

/** Is `id` on `root` or on anything that sits on it? */
export function isUnder(parts: readonly Part[], id: string, root: string): boolean {
  for (let p = parts.find((x) => x.id === id); p; p = parts.find((x) => x.id === p?.on?.part)) if (p.id === root) return true;
  return false;
}

/** Moves a part, with all that sits on it, to another free end. Unchanged where it cannot go. */
export function snapTo(parts: readonly Part[], id: string, seat: Seat): Part[] {
  const target = parts.find((p) => p.id === seat.part);
  const taken = parts.some((p) => p.on?.part === seat.part && p.on.port === seat.port);
  const moved = parts.find((p) => p.id === id);
  if (!target || taken || !moved?.on || isUnder(parts, seat.part, id) || !portsOf(target).includes(seat.port) || seat.port === 'a')
    return [...parts];
  return sortParts(parts.map((p) => (p.id === id ? { ...p, on: seat } : p)));
}

/** Gives the whole chain from a part on another size, as far as nothing in between changes it. */
export function resize(parts: readonly Part[], size: Size): Part[] {
  return parts.map((p) => {
    if (p.kind === 'jacket') return { ...p, size: nextSize(nextSize(size, 1), 1) };
    const made = makePart(p.id, p.kind, size, p.on, {
      ...(('turn' in p && { turn: p.turn }) as object),
      ...(('angle' in p && { angle: p.angle }) as object),
    });
    return 'length' in p && p.kind !== 'reducer' && 'length' in made ? { ...made, length: p.length } : made;
  });
}
