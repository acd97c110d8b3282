/** Takes a run in hand for all that shows it: its marks and readings, what the model said of it, when it should be ready. */
import { useMemo, type ReactNode } from 'react';
import { readyEstimate, type RunState } from '../../../core/work/run';
import { readyBy, type Ready } from '../../../core/models/purge';
import { usePlanOnce } from '../purge/usePlanOnce';
import { useAlarmSound } from '../run/Alarms';
import { useRun } from '../run/useRun';
import { seamIn, useShop, useWeld } from './context';
import { RunDeskContext, type RunDesk } from './runDesk';

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
  return <RunDeskContext value={value}>{children}</RunDeskContext>;
}
