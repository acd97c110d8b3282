/** How the joint is to be welded, as the record has it, SI. Places are twelfths of the seam. */
import type { PassId, Process, TackKind, Way } from '../../models/passes';

export type Held = 'fixed' | 'turntable' | 'by-hand';
export type Lies = 'level' | 'upright' | 'inclined' | 'overhead';
/** By pedal or remote, or lifted off with the current as it is set. */
export type Strike = 'pedal' | 'lift';
export type Clamp = 'none' | 'plate' | 'pre-bend';
export type Sides = 'one' | 'outside-first' | 'inside-first';

export type SheetPass = {
  pass: PassId;
  times: number;
  process: Process;
  /** mean, A; null where the sheet leaves it to the WPS */
  amps: number | null;
  /** diameter of rod or core, m; null without filler, or where it is that of the fit-up */
  rod: number | null;
  filler: { id: string; label: string } | null;
  /** highest before it is laid, °C; null: what the metal asks */
  interpass: number | null;
};

export type Orbital = { head: string; program: string; revision: string; coupon: string };

export type Sheet = {
  held: Held;
  lies: Lies;
  way: Way;
  /** counter-clockwise, or from the far edge */
  counter: boolean;
  start: number;
  /** m back on sound weld */
  tieIn: number;
  strike: Strike;
  tacks: { count: number; kind: TackKind };
  passes: SheetPass[];
  sides: Sides;
  clamp: Clamp;
  /** on the tube of either end before the seam closes, and what must still come apart after it */
  onA: string[];
  onB: string[];
  slips: string[];
  /** of a head that runs by itself; null where a hand welds. `coupon`: the one that was looked at first, empty where nobody named one */
  orbital: Orbital | null;
};
