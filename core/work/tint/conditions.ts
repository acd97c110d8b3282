/** What a weld's record says of the conditions its tint grew in, or is going to: heat, oxygen, moisture, and where its torch gas ends. */
import type { AlloyId } from '../../basics/materials';
import { TURN_SPEED } from '../../models/heat';
import { hasFilm, type JointGas, type Nm, type Pass } from '../../models/foretold';
import { totalFlow } from '../../models/setup';
import type { WeldState } from '../record';

export type TintAsked = {
  /** null: there is no purge inside, or no current is known yet */
  inside: { pass: Pass; gas: JointGas; by: 'arc' | 'limit' } | null;
  /** °C of the hottest metal the gas leaves bare, as the set-up was reckoned; null where it was not */
  leaves: Nm | null;
  alloy: AlloyId;
};

/** Trade's flow through a tube spool where no purge is planned yet, m³/s. Common practice, no source: 6 to 8 L/min. */
const USUAL_FLOW = 7e-3 / 60;

type Draft = { amps: number; travel: number | null };
/**
 * @param limit oxygen the arc may start at, ppm: taken until an arc was struck over a reading
 * @param dewPoint of the purge gas by its certificate, °C; null: none
 * @param draft the torch as it stands on the desk, before it is recorded
 */
export function tintAsked(s: WeldState, limit: number, dewPoint: number | null, draft: Draft | null = null): TintAsked | null {
  const { size, alloyA: alloy } = s.design;
  if (!hasFilm(alloy)) return null;
  const hottest = s.setup?.figures.find((f) => f.id === 'hottest');
  const leaves =
    !draft && hottest?.value != null
      ? { value: hottest.value, low: hottest.low ?? hottest.value, high: hottest.high ?? hottest.value }
      : null;
  return { alloy, leaves, inside: insideOf(s, { limit, dewPoint, draft, alloy, wall: size.wall, od: s.design.seam.kind === 'straight' ? null : size.od }) }; // prettier-ignore
}

type Known = { limit: number; dewPoint: number | null; draft: Draft | null; alloy: AlloyId; wall: number; od: number | null };
function insideOf(s: WeldState, { limit, dewPoint, draft, alloy, wall, od }: Known): TintAsked['inside'] {
  const run = s.runs.at(-1);
  const backing = run?.started.backing ?? s.need?.choice ?? 'purge';
  const amps = draft?.amps ?? s.welded?.amps ?? s.setup?.amps ?? null;
  if (backing !== 'purge' || amps === null || !(amps > 0)) return null;
  const travel = draft?.travel ?? s.welded?.travel ?? s.setup?.travel ?? TURN_SPEED;
  const setup = run?.started.setup ?? s.plan?.setup;
  const flow = setup ? totalFlow(setup) : USUAL_FLOW;
  const ppm = highestAtArc(s);
  return {
    pass: { alloy, wall, od, travel, current: amps },
    gas: { ppm: ppm ?? limit, dewPoint, flow: flow > 0 ? flow : USUAL_FLOW },
    by: ppm === null ? 'limit' : 'arc',
  };
}

/** The most oxygen this weld's arcs saw, ppm: at the strike, and while they burned; null where none was measured. */
export function highestAtArc(s: WeldState): number | null {
  const struck = s.arcs.flatMap((a) => a.atArc?.reading?.ppm ?? []);
  const burned = s.runs.flatMap((r) => r.ended?.welding ?? []).filter((w) => w.weld === s.id).map((w) => w.highest); // prettier-ignore
  const all = [...struck, ...burned];
  return struck.length ? Math.max(...all) : null;
}
