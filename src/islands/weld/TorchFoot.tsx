/** Under the seam: the moment of the pass that is looked at, and what would cover more, each one press. */
import { hourText } from '../../../core/basics/seam';
import { clock, format, rough, show, showRough } from '../../../core/basics/units';
import type { ShieldChange } from '../../../core/models/shield';
import { overOf } from '../../../core/work/torch';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';

const names = { start: 'start', 'three-quarters': 'three quarters', closing: 'closing', cooling: 'cooling' } as const;
const along = { ...names, 'three-quarters': 'three quarters', closing: 'at the end' } as const;

export function TorchFoot() {
  const { state } = useWeld();
  const { desk, act } = useDesk();
  const { hot, torch } = desk.draft;
  const seen = hot?.seen;
  // Its room is kept while it is computed: the drawing keeps its size.
  if (!seen || !torch?.plan) return <div className="min-h-22 border-t-2 border-base-content/40" />;
  const over = overOf(state.design);
  const { off, end, moments } = seen.course;
  const at = (t: number | null) => act({ do: 'draw', draft: { moment: t } });
  const where =
    seen.at > off
      ? `${clock(seen.at - off)} after the arc`
      : over.od === null
        ? `arc on ${clock(seen.at)}`
        : `arc at ${hourText(((12 * seen.arc) / over.seam) % 12)}, ${clock(seen.at)}`;
  return (
    <div className="grid min-h-22 gap-x-4 gap-y-1 border-t-2 border-base-content/40 px-3 py-1 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.35fr)]">
      <div>
        <div className="flex items-center gap-2">
          <input
            type="range"
            className="torch-moment min-h-8 w-full grow accent-black"
            min={0}
            max={Math.round(end)}
            step={0.5}
            value={Math.round(seen.at * 2) / 2}
            aria-label="Moment of the pass"
            aria-valuetext={where}
            onChange={(e) => at(Math.max(0.5, Number(e.target.value)))}
          />
          <span className="w-40 shrink-0 text-right font-figure text-sm">{where}</span>
        </div>
        <div className="flex flex-wrap gap-1" role="group" aria-label="Moments">
          {moments.map((m) => (
            <button
              key={m.id}
              type="button"
              className={`btn btn-sm min-h-11 px-2 ${Math.abs(m.t - seen.at) < 0.6 ? 'btn-primary' : 'btn-ghost'}`}
              aria-pressed={Math.abs(m.t - seen.at) < 0.6}
              onClick={() => at(m.t)}
            >
              {(over.od === null ? along : names)[m.id]}
            </button>
          ))}
        </div>
      </div>
      <Offers advice={hot.advice} />
    </div>
  );
}

/** What would cover more: pressed, it stands in the fields. */
function Offers({ advice }: { advice: readonly ShieldChange[] | null }) {
  const { system } = useShop();
  const { desk, act } = useDesk();
  const seen = desk.draft.hot?.seen;
  if (!seen) return null;
  const { bare, limit } = seen.planned;
  if (advice === null) return <p className="self-center text-sm">{bare ? 'Looking for what covers more.' : ''}</p>;
  if (advice.length === 0)
    return (
      <p className="self-center text-sm">
        {bare ? (
          <>
            <strong>Nothing owned covers it.</strong> Model estimate, unproved here; run the cover test.
          </>
        ) : (
          'Prove it on scrap: hold the arc, let it soak, see where it stays silver.'
        )}
      </p>
    );
  const q = (m: number) => show(m, 'length', system);
  const take = ({ change: c }: ShieldChange) =>
    act({
      do: 'say-all',
      texts: {
        ...(c.cup !== undefined && { cup: String(c.cup) }),
        ...(c.lens !== undefined && { lens: c.lens }),
        ...(c.screen !== undefined && { screen: c.screen }),
        ...(c.stickOut !== undefined && { stickOut: q(c.stickOut) }),
        ...(c.flow !== undefined && { flow: show(c.flow, 'flow', system) }),
        ...(c.tilt !== undefined && { tilt: String(c.tilt) }),
        ...(c.amps !== undefined && { amps: show(c.amps, 'current', system) }),
        ...(c.travel !== undefined && { travel: show(c.travel, 'speed', system) }),
        ...(c.trailing === null && { shield: false }),
        ...(c.trailing && { shield: true, shieldLength: q(c.trailing.length), shieldWidth: q(c.trailing.width) }),
      },
    });
  return (
    <div className="flex flex-wrap items-center gap-2 lg:flex-nowrap" role="group" aria-label="What covers more">
      {advice.slice(0, 3).map((a) => (
        <button
          key={a.id}
          type="button"
          className="btn h-auto min-h-13 max-w-60 flex-col items-start gap-0 px-3 py-1 text-left lg:shrink"
          onClick={() => take(a)}
        >
          <span className="text-base leading-tight font-semibold">{a.text}</span>
          <span className="text-xs font-normal">
            {a.suffices
              ? `nothing bare above ${showRough(limit, 'temperature', system)}`
              : `leaves ${format(rough(a.hottest.low, 'temperature', system), 'temperature', system).number} to ${showRough(a.hottest.high, 'temperature', system)} bare`}
          </span>
        </button>
      ))}
    </div>
  );
}
