/** A running purge: one figure that matters, what to do next, the marks. It advises and never locks. */
import { lazy, Suspense, useEffect, useState } from 'react';
import { postPurge } from '../../../core/heat';
import { closingOf, closingWords, gate, STALE_AFTER, totalFlow, type Reading } from '../../../core/purge';
import { clock, format, show } from '../../../core/units';
import { markNames, nextMarks, type MarkName, type RunState } from '../../../core/weld';
import { Beside } from '../kit/Beside';
import { Figures } from '../kit/FigureView';
import { HoldButton } from '../kit/HoldButton';
import { RefusalNote } from '../kit/notes';
import { listen } from '../live';
import { heardTime, request, serverTime, type Refusal } from '../post';
import { useWeld } from './context';

const OxygenChart = lazy(() => import('../kit/OxygenChart'));

type Keyed = Reading & { key: string };
/** Asked again this long before the last answer, so that what was being committed then is not missed, ms. */
const OVERLAP = 10_000;

/** Readings of a run in the order of their time, kept up by the live stream; a late backlog finds its place. */
export function useReadings(run: string, device: string | null): Reading[] {
  const [readings, setReadings] = useState<Keyed[]>([]);
  useEffect(() => {
    if (!device) return;
    let gone = false;
    let busy = false;
    let again = false;
    let heard = 0;
    const had = new Map<string, Keyed>();
    const fetchMore = async () => {
      if (busy) return void (again = true);
      busy = true;
      const sent = await request<{ readings: Keyed[]; now: number }>(
        'GET',
        `/api/runs/${run}/readings?since=${Math.max(0, heard - OVERLAP)}`,
      );
      busy = false;
      if (gone) return;
      if (sent.ok) {
        heardTime(sent.value.now);
        heard = sent.value.now;
        const before = had.size;
        for (const r of sent.value.readings) had.set(r.key, r);
        if (had.size > before) setReadings([...had.values()].sort((a, b) => a.at - b.at));
      }
      if (again) {
        again = false;
        void fetchMore();
      }
    };
    void fetchMore();
    const stop = listen(
      (hint) => {
        if (hint.device === device) void fetchMore();
      },
      () => void fetchMore(),
    );
    return () => {
      gone = true;
      stop();
    };
  }, [run, device]);
  return readings;
}

