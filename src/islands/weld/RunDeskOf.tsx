/** Takes a run in hand for all that shows it: its marks and readings, what the model said of it, when it should be ready. */
import { useMemo, type ReactNode } from 'react';
import { fillOf, type RunState } from '../../../core/work/run';
import { readyBy, type Ready } from '../../../core/models/purge';
import { usePlanOnce } from '../purge/usePlanOnce';
import { useAlarmSound } from '../run/Alarms';
import { useRun } from '../run/useRun';
import { seamIn, useShop, useWeld } from './context';
import { RunDeskContext, type RunDesk } from './runDesk';

export function RunDeskOf({ run, children }: { run: RunState; children: ReactNode }) {
  const { record, unsay } = useWeld();
  const { now: madeAt, supplies, spoolWelds, system, priors } = useShop();
  const hand = useRun(run, { record, unsay, madeAt, supplies, seamOf: seamIn(spoolWelds), priors });
  useAlarmSound(hand.alarms);
  const { setup, rules, backing, device } = run.started;
  const wait = useMemo((): Ready => readyBy(rules, device !== null), [rules, device]);
  // Where the readings teach, the forty runs are made there, once.
  const learns = useMemo(() => fillOf(run) !== null, [run]);
  const course = usePlanOnce(backing === 'purge' ? setup : null, rules.startPpm, system, wait, learns);
  const planned = course === 'none' || course === null ? null : course;
  const value: RunDesk = { ...hand, run, course: planned, bands: hand.remains?.planned ?? planned?.band?.curves ?? null };
  return <RunDeskContext value={value}>{children}</RunDeskContext>;
}
