/** Clocks from cooling, once the arc is out: how long torch and rod stay, the ring under gas, the next pass, the clamp. */
import { clock, type System } from '../../../core/basics/units';
import { legNow, type LegNow } from '../../../core/work/sheet';
import type { WeldState } from '../../../core/work/record';
import type { RunState } from '../../../core/work/run';
import { coolingOf, type Cooling } from '../../../core/work/torch';

/** When the last arc on a weld went out, ms; null while one burns, or none did. */
export const arcOut = (run: RunState, weld: string): number | null =>
  run.phase === 'welding' ? null : (run.arcs.filter((a) => a.weld === weld).at(-1)?.off ?? null);

/** The arc of the sheet that is welded now, or comes next; null where the sheet says nothing of it. */
export function legOf(run: RunState, state: WeldState, system: System): LegNow | null {
  if (!state.setup || run.at !== state.id) return null;
  const since = run.marks.findLast((m) => m.mark === 'pass' && m.twice === null)?.at ?? -Infinity;
  const arcs = run.arcs.filter((a) => a.weld === state.id && a.on >= since).length;
  return legNow(state.setup, state.design, { layer: run.passes, arc: run.phase === 'welding' ? Math.max(0, arcs - 1) : arcs }, system);
}

export const coolingText = ({ left, most }: Cooling): string =>
  most === 0 ? 'over' : left === 0 ? `up to ${clock(most)}` : `${clock(left)} to ${clock(most)}`;

export function CoolingClocks({ run, state, now }: { run: RunState; state: WeldState; now: number }) {
  const rows = coolingOf(state.setup, arcOut(run, state.id), now);
  if (rows.length === 0) return null;
  return (
    <div aria-label="Cooling, by the model" role="group">
      <dl className="flex flex-wrap gap-x-5">
        {rows.map((r) => (
          <div key={r.id} data-cooling={r.id}>
            <dt className="text-xs">{r.label}</dt>
            <dd className="font-figure text-lg leading-tight font-bold">{coolingText(r)}</dd>
          </div>
        ))}
      </dl>
      <p className="text-xs">By the model, a range. Whether it can be touched is only ever measured.</p>
    </div>
  );
}
