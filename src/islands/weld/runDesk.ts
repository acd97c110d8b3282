/** The purge that runs, in hand once for all that shows it: head, drawing, foot and panel of its page. */
import { createContext, useContext } from 'react';
import { inArc } from '../../../core/basics/seam';
import { nothingPeeled, quartersOf, sameArc, type RunState } from '../../../core/work/run';
import type { BandCurve } from '../../../core/models/purge';
import type { Pressed } from '../../draw/seam';
import type { PurgeCourse } from '../purge/usePlanOnce';
import type { RunInHand } from '../run/useRun';
import { seamIn, useShop, useWeld } from './context';

export type RunDesk = RunInHand & {
  run: RunState;
  /** what the model says of this set-up; null until it is there, or where it says nothing */
  course: PurgeCourse | null;
  /** oxygen at vent and joint as it was planned, from gas on */
  bands: Record<'vent' | 'joint', BandCurve> | null;
};

export const RunDeskContext = createContext<RunDesk | null>(null);
export function useRunDesk(): RunDesk {
  const desk = useContext(RunDeskContext);
  if (!desk) throw new Error('no run');
  return desk;
}

/** Pressing a quarter on the drawing takes its tape off, or puts it back; null where no purge by gas runs, or all is welded. */
export function usePeeling(): ((p: Pressed) => void) | null {
  const desk = useContext(RunDeskContext);
  const { state } = useWeld();
  const { spoolWelds } = useShop();
  if (!desk || desk.run.started.backing !== 'purge' || state.done.weld || desk.run.at !== state.id) return null;
  const { run, mark } = desk;
  const { open, welded } = run.tape[state.id] ?? nothingPeeled;
  return (p) => {
    const quarter = quartersOf(seamIn(spoolWelds)(state.id)).find((q) => inArc(q.arc, p.at));
    if (p.how !== 'down' || p.on !== 'joint' || !quarter) return;
    const { arc } = quarter;
    if (welded.some((a) => sameArc(a, arc))) return;
    void mark({ mark: open.some((a) => sameArc(a, arc)) ? 'tape-on' : 'tape-off', arc, weld: state.id });
  };
}
