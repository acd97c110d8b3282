/** Weld and hold: what the run recorded. While it is on, RunStage stands in its place. */
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { clock, timed } from '../../../core/basics/units';
import type { RunState } from '../../../core/work/run';
import { stageLine } from '../../../core/work/record';
import { useWords } from '../kit/reader';
import { LoggerForm } from '../run/LoggerForm';
import { useReadings } from '../run/useReadings';
import { HowView } from '../../draw/HowView';
import { useBox } from '../../draw/useBox';
import { legsOfSheet } from '../../../core/work/sheet';
import { overOf } from '../../../core/work/torch';
import { stopNames } from '../../../core/work/welded';
import { useSheet } from './useSheet';
import { useTorch } from './useTorch';
import { numberIn, seamIn, useShop, useWeld } from './context';
import { AsDone, useStops } from './AsDone';
import { useDesk } from './desk';
import { ForetoldLine } from './useForetold';
import { Title } from './StagePage';
import type { StageView } from './stageView';

const OxygenChart = lazy(() => import('../kit/OxygenChart'));

function WeldStage() {
  const { state } = useWeld();
  return (
    <div className="space-y-3 text-sm">
      <AsDone />
      <ForetoldLine />
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
/** The way it was to be welded, with what was marked on it since: stops are pressed where they were. */
function DoneDrawing() {
  const { state } = useWeld();
  const { system } = useShop();
  const { act, desk } = useDesk();
  const torch = useTorch();
  const s = useSheet(torch);
  const stops = useStops();
  const [box, room] = useBox<HTMLDivElement>();
  const { seam } = state.design;
  const { welded: w } = state;
  const amps = w?.amps ?? state.setup?.amps ?? null;
  const sheet = w?.way ? { ...s.sheet, way: w.way } : s.sheet;
  const legs = useMemo(
    () => legsOfSheet(sheet, { amps, travel: w?.travel ?? state.setup?.travel ?? null }, state.design),
    [sheet, amps, w, state],
  );
  const press = (at: number) => act({ do: 'press', press: { at, zone: null, on: 'joint', how: 'down' } });
  return (
    <div ref={box} className="absolute inset-0">
      {room && (
        <HowView
          {...{ seam, system, room }}
          legs={legs.map((l) => ({ ...l, amps: amps === null ? null : amps * l.share }))}
          tacks={[]}
          ordered={sheet.way !== 'round'}
          start={sheet.start}
          tieIn={(12 * sheet.tieIn) / overOf(state.design).seam}
          gap={null}
          tight={[]}
          stops={stops.map((x) => ({ at: x.at, text: stopNames[x.kind].toLowerCase() }))}
          welded={state.done.weld}
          {...(desk.draft.stops !== undefined && { onPress: press })}
          className="absolute inset-0 h-full w-full"
        />
      )}
    </div>
  );
}

export const weld: StageView = { view: 'end', Head: WeldHead, Drawing: DoneDrawing, Form: WeldStage };
