/** What is marked on a picture: the patch of bare metal, lines from bare metal to the bead, the clock. A start is proposed, a hand sets it right. */
import type { Arc } from '../../../core/basics/seam';
import type { Zone } from '../../../core/models/criteria';
import type { Box, Line, Proposal } from '../../../core/models/grade';
import { arcsOfLines, hourIn, type ClockMark } from '../../../core/models/pictures';
import type { PictureRead, Side } from '../../../core/work/pictures';

export type MarkedLine = {
  name: string;
  line: Line;
  zone: Zone;
  /** where it lies, as somebody said; null: by the clock in the picture, if that is marked */
  said: Arc | null;
};
export type Marks = { patch: Box; card: Box | null; lines: MarkedLine[]; clock: ClockMark | null };
type Size = { width: number; height: number };

const NAMES = 'abcdefghijkl';
export const MOST_LINES = NAMES.length;

const usualZone = (side: Side): Zone => (side === 'inside' ? 'id-haz' : 'od-haz');
/** A patch where none is proposed: a tenth of the picture, in its corner. */
const somePatch = ({ width, height }: Size): Box => {
  const side = Math.round(Math.min(width, height) / 10);
  return [Math.round(width / 20), Math.round(height / 20), side, side];
};

/** Marks to begin with: as proposed. */
export const proposedMarks = ({ patch, lines }: Proposal, side: Side, size: Size): Marks => ({
  patch: patch ?? somePatch(size),
  card: null,
  lines: lines.slice(0, MOST_LINES).map((line, i) => ({ name: NAMES[i] as string, line, zone: usualZone(side), said: null })),
  clock: null,
});
/** As they were kept. */
export const keptMarks = ({ patch, card, lines, clock }: PictureRead): Marks => ({
  patch,
  card,
  clock,
  lines: lines.map(({ name, line, zone, arc }) => ({ name, line, zone, said: clock ? null : arc })),
});
/** The same marks on another picture of the same weld, taken like the first: by their share of its width and height. */
export function scaledMarks({ patch, card, lines, clock }: Marks, from: Size, to: Size): Marks {
  const [kx, ky] = [to.width / from.width, to.height / from.height];
  const four = ([a, b, c, d]: Box | Line): [number, number, number, number] => [
    Math.round(a * kx),
    Math.round(b * ky),
    Math.round(c * kx),
    Math.round(d * ky),
  ];
  const point = ([x, y]: readonly [number, number]) => [x * kx, y * ky] as const;
  return {
    patch: four(patch),
    card: card && four(card),
    lines: lines.map((l) => ({ ...l, line: four(l.line) })),
    clock: clock && { ...clock, middle: point(clock.middle), edge: point(clock.edge), at: point(clock.at) },
  };
}

/** Another line: beside the last, or across the middle. */
export function withLine(m: Marks, side: Side, { width, height }: Size): Marks {
  const name = [...NAMES].find((n) => !m.lines.some((l) => l.name === n));
  if (name === undefined) return m;
  const last = m.lines.at(-1)?.line;
  const by = Math.round(width / 12);
  const right = last !== undefined && Math.max(last[0], last[2]) + by < width;
  const line: Line = last
    ? (last.map((v, i) => (i % 2 === 0 ? Math.max(0, v + (right ? by : -by)) : v)) as unknown as Line)
    : [Math.round(width / 2), Math.round(height * 0.15), Math.round(width / 2), Math.round(height / 2)];
  return { ...m, lines: [...m.lines, { name, line, zone: m.lines.at(-1)?.zone ?? usualZone(side), said: null }] };
}

/** What a hand can hold: an end of a line, the patch, a mark of the clock. */
export type Grip =
  { on: 'line'; name: string; end: 0 | 1 } | { on: 'patch' } | { on: 'card' } | { on: 'clock'; what: 'middle' | 'edge' | 'at' };

const within = (v: number, most: number): number => Math.round(Math.max(0, Math.min(most - 1, v)));

/** Where a grip lies. */
export function gripAt(m: Marks, g: Grip): [number, number] {
  if (g.on === 'patch' || g.on === 'card') {
    const [x, y, w, h] = m[g.on] ?? m.patch;
    return [x + w / 2, y + h / 2];
  }
  if (g.on === 'clock') return [...(m.clock?.[g.what] ?? [0, 0])] as [number, number];
  const line = m.lines.find((l) => l.name === g.name)?.line ?? [0, 0, 0, 0];
  return [line[2 * g.end] as number, line[2 * g.end + 1] as number];
}

/** A grip moved to a place; never out of the picture. */
export function gripped(m: Marks, g: Grip, [x, y]: readonly [number, number], { width, height }: Size): Marks {
  const [px, py] = [within(x, width), within(y, height)];
  if (g.on === 'patch' || g.on === 'card') {
    const [, , w, h] = m[g.on] ?? m.patch;
    return {
      ...m,
      [g.on]: [Math.max(0, Math.min(width - w, Math.round(x - w / 2))), Math.max(0, Math.min(height - h, Math.round(y - h / 2))), w, h],
    };
  }
  if (g.on === 'clock') return m.clock ? { ...m, clock: { ...m.clock, [g.what]: [px, py] } } : m;
  return {
    ...m,
    lines: m.lines.map((l) => {
      if (l.name !== g.name) return l;
      const [x1, y1, x2, y2] = l.line;
      return { ...l, line: g.end === 0 ? [px, py, x2, y2] : [x1, y1, px, py] };
    }),
  };
}

/** Patch or card larger or smaller about its middle. */
export function patchSized(m: Marks, on: 'patch' | 'card', factor: number, { width, height }: Size): Marks {
  const [x, y] = gripAt(m, { on });
  const side = Math.round(Math.max(8, Math.min(width / 2, height / 2, (m[on] ?? m.patch)[2] * factor)));
  return gripped({ ...m, [on]: [0, 0, side, side] }, { on }, [x, y], { width, height });
}

/** A card to begin with, in the lower corner; or none. */
export const withCard = (m: Marks, size: Size): Marks => {
  const [, , w, h] = somePatch(size);
  return { ...m, card: m.card ? null : [Math.round(size.width / 20), Math.round(size.height * 0.95) - h, w, h] };
};

/** A clock to begin with: round the middle of the picture, or across it. */
export function clockStart(way: ClockMark['way'], { width, height }: Size): ClockMark {
  const [cx, cy] = [Math.round(width / 2), Math.round(height / 2)];
  const r = Math.round(0.35 * Math.min(width, height));
  return way === 'along'
    ? { way, middle: [cx, cy], edge: [cx + r, cy], at: [cx, cy - r], hour: 12, turn: 1 }
    : { way, middle: [cx, cy], edge: [cx + r, cy], at: [cx, cy], hour: 12, turn: 1 };
}

/** Where each line lies on the seam: as said, else by the clock in the picture. In the order of the lines. */
export function arcsOf({ lines, clock }: Marks): (Arc | null)[] {
  const hours = lines.map((l) => (l.said === null && clock ? hourIn(clock, [l.line[2], l.line[3]]) : null));
  const arcs: (Arc | null)[] = lines.map((l) => l.said);
  for (const zone of new Set(lines.map((l) => l.zone))) {
    const own = lines.flatMap((l, i) => (l.zone === zone ? [i] : []));
    arcsOfLines(own.map((i) => hours[i] ?? null)).forEach((arc, k) => {
      const i = own[k] as number;
      arcs[i] ??= arc;
    });
  }
  return arcs;
}
