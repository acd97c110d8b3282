/** Weld and hold: what the run recorded. While it is on, RunStage stands in its place. */
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { clock, timed } from '../../../core/basics/units';
import type { RunState } from '../../../core/work/run';
import { stageLine } from '../../../core/work/record';
import { useWords } from '../kit/reader';
import { LoggerForm } from '../run/LoggerForm';
import { useReadings } from '../run/useReadings';
import { numberIn, seamIn, useShop, useWeld } from './context';
import { JointDrawing } from './JointDrawing';
import { Title } from './StagePage';
import type { StageView } from './stageView';

const OxygenChart = lazy(() => import('../kit/OxygenChart'));

function WeldStage() {
  const { state } = useWeld();
  return (
    <div className="space-y-2 text-sm">
      <ol className="space-y-1">
        {state.arcs.map((a) => (
          <li key={a.on}>
            Arc {timed(((a.off ?? a.on) - a.on) / 1000)}:{' '}
            {a.atArc?.reading
              ? `${Math.round(a.atArc.reading.ppm)} ppm, reading ${a.atArc.reading.ageSeconds.toFixed(0)} s old`
              : 'oxygen not measured'}
            . {a.atArc?.text}
          </li>
        ))}
      </ol>
      {state.contradictions.map((c) => (
        <p key={c} className="font-semibold">
          □ {c}
        </p>
      ))}
      {state.runs.map((r) => (
        <RunKept key={r.id} run={r} />
      ))}
    </div>
  );
}

/** A run that has ended: its chart, this weld's own part of it, and a logger's file that was read later. */
function RunKept({ run }: { run: RunState }) {
  const { state } = useWeld();
  const { spoolWelds, system } = useShop();
  const numberOf = numberIn(spoolWelds);
  const seamOf = useMemo(() => seamIn(spoolWelds), [spoolWelds]);
  const { readings, flows } = useReadings(run);
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const spans = state.spans.filter((s) => s.run === run.id);
  const since = (ms: number) => clock((ms - run.startedAt) / 1000);
  return (
    <div className="space-y-1 border-t border-base-300 pt-2">
      {run.started.welds.length > 1 && (
        <p>
          One purge for {run.started.welds.map(numberOf).join(', ')}; this weld’s turn:{' '}
          {spans.map((s) => `${since(s.from)} to ${s.to === null ? 'now' : since(s.to)}`).join(', ') || 'none'}.
        </p>
      )}
      {mounted && (
        <Suspense fallback={<div className="h-40 bg-base-200" />}>
          <OxygenChart run={run} readings={readings} flows={flows} system={system} limit={run.started.rules.startPpm} seamOf={seamOf} />
        </Suspense>
      )}
      <p className="flex flex-wrap gap-x-4">
        <a className="link min-h-11 py-2" href={`/api/runs/${run.id}/readings.csv`}>
          Readings as CSV
        </a>
        <a className="link min-h-11 py-2" href={`/api/runs/${run.id}/chart.svg`}>
          Chart as SVG
        </a>
      </p>
      <LoggerForm run={run} />
    </div>
  );
}

function WeldHead() {
  const { state } = useWeld();
  const { system } = useShop();
  const words = useWords();
  const arcs = state.arcs.length;
  return (
    <Title
      level="none"
      title={arcs === 0 ? 'No arc yet.' : `Welded, ${arcs} ${arcs === 1 ? 'arc' : 'arcs'}.`}
      reason={arcs === 0 ? 'It is marked on the running purge.' : words(stageLine(state, 'purge', system))}
    />
  );
}
export const weld: StageView = { view: 'end', Head: WeldHead, Drawing: JointDrawing, Form: WeldStage };
