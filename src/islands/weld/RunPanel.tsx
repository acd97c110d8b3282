/** A running purge: one figure that matters, what to do next, the marks. It advises and never locks. */
import { lazy, Suspense, useEffect, useState } from 'react';
import { closingOf, closingWords, totalFlow } from '../../../core/purge';
import { clock, format, show } from '../../../core/units';
import { markNames, nextMarks, type RunState } from '../../../core/weld';
import { Beside } from '../kit/Beside';
import { Figures } from '../kit/FigureView';
import { HoldButton } from '../kit/HoldButton';
import { RefusalNote } from '../kit/notes';
import { LatePick, useRun } from '../run/useRun';
import { useWeld } from './context';

const OxygenChart = lazy(() => import('../kit/OxygenChart'));

export function RunPanel({ run }: { run: RunState }) {
  const { state, record, system, madeAt } = useWeld();
  const { backing, rules } = run.started;
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const {
    readings,
    now,
    view,
    gate: g,
    mark,
    undo,
    end,
    refusal,
    countOut,
    setCountOut,
    late,
    setLate,
    holdSeconds,
  } = useRun(run, { state, record, madeAt });
  const welding = run.phase === 'welding';
  const arc = run.arcs.at(-1);
  const oxygen = view.big.kind === 'oxygen' ? format(view.big.ppm, 'oxygen', system) : null;
  const [big, unit] = view.big.kind === 'time' ? [view.big.text, ''] : oxygen ? [oxygen.number, oxygen.unit] : ['–', ''];
  const { over, word, line, under } = view;

  const shut =
    backing === 'purge' && (run.phase === 'welding' || run.phase === 'between')
      ? closingOf(run.started.setup, state.fitup?.gapWide.value ?? 0, 'least')
      : null;
  const beforeClosing = shut && closingWords(shut, system);
  // What was in the cylinder at the gas check, less what this purge has drawn since.
  const flow = totalFlow(run.started.setup);
  const had = state.gas?.cylinder?.left ?? null;
  const inIt = had === null ? null : had - (flow * (now - run.startedAt)) / 1000;
  const toEnd = flow * ((Math.PI * state.design.size.od) / (0.1 / 60) + holdSeconds);
  const dry = inIt !== null && inIt < toEnd && run.phase !== 'holding' && backing === 'purge';

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
      <div className="flex flex-wrap items-end gap-3">
        <LatePick late={late} onLate={setLate} />
        <a className="btn min-h-12" href={`/welds/${state.id}/bench`}>
          Bench view
        </a>
        <a className="link min-h-11 py-2 text-sm" href={`/api/runs/${run.id}/readings.csv`}>
          Readings as CSV
        </a>
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
