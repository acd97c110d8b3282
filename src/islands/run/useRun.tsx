/** A running purge in hand: its readings, what the bench shows of it, what it calls for, and the ways to mark, undo and end it. */
import { useState } from 'react';
import { believable, sensorState, STALE_AFTER, type SensorState } from '../../../core/models/sensor';
import { leftNow } from '../../../core/basics/gases';
import { postPurge } from '../../../core/models/heat';
import { totalFlow } from '../../../core/models/purge';
import {
  gate,
  type Gate,
  type Reading,
  alarmsOf,
  benchView,
  type Alarm,
  type BenchView,
  type BoardCylinder,
  type FlowReading,
  type Mark,
  type RunState,
  type Target,
  type WeldState,
} from '../../../core/work/weld';
import { LivePick } from '../kit/LiveField';
import { useKeptText } from '../kit/useKeptText';
import { useNow } from '../kit/useNow';
import { screenId, serverTime, type Refusal, type Said } from '../post';
import { MOST_READINGS, useReadings } from './useReadings';

export type RunInHand = {
  readings: Reading[];
  flows: FlowReading[];
  now: number;
  gate: Gate;
  view: BenchView;
  sensor: SensorState;
  alarms: Alarm[];
  /** what should be left in its cylinder; null when that is not known */
  supply: { left: number; dryIn: number | null } | null;
  holdSeconds: number;
  mark: (t: Omit<Target, 'label'>) => Promise<void>;
  undo: () => Promise<void>;
  /** sets a mark to another time, or takes it back */
  correct: (m: Mark, at: number | null) => Promise<void>;
  answer: (a: Alarm) => Promise<void>;
  end: (how: 'done' | 'abandoned') => Promise<void>;
  refusal: Refusal | null;
  countOut: string;
  setCountOut: (text: string) => void;
  /** s by which the next mark is told late */
  late: number;
  setLate: (seconds: number) => void;
};

type In = {
  state: WeldState;
  record: (e: Said) => Promise<Refusal | null>;
  unsay: (id: string) => Promise<boolean>;
  madeAt: number;
  supplies: readonly BoardCylinder[];
};

export function useRun(run: RunState, { state, record, unsay, madeAt, supplies }: In): RunInHand {
  const { backing, rules, device, planned, place, monitorChecked, setup } = run.started;
  const { readings, flows } = useReadings(run);
  const now = useNow(madeAt, 250);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [countOut, setCountOut] = useKeptText(`count-out ${run.id}`);
  const [late, setLate] = useState(0);
  const declared = device?.declared ?? null;
  const monitored = device !== null;
  const g = gate({ rules, fillingSince: run.fillingSince, planned, monitored, readings, declared, monitorChecked, place, now, backing });
  const sensor = sensorState(
    readings.filter((r) => r.at >= (run.fillingSince ?? Infinity)),
    declared,
    now,
  );
  const last = readings.at(-1);
  const fresh = last !== undefined && now - last.at <= STALE_AFTER * 1000;
  const ppm = fresh && monitored && (sensor.state === 'none' || believable(sensor) || sensor.state === 'drifting') ? last.ppm : null;
  const holdSeconds = postPurge(state.design.size.wall).value ?? 60;
  const view = benchView({ run, gate: g, ppm, holdSeconds, now });

  const cylinder = supplies.find((c) => c.id === state.gas?.cylinder?.id);
  const draws = [
    ...(cylinder?.draws.filter((d) => d.run !== run.id) ?? []),
    { flow: totalFlow(setup), from: run.startedAt, to: run.endedAt },
  ];
  const looked = cylinder?.look?.at ?? 0;
  const changed = cylinder?.changed === true || run.marks.some((m) => m.mark === 'bottle' && m.at > looked);
  const supply = cylinder ? leftNow(cylinder.body, cylinder.look, draws, now, changed) : null;
  // The server gives the newest of a very long run: what is before them was not silence.
  const heldFrom = readings.length < MOST_READINGS ? run.startedAt : (readings[0]?.at ?? run.startedAt);
  const alarms = alarmsOf(run, { readings, sensor, dryIn: supply?.dryIn ?? null, now, heldFrom });

  const say = async (e: Said) => setRefusal(await record(e));
  const mark: RunInHand['mark'] = async ({ mark: m, arc, weld }) => {
    const at = late > 0 ? { at: serverTime() - late * 1000 } : {};
    setLate(0);
    await say({
      stream: run.id,
      type: 'run.marked',
      body: { mark: m, weld: weld ?? run.at, ...(arc && { arc }), screen: screenId() },
      ...at,
    });
  };
  const takeBack = async (id: string, reason: string) => {
    // A mark that never left this device is simply forgotten.
    if (await unsay(id)) return setRefusal(null);
    await say({ stream: run.id, type: 'run.corrected', body: { corrects: id, reason, body: null } });
  };
  const undo = async () => {
    // The newest told, whatever the time it was told for.
    if (run.lastTold !== null) await takeBack(run.lastTold, 'Marked by mistake, undone at the bench');
  };
  const correct: RunInHand['correct'] = async ({ id, mark: m, weld, arc, screen, source }, at) => {
    if (at === null) return takeBack(id, 'Marked by mistake, taken back');
    await say({
      stream: run.id,
      type: 'run.corrected',
      body: {
        corrects: id,
        reason: 'Its time set right at the bench',
        body: { mark: m, weld, ...(arc && { arc }), ...(screen && { screen }), ...(source && { source }) },
        happenedAt: new Date(at).toISOString(),
      },
    });
  };
  const answer = (a: Alarm) =>
    say({ stream: run.id, type: 'run.answered', body: { alarm: a.kind, upTo: new Date(Math.max(a.upTo, a.since)).toISOString() } });
  const end = async (how: 'done' | 'abandoned') => {
    const typed = countOut.trim();
    if (typed !== '' && !/^\d{1,3}$/.test(typed))
      return setRefusal({
        error: `"${typed}" is no count. Type how many came out, or leave it empty and count later.`,
        reasons: [],
        status: 422,
      });
    const refused = await record({ stream: run.id, type: 'run.ended', body: { how, countOut: typed === '' ? null : Number(typed) } });
    setRefusal(refused);
    if (refused === null) setCountOut('');
  };
  return {
    readings,
    flows,
    now,
    gate: g,
    view,
    sensor,
    alarms,
    supply,
    holdSeconds,
    mark,
    undo,
    correct,
    answer,
    end,
    refusal,
    countOut,
    setCountOut,
    late,
    setLate,
  };
}

/** Told late: the next mark counts from then. */
export function LatePick({ late, onLate }: { late: number; onLate: (s: number) => void }) {
  return (
    <LivePick
      label="The next mark happened"
      value={String(late)}
      options={[
        { value: '0', label: 'now' },
        { value: '30', label: '30 s ago' },
        { value: '60', label: '1 minute ago' },
        { value: '120', label: '2 minutes ago' },
        { value: '300', label: '5 minutes ago' },
        { value: '600', label: '10 minutes ago' },
      ]}
      onValue={(v) => onLate(Number(v))}
    />
  );
}
