/** A running purge in hand: its readings, what the bench shows of it, and the ways to mark, undo and end it. */
import { useState } from 'react';
import { postPurge } from '../../../core/heat';
import { gate, STALE_AFTER, type Gate, type Reading } from '../../../core/purge';
import { benchView, type BenchView, type MarkName, type RunState, type WeldState } from '../../../core/weld';
import { LivePick } from '../kit/LiveField';
import { useNow } from '../kit/useNow';
import { serverTime, type Refusal, type Said } from '../post';
import { useReadings } from './useReadings';

export type RunInHand = {
  readings: Reading[];
  now: number;
  gate: Gate;
  view: BenchView;
  holdSeconds: number;
  mark: (m: MarkName) => Promise<void>;
  undo: () => Promise<void>;
  end: (how: 'done' | 'abandoned') => Promise<void>;
  refusal: Refusal | null;
  countOut: string;
  setCountOut: (text: string) => void;
  /** s by which the next mark is told late */
  late: number;
  setLate: (seconds: number) => void;
};

export function useRun(
  run: RunState,
  { state, record, madeAt }: { state: WeldState; record: (e: Said) => Promise<Refusal | null>; madeAt: number },
): RunInHand {
  const { backing, rules, device, planned, place, monitorChecked } = run.started;
  const readings = useReadings(run.id, device?.id ?? null);
  const now = useNow(madeAt, 250);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [countOut, setCountOut] = useState('');
  const [late, setLate] = useState(0);
  const g = gate({
    rules,
    fillingSince: run.fillingSince,
    planned,
    monitored: device !== null,
    readings,
    monitorChecked,
    place,
    now,
    backing,
  });
  const last = readings.at(-1);
  const ppm = last && now - last.at <= STALE_AFTER * 1000 ? last.ppm : null;
  const holdSeconds = postPurge(state.design.size.wall).value ?? 60;
  const view = benchView({ run, gate: g, ppm, holdSeconds, now });

  const mark = async (m: MarkName) => {
    const at = late > 0 ? { at: serverTime() - late * 1000 } : {};
    setLate(0);
    setRefusal(await record({ stream: run.id, type: 'run.marked', body: { mark: m, weld: state.id }, ...at }));
  };
  const undo = async () => {
    // The newest told, whatever the time it was told for.
    const m = run.lastTold;
    if (m === null) return;
    setRefusal(
      await record({
        stream: run.id,
        type: 'run.corrected',
        body: { corrects: m, reason: 'Marked by mistake, undone at the bench', body: null },
      }),
    );
  };
  const end = async (how: 'done' | 'abandoned') => {
    const typed = countOut.trim();
    if (typed !== '' && !/^\d{1,3}$/.test(typed))
      return setRefusal({
        error: `"${typed}" is no count. Type how many came out, or leave it empty and count later.`,
        reasons: [],
        status: 422,
      });
    setRefusal(await record({ stream: run.id, type: 'run.ended', body: { how, countOut: typed === '' ? null : Number(typed) } }));
  };
  return { readings, now, gate: g, view, holdSeconds, mark, undo, end, refusal, countOut, setCountOut, late, setLate };
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
