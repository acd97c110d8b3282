/** A running purge in hand: its readings, what the bench shows of it, what it calls for, and the ways to mark, undo and end it. */
import type { Seam } from '../../../core/basics/seam';
import { useMemo, useRef, useState } from 'react';
import { versionOf } from '../../../core/work/record';
import {
  benchView,
  happenedOf,
  lateOddity,
  monitorsOf,
  runNow,
  supplyOf,
  type Alarm,
  type BenchView,
  type BoardCylinder,
  type FlowReading,
  type Mark,
  type Reading,
  type RunNow,
  type RunState,
  type ShopPriors,
  type Target,
} from '../../../core/work/run';
import { LivePick } from '../kit/LiveField';
import { useKeptText } from '../kit/useKeptText';
import { useNow } from '../kit/useNow';
import { screenId, serverTime, type Refusal, type Said } from '../post';
import { useReadings } from './useReadings';
import { useRemains, type RemainsSeen } from './useRemains';
import { countField } from '../../../core/work/release';
import { optional } from '../../../core/basics/fields';

export type RunInHand = RunNow & {
  readings: Reading[];
  /** how long it still takes, learnt from the readings; null until that is known, or where nothing is measured */
  remains: RemainsSeen | null;
  flows: FlowReading[];
  now: number;
  view: BenchView;
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
  /** a late mark that would come before what it follows: nothing is recorded until it is answered */
  asked: Asked | null;
  answerLate: (how: 'so' | 'now' | 'not') => Promise<void>;
};

/** When it was last measured, ms; null where nothing measures. */
export const readAtOf = ({ last }: Pick<RunNow, 'last'>, { started, startedAt }: RunState): number | null =>
  started.device ? (last?.at ?? startedAt) : null;

type Asked = { target: Omit<Target, 'label'>; at: number; text: string };

type In = {
  record: (e: Said) => Promise<Refusal | null>;
  unsay: (id: string) => Promise<boolean>;
  madeAt: number;
  supplies: readonly BoardCylinder[];
  /** what the places of each weld lie on */
  seamOf: (weld: string | null) => Seam;
  /** what the shop's own purges say of the next */
  priors: ShopPriors;
};

export function useRun(run: RunState, { record, unsay, madeAt, supplies, seamOf, priors }: In): RunInHand {
  const { readings, others, flows } = useReadings(run);
  const now = useNow(madeAt, 250);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [countOut, setCountOut] = useKeptText(`count-out ${run.id}`);
  const [late, setLate] = useState(0);
  const [asked, setAsked] = useState<Asked | null>(null);
  const { rules, place, device, jointLag } = run.started;
  const hold = rules.holdSeconds + Math.max(rules.jointHoldSeconds, place === 'vent' ? jointLag : 0);
  const doubt = useRef(false);
  const byMonitor = useMemo(
    () => monitorsOf(run).map((m) => (m.device === device?.id ? readings : (others[m.device] ?? []))),
    [run, readings, others],
  );
  // Once a second: what is estimated is no finer than that.
  const remains = useRemains(run, byMonitor, flows, { hold, priors, now: Math.ceil(now / 1000) * 1000, doubt: doubt.current });
  const is = runNow(run, readings, supplyOf(run, supplies), now, happenedOf(remains, run.fillingSince));
  doubt.current = is.sensor.state === 'frozen' || is.sensor.state === 'fault' || is.sensor.state === 'saturated';
  const view = benchView({ run, ...is, seam: seamOf(run.at), now });

  const say = async (e: Said) => setRefusal(await record(e));
  const mark: RunInHand['mark'] = async (t) => {
    if (late > 0) {
      const at = serverTime() - late * 1000;
      const odd = lateOddity(run, t.mark, at);
      if (odd) return setAsked({ target: t, at, text: odd });
    }
    await tell(t, late > 0 ? serverTime() - late * 1000 : null);
  };
  const tell = async ({ mark: m, arc, weld, look }: Omit<Target, 'label'>, when: number | null) => {
    const at = when === null ? {} : { at: when };
    setLate(0);
    setAsked(null);
    await say({
      stream: run.id,
      type: 'run.marked',
      body: { mark: m, weld: weld ?? run.at, ...(arc && { arc }), ...(look && { look }), screen: screenId() },
      ...at,
    });
  };
  const takeBack = async (id: string, reason: string) => {
    // A mark that never left this device is simply forgotten.
    if (await unsay(id)) return setRefusal(null);
    await say({ stream: run.id, type: 'run.corrected', body: { corrects: id, reason, version: versionOf('run.marked'), body: null } });
  };
  const undo = async () => {
    // The newest told, whatever the time it was told for.
    if (run.lastTold !== null) await takeBack(run.lastTold, 'Marked by mistake, undone at the bench');
  };
  const answerLate: RunInHand['answerLate'] = async (how) => {
    if (!asked) return;
    if (how === 'not') return setAsked(null);
    await tell(asked.target, how === 'so' ? asked.at : null);
  };
  const correct: RunInHand['correct'] = async ({ id, mark: m, weld, arc, screen, look }, at) => {
    if (at === null) return takeBack(id, 'Marked by mistake, taken back');
    await say({
      stream: run.id,
      type: 'run.corrected',
      body: {
        corrects: id,
        reason: 'Its time set right at the bench',
        version: versionOf('run.marked'),
        body: { mark: m, weld, ...(arc && { arc }), ...(look && { look }), ...(screen && { screen }) },
        happenedAt: new Date(at).toISOString(),
      },
    });
  };
  const answer = (a: Alarm) =>
    say({ stream: run.id, type: 'run.answered', body: { alarm: a.kind, upTo: new Date(Math.max(a.upTo, a.since)).toISOString() } });
  const end = async (how: 'done' | 'abandoned') => {
    // Left empty, it is counted later.
    const count = optional(countField('')).read(countOut, 'metric');
    if (!count.ok) return setRefusal({ error: count.error, reasons: [], status: 422 });
    const refused = await record({ stream: run.id, type: 'run.ended', body: { how, countOut: count.value } });
    setRefusal(refused);
    if (refused === null) setCountOut('');
  };
  return {
    readings,
    flows,
    now,
    ...is,
    view,
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
    asked,
    answerLate,
    remains,
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

/** A late mark that would stand before what it follows: asked about, never moved by itself. */
export function LateAsked({ asked, onAnswer }: { asked: RunInHand['asked']; onAnswer: RunInHand['answerLate'] }) {
  if (!asked) return null;
  return (
    <div role="alertdialog" aria-label="When was it?" className="border-l-8 border-error bg-base-200 p-3">
      <p className="font-semibold">{asked.text} Nothing is recorded yet.</p>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="btn min-h-12" onClick={() => void onAnswer('now')}>
          It was just now
        </button>
        <button type="button" className="btn min-h-12" onClick={() => void onAnswer('so')}>
          It was so: record that time
        </button>
        <button type="button" className="btn min-h-12" onClick={() => void onAnswer('not')}>
          Choose another time
        </button>
      </div>
    </div>
  );
}
