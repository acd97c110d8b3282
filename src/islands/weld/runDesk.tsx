/** The purge that runs, in hand once for all that shows it: head, drawing, foot and panel of its page. */
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { readyEstimate, type Estimate, type RunState } from '../../../core/work/run';
import { readyBy, type Ready } from '../../../core/models/purge';
import { usePlanOnce, type PurgeCourse } from '../purge/usePlanOnce';
import { useAlarmSound } from '../run/Alarms';
import { useRun, type RunInHand } from '../run/useRun';
import { useShop, useWeld } from './context';

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

export function RunDeskOf({ run, children }: { run: RunState; children: ReactNode }) {
  const { record, unsay } = useWeld();
  const { now: madeAt, supplies, system } = useShop();
  const hand = useRun(run, { record, unsay, madeAt, supplies });
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
