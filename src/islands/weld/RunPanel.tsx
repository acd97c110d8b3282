/** A running purge: one figure that matters, what to do next, the marks. It advises and never locks. */
import { lazy, Suspense, useEffect, useState } from 'react';
import { STALE_AFTER } from '../../../core/models/sensor';
import { closingOf, closingWords } from '../../../core/models/closing';
import { totalFlow } from '../../../core/models/setup';
import { clock, format, show, timed } from '../../../core/basics/units';
import { flowOff, gasToEnd, targets, type RunState, type Target } from '../../../core/work/run';
import { Figures } from '../kit/FigureView';
import { HoldButton } from '../kit/HoldButton';
import { RefusalNote } from '../kit/notes';
import { Alarms, useAlarmSound } from '../run/Alarms';
import { Quarters, TurnPick, WhereBlue } from '../run/Arcs';
import { LoggerForm } from '../run/LoggerForm';
import { MarkList } from '../run/MarkList';
import { Unsaved } from '../run/Unsaved';
import { LateAsked, LatePick, readAtOf, useRun } from '../run/useRun';
import { numberIn, useShop, useWeld } from './context';

const OxygenChart = lazy(() => import('../kit/OxygenChart'));

export function RunPanel({ run }: { run: RunState }) {
  const { state, record, unsay, unsaved, live } = useWeld();
  const { system, now: madeAt, supplies, spoolWelds } = useShop();
  const numberOf = numberIn(spoolWelds);
  const { backing, rules, band } = run.started;
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const {
    readings,
    flows,
    now,
    view,
    gate: g,
    sensor,
    alarms,
    supply,
    mark,
    undo,
    correct,
    answer,
    end,
    ...hand
  } = useRun(run, {
    record,
    unsay,
    madeAt,
    supplies,
  });
  useAlarmSound(alarms);
  const welding = run.phase === 'welding';
  /** The next weld is marked from its own page: its fit-up, its drawings. */
  const press = async (t: Omit<Target, 'label'>) => {
    await mark(t);
    if (t.mark === 'move' && t.weld && t.weld !== state.id) location.assign(`/welds/${t.weld}`);
  };
  const arc = run.arcs.at(-1);
  const oxygen = view.big.kind === 'oxygen' ? format(view.big.ppm, 'oxygen', system) : null;
  const [big, unit] = view.big.kind === 'time' ? [view.big.text, ''] : oxygen ? [oxygen.number, oxygen.unit] : ['–', ''];
  const { over, word, line, under } = view;

  const shut =
    backing === 'purge' && (run.phase === 'welding' || run.phase === 'between')
      ? closingOf(run.started.setup, state.fitup?.gapWide.value ?? 0, 'least')
      : null;
  const beforeClosing = shut && closingWords(shut, system);
  const flow = totalFlow(run.started.setup);
  const toEnd = gasToEnd(flow, state.design.size, hand.holdSeconds);
  const dry = supply !== null && supply.left < toEnd && run.phase !== 'holding' && backing === 'purge';
  const measured = flows.at(-1);
  const flowNow = measured && now - measured.at <= STALE_AFTER * 1000 ? measured.flow : null;
  const off = flowNow !== null && flowOff(flowNow, flow);

  return (
    <div className="space-y-3" data-run={run.id} data-phase={run.phase} data-ready={g.ready} data-sensor={sensor.state}>
      <Unsaved list={unsaved} live={live} readAt={readAtOf(hand, run)} madeAt={now} />
      <Alarms alarms={alarms} onAnswer={(a) => void answer(a)} />
      <TurnPick run={run} weld={state.id} numberOf={numberOf} onMark={(t) => void press(t)} />
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
        <p className="mt-1 text-sm">
          {under}
          {sensor.state === 'steady' || sensor.state === 'drifting' ? `. ${sensor.text}` : ''}
        </p>
        <p className="mt-2 text-lg">
          {line}
          {g.left !== null && g.left > 0 && g.by === 'monitor' && run.phase === 'filling' && (
            <strong className="ml-2 font-figure">{clock(g.left)}</strong>
          )}
        </p>
        {(flowNow !== null || band) && (
          <p className="mt-1 text-sm">
            {flowNow !== null && (
              <span className={off ? 'font-semibold' : ''}>
                {off ? '□ ' : ''}Flow measured {show(flowNow, 'flow', system)}
                {off ? `, set-up asks for ${show(flow, 'flow', system)}. ` : '. '}
              </span>
            )}
            {band &&
              g.by === 'monitor' &&
              run.phase === 'filling' &&
              `Model: at the limit after ${clock(band.low)} to ${timed(band.high)}.`}
          </p>
        )}
      </div>

      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {targets(run).map((t, i) => (
          <button
            key={t.label}
            type="button"
            className={`btn min-h-14 text-lg ${i === 0 && (t.mark !== 'arc-on' || g.ready || run.phase === 'between') ? 'btn-primary' : ''}`}
            onClick={() => void press(t)}
          >
            {t.mark === 'move' && t.weld ? `Next weld ${numberOf(t.weld)}` : t.label}
          </button>
        ))}
      </div>
      <LateAsked asked={hand.asked} onAnswer={hand.answerLate} />
      <WhereBlue run={run} onMark={(t) => void press(t)} />
      <Quarters run={run} onMark={(t) => void press(t)} />
      <div className="flex flex-wrap items-end gap-3">
        <LatePick late={hand.late} onLate={hand.setLate} />
        <a className="btn min-h-12" href={`/welds/${state.id}/bench`}>
          Bench view
        </a>
        <a className="link min-h-11 py-2 text-sm" href={`/api/runs/${run.id}/readings.csv`}>
          Readings as CSV
        </a>
      </div>
      {dry && (
        <p role="alert" className="border-l-8 border-error bg-base-200 p-3 font-semibold">
          <span className="text-error">■ </span>
          {state.gas?.cylinder?.label} may run dry in this root: about {show(supply.left, 'volume', system)} left,{' '}
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
      <RefusalNote refusal={hand.refusal} />
      {run.contradictions.map((c) => (
        <p key={c} className="text-sm font-semibold">
          □ {c}
        </p>
      ))}
      {/* Not on the server: React would stream it by an inline script, which the content security policy forbids. */}
      {mounted ? (
        <Suspense fallback={<div className="h-40 bg-base-200" />}>
          <OxygenChart run={run} readings={readings} flows={flows} system={system} limit={welding ? rules.weldPpm : rules.startPpm} />
        </Suspense>
      ) : (
        <div className="h-40 bg-base-200" />
      )}
      <MarkList run={run} numberOf={numberOf} now={now} system={system} onCorrect={correct} />
      <LoggerForm run={run} />
      <div className="flex flex-wrap items-end gap-2 border-t border-base-300 pt-3">
        <button type="button" className="btn min-h-14" disabled={run.marks.length === 0} onClick={() => void undo()}>
          Undo last mark
        </button>
        <label className="flex flex-col text-sm font-medium">
          Dams and tape out ({run.started.countIn} in)
          <input
            className="input min-h-14 w-36 font-figure"
            inputMode="numeric"
            value={hand.countOut}
            onChange={(e) => hand.setCountOut(e.target.value)}
          />
        </label>
        <HoldButton className={view.holdLeft === 0 ? 'btn-primary' : ''} onHeld={() => void end('done')}>
          Done, hold to press
        </HoldButton>
        <HoldButton onHeld={() => void end('abandoned')}>Abandon, hold</HoldButton>
      </div>
    </div>
  );
}

/** The figures the purge that runs was planned by. */
export function AsPlanned() {
  const { plan } = useWeld().state;
  const { system } = useShop();
  return (
    plan && (
      <div>
        <p className="mt-2 text-sm font-semibold">As planned</p>
        <Figures figures={plan.plan.figures} system={system} big={0} />
      </div>
    )
  );
}
