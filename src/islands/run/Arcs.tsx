/** Welding by arc: which quarters are peeled, which are welded; and which weld of the run is in hand. */
import type { Seam } from '../../../core/basics/seam';
import { arcName, nothingPeeled, quartersOf, sameArc, tacksSeen, type RunState, type Target } from '../../../core/work/run';

export function Quarters({ run, seam, onMark }: { run: RunState; seam: Seam; onMark: (t: Omit<Target, 'label'>) => void }) {
  const { open, welded } = run.tape[run.at] ?? nothingPeeled;
  return (
    <div role="group" aria-label="Tape by arc" className="flex flex-wrap items-center gap-2">
      <span className="text-sm font-medium">Tape</span>
      {quartersOf(seam).map(({ name, arc }) => {
        const is = (list: typeof open) => list.some((a) => sameArc(a, arc));
        const state = is(open) ? 'open' : is(welded) ? 'welded' : 'taped';
        return (
          <button
            key={name}
            type="button"
            className={`btn min-h-12 font-figure ${state === 'open' ? 'btn-primary' : ''}`}
            aria-pressed={state === 'open'}
            disabled={state === 'welded'}
            title={
              state === 'taped'
                ? `Take the tape off ${arcName(arc, seam)}`
                : state === 'open'
                  ? `Put the tape back on ${arcName(arc, seam)}`
                  : ''
            }
            onClick={() => onMark({ mark: state === 'open' ? 'tape-on' : 'tape-off', arc, weld: run.at })}
          >
            {name}
            <span className="font-sans text-xs font-normal">{state}</span>
          </button>
        );
      })}
    </div>
  );
}

type Turns = { run: RunState; weld: string; numberOf: (weld: string) => string; onMark: (t: Omit<Target, 'label'>) => void };

/** The welds a run serves in turn; the one in hand stands out, another is taken up by a press. */
export function TurnPick({ run, weld, numberOf, onMark }: Turns) {
  if (run.started.welds.length < 2) return null;
  return (
    <div role="group" aria-label="Weld in hand" className="flex flex-wrap items-center gap-2">
      <span className="text-sm font-medium">Weld in hand</span>
      {run.started.welds.map((w) => (
        <button
          key={w}
          type="button"
          className={`btn min-h-12 font-figure ${w === run.at ? 'btn-primary' : ''}`}
          aria-pressed={w === run.at}
          onClick={() => w !== run.at && onMark({ mark: 'move', weld: w })}
        >
          {numberOf(w)}
          <span className="font-sans text-xs font-normal">
            {run.arcs.some((a) => a.weld === w) ? 'welded' : w === run.at ? 'in hand' : 'taped'}
          </span>
        </button>
      ))}
      {run.at !== weld && (
        <a className="link min-h-11 py-2 text-sm" href={`/welds/${run.at}`}>
          Open {numberOf(run.at)}
        </a>
      )}
    </div>
  );
}

/** Tacks blue or grey inside: where, since there the gas is lost or blown through. */
export function WhereBlue({ run, seam, onMark }: { run: RunState; seam: Seam; onMark: (t: Omit<Target, 'label'>) => void }) {
  const seen = run.phase === 'open' && run.openedBy === 'look' ? tacksSeen(run) : null;
  if (seen?.look !== 'blue-grey') return null;
  const opened = run.marks.findLastIndex((m) => m.mark === 'look');
  const told = run.marks.slice(opened + 1).flatMap((m) => (m.look === 'blue-grey' && m.arc ? [m.arc] : []));
  return (
    <div role="group" aria-label="Where blue or grey" className="flex flex-wrap items-center gap-2">
      <span className="text-sm font-medium">Where?</span>
      {quartersOf(seam).map(({ name, arc }) => (
        <button
          key={name}
          type="button"
          className="btn min-h-12 font-figure"
          aria-pressed={told.some((a) => sameArc(a, arc))}
          disabled={told.some((a) => sameArc(a, arc))}
          onClick={() => onMark({ mark: 'looked', look: 'blue-grey', arc, weld: run.at })}
        >
          {name}
        </button>
      ))}
    </div>
  );
}