export function RunPanel({ run }: { run: RunState }) {
  const { state, record, system } = useWeld();
  const { backing, rules, device, planned, place, monitorChecked } = run.started;
  const readings = useReadings(run.id, device?.id ?? null);
  const [, tick] = useState(0);
  const [mounted, setMounted] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [countOut, setCountOut] = useState('');
  useEffect(() => {
    setMounted(true);
    const t = setInterval(() => tick((n) => n + 1), 250);
    return () => clearInterval(t);
  }, []);

  const now = serverTime();
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
  const fresh = last && now - last.at <= STALE_AFTER * 1000;
  const oxygen = fresh ? format(last.ppm, 'oxygen', system) : null;
  const welding = run.phase === 'welding';
  const arc = run.arcs.at(-1);
  const hold = postPurge(state.design.size.wall);
  const holdLeft = run.holdSince === null ? null : Math.max(0, (hold.value ?? 60) - (now - run.holdSince) / 1000);
  const over = welding && fresh && last.ppm > rules.weldPpm;

  const shut =
    backing === 'purge' && (run.phase === 'welding' || run.phase === 'between')
      ? closingOf(run.started.setup, state.fitup?.gapWide.value ?? 0, 'least')
      : null;
  const beforeClosing = shut && closingWords(shut, system);
  // What was in the cylinder at the gas check, less what this purge has drawn since.
  const flow = totalFlow(run.started.setup);
  const had = state.gas?.cylinder?.left ?? null;
  const inIt = had === null ? null : had - (flow * (now - run.startedAt)) / 1000;
  const toEnd = flow * ((Math.PI * state.design.size.od) / (0.1 / 60) + (hold.value ?? 60));
  const dry = inIt !== null && inIt < toEnd && run.phase !== 'holding' && backing === 'purge';

  const mark = async (m: MarkName) => setRefusal(await record({ stream: run.id, type: 'run.marked', body: { mark: m, weld: state.id } }));
  const undo = async () => {
    const m = run.marks.at(-1);
    if (m)
      setRefusal(
        await record({
          stream: run.id,
          type: 'run.corrected',
          body: { corrects: m.id, reason: 'Marked by mistake, undone at the bench', body: null },
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

  const [big, unit, under] =
    run.phase === 'holding' && holdLeft !== null
      ? [clock(holdLeft), '', holdLeft > 0 ? 'gas held, time left' : 'held long enough']
      : g.by === 'clock' && !welding
        ? [clock(g.left ?? (now - run.startedAt) / 1000), '', g.left === null ? 'since gas on' : 'left by the clock']
        : oxygen
          ? [oxygen.number, oxygen.unit, `at the ${place}`]
          : ['–', '', device ? 'no fresh reading' : 'no monitor'];
  const word = over
    ? 'Over the limit'
    : welding
      ? 'Arc on'
      : run.phase === 'holding'
        ? 'Hold'
        : run.phase === 'open'
          ? 'Open'
          : run.phase === 'between'
            ? 'Between arcs'
            : g.ready
              ? 'Ready'
              : 'Filling';
  const line = over
    ? `Limit while welding is ${rules.weldPpm} ppm. Stop and look.`
    : welding
      ? 'Keep the gas on.'
      : run.phase === 'holding'
        ? holdLeft === 0
          ? 'Take the dams out, count them, then press done.'
          : 'Keep the gas on until the count is out.'
        : g.text;

  return (
    <div className="space-y-3" data-run={run.id} data-phase={run.phase} data-ready={g.ready}>
      <div
        className={`border-4 p-4 ${over ? 'border-error' : g.ready || welding ? 'border-success' : 'border-base-content'}`}
        role="status"
        aria-live="polite"
        aria-atomic="false"
      >
        <div className="flex items-baseline justify-between gap-3">
          <span className={`text-2xl font-bold ${over ? 'text-error' : g.ready || welding ? 'text-success' : ''}`}>
            <span aria-hidden>{over ? '■ ' : g.ready || welding ? '▲ ' : '○ '}</span>
            {word}
          </span>
          <span className="font-figure text-lg" data-testid="fill-clock">
            {welding && arc
              ? `arc ${clock((now - arc.on) / 1000)}`
              : run.fillingSince !== null
                ? `gas on ${clock((now - run.fillingSince) / 1000)}`
                : 'dam open'}
          </span>
        </div>
        <p className="font-figure text-7xl leading-none font-bold" aria-live="off">
          <span data-testid="big">{big}</span>
          <span className="ml-2 text-2xl font-normal">{unit}</span>
        </p>
        <p className="mt-1 text-sm">{under}</p>
        <p className="mt-2 text-lg">
          {line}
          {g.left !== null && g.left > 0 && g.by === 'monitor' && run.phase === 'filling' && (
            <strong className="ml-2 font-figure">{clock(g.left)}</strong>
          )}
        </p>
      </div>

      <div className="flex flex-wrap gap-2">
        {nextMarks(run.phase).map((m, i) => (
          <button
            key={m}
            type="button"
            className={`btn min-h-14 grow text-lg ${i === 0 && (m !== 'arc-on' || g.ready || run.phase === 'between') ? 'btn-primary' : ''}`}
            onClick={() => void mark(m)}
          >
            {markNames[m]}
          </button>
        ))}
      </div>
      {state.plan && (
        <Beside>
          <p className="mt-2 text-sm font-semibold">As planned</p>
          <Figures figures={state.plan.plan.figures} system={system} big={0} />
        </Beside>
      )}
      {dry && (
        <p role="alert" className="border-l-8 border-error bg-base-200 p-3 font-semibold">
          <span className="text-error">■ </span>
          {state.gas?.cylinder?.label} may run dry in this root: about {show(Math.max(0, inIt), 'volume', system)} left,{' '}
          {show(toEnd, 'volume', system)} needed for weld and hold.{' '}
          {welding ? 'Finish or stop where a tie-in is easy' : 'Change it before the arc'}, then mark the changed bottle.
        </p>
      )}
      {beforeClosing && (
        <p role="alert" className="border-l-8 border-error bg-base-200 p-3 font-semibold">
          <span className="text-error">■ </span>
          {beforeClosing} Never shut the vent.
        </p>
      )}
      <RefusalNote refusal={refusal} />
      {run.contradictions.map((c) => (
        <p key={c} className="text-sm font-semibold">
          □ {c}
        </p>
      ))}
      {/* Not on the server: React would stream it by an inline script, which the content security policy forbids. */}
      {mounted ? (
        <Suspense fallback={<div className="h-36 bg-base-200" />}>
          <OxygenChart readings={readings} limit={welding ? rules.weldPpm : rules.startPpm} marks={run.marks} from={run.startedAt} />
        </Suspense>
      ) : (
        <div className="h-36 bg-base-200" />
      )}
      <details className="text-sm">
        <summary className="min-h-11 cursor-pointer list-none py-2">
          {run.marks.length} {run.marks.length === 1 ? 'mark' : 'marks'}, {run.tacks} tacked ›
        </summary>
        <ol className="space-y-1">
          {run.marks.map((m) => (
            <li key={m.id}>
              <span className="font-figure">{clock((m.at - run.startedAt) / 1000)}</span> {markNames[m.mark]}
            </li>
          ))}
        </ol>
      </details>
      <div className="flex flex-wrap items-end gap-2 border-t border-base-300 pt-3">
        <button type="button" className="btn min-h-14" disabled={run.marks.length === 0} onClick={() => void undo()}>
          Undo last mark
        </button>
        <label className="flex flex-col text-sm font-medium">
          Dams and tape out ({run.started.countIn} in)
          <input
            className="input min-h-14 w-36 font-figure"
            inputMode="numeric"
            value={countOut}
            onChange={(e) => setCountOut(e.target.value)}
          />
        </label>
        <HoldButton className="btn-primary" onHeld={() => void end('done')}>
          Done, hold to press
        </HoldButton>
        <HoldButton onHeld={() => void end('abandoned')}>Abandon, hold</HoldButton>
      </div>
    </div>
  );
}
