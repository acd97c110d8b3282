/** One pass of a weld, whole: power, pool, tail, its own heat round a tube, and how long it stays hot. Ranges are judgements. */
import { isTitanium, type AlloyId } from '../../basics/materials';
import { penetrating, poolOf, type Pool } from './pool';
import { constantsOf, limitOf } from './constants';
import { craterTime, tailOf, type Tail } from './tail';
import { ownPreheat, ringTime, taperOf, turnOf } from './ring';

export type HeatAsked = {
  alloy: AlloyId;
  wall: number;
  /** m; null on plate */
  od: number | null;
  travel: number;
  /** what is known of the pool: the width melted at the back, m, or the mean current, A */
  by: { back: number } | { current: number };
  arcLength?: number;
  start?: number;
  limit?: number;
};
export type Range = { value: number; low: number; high: number };

export type Heat = {
  pool: Pool;
  /** net heat input, J/m */
  input: number;
  limit: number;
  start: number;
  tail: Tail;
  timeAbove: Range;
  lengthAbove: Range;
  halfWidthAbove: Range;
  crater: Range;
  /** s from arc off until the whole ring is below the limit, and what it came round to; null on plate */
  ring: { preheatAt270: number; preheatAtClosing: number; endPower: number; below: Range; turn: number } | null;
  notes: string[];
};

/** The wall is not melted through: how much current would. */
export class TooCold extends Error {
  constructor(readonly amps: number) {
    super(`That does not melt through: about ${Math.ceil(amps)} A would at this travel.`);
  }
}

/** P10 and P90 by judgement: a quarter where the bead is known, a third and more where only the amps are; a third for a ring. */
const spread = { bead: 0.25, amps: 0.35, ring: 0.3 } as const;
const range = (value: number, by: number): Range => ({ value, low: value * (1 - by), high: value * (1 + by) });

const ARC_LENGTH = 1.5e-3;

/**
 * @param through false where a pass need not melt the wall: on opened and filled joints
 * @throws TooCold when it must and does not
 */
export function heatOf(asked: HeatAsked, { through = true, ring: withRing = true } = {}): Heat {
  const { alloy, wall, od, travel, by, arcLength = ARC_LENGTH, start = 20, limit = limitOf(alloy) } = asked;
  const pass = { alloy, wall, travel, arcLength, start };
  const pool = 'back' in by ? penetrating(pass, by.back) : poolOf(pass, by.current);
  if (through && pool.back === 0) throw new TooCold(penetrating(pass, 0).current);
  const input = pool.netPower / travel;
  const tail = tailOf({ alloy, wall, travel, heat: input, limit, start });
  const sure = 'back' in by ? spread.bead : spread.amps;
  const notes: string[] = [];
  const { confidence, like } = constantsOf(alloy);
  if (confidence === 'low')
    notes.push(
      like
        ? `Reckoned with the constants of ${like}: ${alloy} has none of its own here.`
        : 'Its constants are from memory, of low confidence.',
    );
  notes.push(
    'A model estimate, never compared with a measured weld: still air, square butt, no filler, no clamps or chills. Ranges are judgements.',
  );
  if (tail.halfWidth < 2 * wall)
    notes.push('The hot metal is hardly wider than the wall: the model treats front and back as one, and is doubtful here.');
  let ring: Heat['ring'] = null;
  if (od !== null && withRing) {
    const r = { alloy, wall, od, travel, netPower: pool.netPower, current: pool.current, arcLength, start };
    const tapered = taperOf(r);
    const turn = turnOf(od, wall);
    ring = {
      preheatAt270: ownPreheat(r, 0.75),
      preheatAtClosing: ownPreheat(r, 1),
      endPower: tapered.shares.at(-1) ?? 1,
      below: range(ringTime(tapered, limit, start), spread.ring),
      turn,
    };
    if (tail.length > turn) notes.push('The hot tail is longer than the seam: the arc comes round to metal that is still hot.');
  }
  if (isTitanium(alloy)) notes.push('Titanium: the inside too is held under gas until it is below its limit.');
  return {
    ...{ pool, input, limit, start, tail },
    timeAbove: range(tail.time, sure),
    lengthAbove: range(tail.length, sure),
    halfWidthAbove: range(tail.halfWidth, sure),
    crater: range(craterTime(tail), sure),
    ...{ ring, notes },
  };
}
