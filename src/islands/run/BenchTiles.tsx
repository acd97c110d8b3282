/** The targets of the bench: what the foot does first and widest, four more at most; Undo never the widest. */
import type { BenchView, RunState, Target } from '../../../core/work/run';
import { HoldButton } from '../kit/HoldButton';

type Props = {
  run: RunState;
  view: BenchView;
  /** beside the foot */
  beside: readonly Target[];
  busy: boolean;
  /** it can be done now; the hold was long enough */
  endable: boolean;
  ending: boolean;
  nameOf: (t: Target) => string;
  /** what the foot waits for, where it marks nothing */
  waits: string;
  /** the other marks are open */
  marks: boolean;
  onTake: (t: Target) => void;
  onCount: () => void;
  onMarks: () => void;
  onUndo: () => void;
};

const tile =
  'btn relative flex h-auto min-h-18 items-center justify-between gap-3 px-4 text-left leading-tight whitespace-normal md:min-h-24 short:min-h-14';

export function BenchTiles({ run, view, beside, busy, endable, ending, nameOf, waits, marks, onTake, onCount, onMarks, onUndo }: Props) {
  const { foot, footHeld } = view;
  return (
    <div className="grid shrink-0 grid-cols-6 gap-2 p-3 md:grid-cols-[2.2fr_repeat(4,1fr)] md:gap-3">
      {foot ? (
        <button type="button" aria-disabled={busy} className={`${tile} col-span-6 btn-primary md:col-span-1`} onClick={() => onTake(foot)}>
          <span className="text-2xl md:text-3xl">{nameOf(foot)}</span>
          <Foot held={footHeld ? `kept down: ${footHeld.label.toLowerCase()}` : ending ? 'kept down: count' : ''} />
        </button>
      ) : (
        <p
          className={`col-span-6 flex min-h-20 items-center justify-between gap-3 border-2 border-dashed border-base-content px-4 py-2 text-lg leading-tight md:col-span-1 md:min-h-24`}
        >
          {waits}
          <Foot held="" />
        </p>
      )}
      {beside.map((t) => (
        <button
          key={t.label}
          type="button"
          aria-disabled={busy}
          className={`${tile} col-span-3 border-base-content md:col-span-1`}
          onClick={() => onTake(t)}
        >
          <span className="text-xl md:text-2xl">{nameOf(t)}</span>
        </button>
      ))}
      {endable && (
        <HoldButton
          className={`${tile} col-span-6 border-base-content text-xl md:col-span-2 ${ending ? 'outline-4' : ''}`}
          onHeld={onCount}
        >
          Done, hold to press
        </HoldButton>
      )}
      <button
        type="button"
        aria-expanded={marks}
        className={`${tile} col-span-3 border-base-300 md:col-span-1 ${beside.length === 1 ? 'md:col-start-4' : ''}`}
        onClick={onMarks}
      >
        <span className="text-lg md:text-xl">{marks ? 'Fewer marks' : 'Other marks'}</span>
      </button>
      <button
        type="button"
        className={`${tile} col-span-3 border-base-300 md:col-span-1`}
        disabled={run.lastTold === null}
        onClick={onUndo}
      >
        <span className="text-lg md:text-xl">Undo last mark</span>
      </button>
    </div>
  );
}

/** What the foot does stands on the target it does it to. */
const Foot = ({ held }: { held: string }) => (
  <span className="flex shrink-0 flex-col items-center text-sm font-semibold" aria-hidden>
    foot
    <svg viewBox="0 0 70 36" className="w-14 fill-current" aria-hidden>
      <path d="M8 26c2-18 14-24 27-24s25 6 27 24zM0 28h70v8h-70z" />
    </svg>
    {held && <span className="text-xs font-normal">{held}</span>}
  </span>
);
