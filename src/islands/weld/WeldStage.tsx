/** Weld and hold: the run goes on here after the first arc; afterwards what it recorded. */
import { clock } from '../../../core/units';
import { useWeld } from './context';
import { RunPanel } from './RunPanel';

export function WeldStage() {
  const { state } = useWeld();
  const running = state.runs.find((r) => r.endedAt === null);
  if (running) return <RunPanel run={running} />;
  return (
    <div className="space-y-2 text-sm">
      {state.arcs.length === 0 && <p>No arc yet. It is marked on the running purge.</p>}
      <ol className="space-y-1">
        {state.arcs.map((a) => (
          <li key={a.on}>
            Arc {clock(((a.off ?? a.on) - a.on) / 1000)} min:{' '}
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
    </div>
  );
}
