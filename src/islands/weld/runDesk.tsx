/** The purge that runs, in hand once for all that shows it: head, drawing, foot and panel of its page. */
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { inArc } from '../../../core/basics/seam';
import { nothingPeeled, quartersOf, readyEstimate, sameArc, type Estimate, type RunState } from '../../../core/work/run';
import type { Pressed } from '../../draw/seam';
import { readyBy, type Ready } from '../../../core/models/purge';
import { usePlanOnce, type PurgeCourse } from '../purge/usePlanOnce';
import { useAlarmSound } from '../run/Alarms';
import { useRun, type RunInHand } from '../run/useRun';
import { seamIn, useShop, useWeld } from './context';

export type RunDesk = RunInHand & {
  run: RunState;
  /** what the model says of this set-up; null until it is there, or where it says nothing */
  course: PurgeCourse | null;
  /** s from now until the limit is read: without the hold, and until ready with it */
  atLimit: Estimate | 'still' | null;
  ready: Estimate | 'still' | null;
};

const Context = createContext<RunDesk | null>(null);
export function useRunDesk(): RunDesk {
  const desk = useContext(Context);
  if (!desk) throw new Error('no run');
  return desk;
}

/** Pressing a quarter on the drawing takes its tape off, or puts it back; null where no purge by gas runs, or all is welded. */
export function usePeeling(): ((p: Pressed) => void) | null {
  const desk = useContext(Context);
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

export function RunDeskOf({ run, children }: { run: RunState; children: ReactNode }) {
  const { record, unsay } = useWeld();
  const { now: madeAt, supplies, spoolWelds, system } = useShop();
  const hand = useRun(run, { record, unsay, madeAt, supplies, seamOf: seamIn(spoolWelds) });
  useAlarmSound(hand.alarms);
  const { setup, rules, backing, device } = run.started;
  const wait = useMemo((): Ready => readyBy(rules, device !== null), [rules, device]);
  const course = usePlanOnce(backing === 'purge' ? setup : null, rules.startPpm, system, wait);
  const since = run.fillingSince;
  const filling = run.phase === 'filling' && since !== null && hand.gate.by === 'monitor' && hand.ppm !== null;
  const hold = rules.holdSeconds + Math.max(rules.jointHoldSeconds, run.started.place === 'vent' ? run.started.jointLag : 0);
  // Once a second: what is estimated is no finer than that, and the chart that shows it is drawn anew with every change.
  const second = Math.ceil(hand.now / 1000) * 1000;
  const { readings } = hand;
  const [atLimit, ready] = useMemo(() => {
    const recent = filling && since !== null ? readings.filter((r) => r.at >= since) : [];
    return [0, hold].map((h) => (filling ? readyEstimate(recent, rules.startPpm, h, second) : null)) as [
      RunDesk['ready'],
      RunDesk['ready'],
    ];
  }, [filling, since, readings, rules.startPpm, hold, second]);
  const value: RunDesk = {
    ...{ ...hand, run, course: course === 'none' ? null : course },
    atLimit,
    ready,
  };
  return <Context value={value}>{children}</Context>;
}
