/**
 * The seam from above at one moment: the field about the arc, what of it lies bare, how hot and where. The arc starts cold, comes round to
 * its own heat, goes out and leaves the ring to cool; the torch stays over the crater.
 */
import { lossOf, meanOver, riseField, spotOf, TAIL_POWER, taperOf, type Course, type Range } from '../heat';
import { ARC_HELD, type Over, type Planned, type TorchPlan } from './plan';

/** Moments worth a name, s after the arc was struck. */
export type Moment = { id: 'start' | 'three-quarters' | 'closing' | 'cooling'; t: number };

/** When the seam is welded, and the moments to turn to. */
export function momentsOf(p: TorchPlan, over: Over, { heat }: Planned): { off: number; end: number; moments: Moment[] } {
  const off = over.seam / p.travel;
  const cooling = heat.ring?.below.high ?? heat.crater.high * 2;
  return {
    off,
    end: off + cooling,
    moments: [
      { id: 'start', t: Math.min(off / 8, 4) },
      { id: 'three-quarters', t: 0.75 * off },
      { id: 'closing', t: off },
      { id: 'cooling', t: off + cooling / 2 },
    ],
  };
}

/** The course of this pass: the heat whose settled tail is the one the figures give. */
export function courseOf(p: TorchPlan, over: Over, { heat }: Planned): Course {
  const { alloy, wall, od } = over;
  const { k, rc } = meanOver(alloy, heat.limit);
  const power = TAIL_POWER * heat.pool.netPower;
  const off = over.seam / p.travel;
  const base = { v: p.travel, k, rc, d: wall, h: lossOf(heat.limit + 100), sigma: spotOf(p.amps, ARC_HELD), off };
  if (od === null) return { ...base, q: () => power, turn: null };
  const tapered = taperOf({ alloy, wall, od, travel: p.travel, netPower: power, current: p.amps, arcLength: ARC_HELD });
  return { ...base, q: tapered.course(heat.limit).q, turn: over.seam };
}

/** What is looked at, m: seam ahead of and behind the arc, and to either side. */
export type Window = { ahead: number; behind: number; aside: number };

/**
 * As much as the tail and its cover need, in the shape of what it is drawn on; of a ring never more than its turn.
 * @param shape width over height
 */
export function windowOf(p: TorchPlan, over: Over, { heat, cover }: Planned, shape: number): Window {
  const turn = over.od === null ? Infinity : over.seam;
  const ahead = Math.min(0.16 * turn, Math.max(1.4 * cover.aside, 0.012));
  const tail = Math.max(1.06 * heat.lengthAbove.high, 1.12 * (cover.behind + (p.trailing?.length ?? 0)), 0.03);
  const behind = Math.min(0.84 * turn, tail);
  const aside = Math.max(1.25 * heat.halfWidthAbove.high, 1.2 * cover.aside, 0.62 * (p.trailing?.width ?? 0), 0.01);
  const narrow = (ahead + behind) / (2 * aside) < shape;
  if (!narrow) return { ahead, behind, aside: (ahead + behind) / (2 * shape) };
  const most = Math.min(2 * aside * shape, 0.999 * turn);
  return { ahead, behind: most - ahead, aside };
}

/** A field in metres from the arc: `xs` ahead, `ys` aside, both ways; with what lies bare in it. */
export type SeenField = {
  t: number;
  /** where the arc is on its way, m */
  arc: number;
  width: number;
  height: number;
  from: { x: number; y: number };
  step: { x: number; y: number };
  /** °C, row by row */
  celsius: Float64Array;
  bare: { celsius: number; behind: number; aside: number } | null;
  /** the hottest of all, covered or not, °C */
  hottest: number;
};

/** @param ahead @param behind m of seam to be seen before and after the arc @param aside m to either side */
export function fieldSeen(
  course: Course,
  { cover, heat }: Planned,
  p: TorchPlan,
  { t, ahead, behind, aside, columns = 200, rows = 100 }: { t: number; columns?: number; rows?: number } & Window,
): SeenField {
  const arc = Math.min(t, course.off) * course.v;
  const [dx, half] = [(ahead + behind) / columns, rows / 2];
  const dy = aside / half;
  const xs = Float64Array.from({ length: columns }, (_, i) => arc - behind + (i + 0.5) * dx);
  const ys = Float64Array.from({ length: half }, (_, j) => (j + 0.5) * dy);
  // It lies the same on both sides: half is computed.
  const { rise } = riseField(course, xs, ys, t);
  const celsius = new Float64Array(columns * rows);
  let bare: SeenField['bare'] = null;
  let hottest = -Infinity;
  const rear = -(cover.behind + (p.trailing?.length ?? 0));
  for (let j = 0; j < half; j++)
    for (let i = 0; i < columns; i++) {
      const c = heat.start + (rise[j * columns + i] as number);
      celsius[(half + j) * columns + i] = c;
      celsius[(half - 1 - j) * columns + i] = c;
      hottest = Math.max(hottest, c);
      const [x, y] = [(xs[i] as number) - arc, ys[j] as number];
      const underCup = cover.aside > 0 && (y / cover.aside) ** 2 + (x / (x < 0 ? cover.behind : cover.aside)) ** 2 <= 1;
      const underShield = p.trailing !== null && x <= 0 && x >= rear && y <= p.trailing.width / 2;
      if (!underCup && !underShield && (bare === null || c > bare.celsius)) bare = { celsius: c, behind: -x, aside: y };
    }
  return { t, arc, width: columns, height: rows, from: { x: -behind, y: -aside }, step: { x: dx, y: dy }, celsius, bare, hottest };
}

type Point = { x: number; y: number };
/** One line of equal temperature, as a path in millimetres from the arc, ahead to the right. */
export type Isotherm = {
  celsius: number;
  path: string;
  /** its topmost and its rearmost point, mm: where its words stand */
  at: Point | null;
  rear: Point | null;
};

/** The seam from above at one moment, ready to be drawn. */
export type HotPicture = {
  window: Window;
  at: number;
  arc: number;
  limit: Isotherm;
  /** the limit were the heat so much less, or more */
  doubt: { least: string; most: string };
  inner: Isotherm[];
  molten: string;
  bare: SeenField['bare'];
  hottest: number;
  /** s after the arc until the whole ring is below the limit; null on flat work, and while somebody drags */
  ring: Range | null;
  planned: Pick<Planned, 'cover' | 'shielding' | 'faults' | 'bare' | 'bareFor' | 'limit'> &
    Pick<Planned['heat'], 'lengthAbove' | 'halfWidthAbove'>;
  course: { off: number; end: number; moments: Moment[] };
};
