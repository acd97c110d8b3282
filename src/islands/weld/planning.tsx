/** The plan of the purge while it is on the desk: the set-up with its history, what the model says of it, what is in hand in the drawing. */
import { createContext, useCallback, useContext, useDeferredValue, useEffect, useMemo, useState, type ReactNode } from 'react';
import { airLayer, readyBy, type AirLayer, type Plan, type Ready, type Rule } from '../../../core/models/purge';
import { withPart, type Setup } from '../../../core/models/setup';
import type { Fault, Seat } from '../../../core/basics/spool';
import type { DeviceRow } from '../../../core/work/devices';
import type { Shown } from '../../draw/Filling';
import { offers } from '../purge/offers';
import { shownAt } from '../purge/shownAt';
import { usePlanner, type Planner } from '../purge/usePlanner';
import { useShop, useWeld } from './context';
import { firstSetup } from './firstSetup';

export type Panel = 'openings' | 'spool' | 'root' | 'gain' | 'fill' | 'figures';

export type Planning = {
  /** the set-up that is drawn, whether it is planned just now or not */
  setup: Setup;
  planner: Planner;
  plan: Plan | null;
  faults: readonly Fault[];
  rules: readonly Rule[];
  limit: number;
  device: DeviceRow | null;
  waits: Ready;
  /** the vent that is measured, where there are several */
  monitor: string | undefined;
  setMonitor: (vent: string | undefined) => void;
  /** part, dam, inlet, vent or end in hand */
  picked: string | null;
  pick: (id: string | null) => void;
  /** what is open under the drawing; null: the times alone */
  panel: Panel | null;
  setPanel: (panel: Panel | null) => void;
  /** the end a part is held over */
  over: string | null;
  setOver: (end: string | null) => void;
  /** puts a part on an end, "p3:b" */
  drop: (offer: string, end: string) => void;
  /** fields of the set-up that cannot be read, by id */
  wrong: Record<string, string>;
  tellWrong: (id: string, label: string | null) => void;
  /** s into the purge that is shown, and how far the picture goes */
  moment: number;
  setMoment: (s: number) => void;
  longest: number;
  shown: Shown | null;
  /** what a vent at the wrong height leaves */
  layer: AirLayer | null;
  /** s from which the vent would read clean over it */
  liesFrom: number | null;
};

const Calm = createContext<Planning | null>(null);
const Hand = createContext<Planning | null>(null);
/** What all but the drawing goes by: while something is dragged it follows as there is time, so that the drawing keeps up with the hand. */
export function usePlanning(): Planning {
  const planning = useContext(Calm);
  if (!planning) throw new Error('no plan');
  return planning;
}
/** As it is under the hand, with every move. */
export function usePlanningInHand(): Planning {
  const planning = useContext(Hand);
  if (!planning) throw new Error('no plan');
  return planning;
}

/** @param active the planner is open: only then does it compute, and keep what is changed */
export function PlanningDesk({ active, children }: { active: boolean; children: ReactNode }) {
  const { state, criterion } = useWeld();
  const shop = useShop();
  const { devices, savedSetup, system } = shop;
  const { gas } = state;
  const limit = criterion.purge.startPpm;
  const device = (gas?.monitor && devices.find((d) => d.id === gas.monitor?.id)) || null;
  const waits = useMemo(() => readyBy(criterion.purge, device !== null), [criterion, device]);
  const standing = useMemo(() => firstSetup(state, shop, state.gas?.purge ?? null), [state, shop]);
  const [monitor, setMonitor] = useState<string | undefined>(undefined);
  const planner = usePlanner({
    spool: state.spool,
    weld: state.id,
    first: standing,
    saved: savedSetup,
    limit,
    system,
    monitor,
    ready: waits,
    active,
  });
  const { spaces, seen, change } = planner;
  const setup = active ? planner.setup : standing;

  const [panel, setPanel] = useState<Panel | null>(null);
  const [picked, setPicked] = useState<string | null>(null);
  const [over, setOver] = useState<string | null>(null);
  const [moment, setMoment] = useState<number | null>(null);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const tellWrong = useCallback(
    (id: string, label: string | null) =>
      setWrong((all) => {
        if ((all[id] ?? null) === label) return all;
        const { [id]: _, ...rest } = all;
        return label === null ? rest : { ...rest, [id]: label };
      }),
    [],
  );
  const pick = useCallback((id: string | null) => {
    setPicked(id);
    if (id === null) return;
    setPanel((p) => (/^[div]\d+$/.test(id) ? 'openings' : /^[pj]\d+/.test(id) ? 'spool' : p));
  }, []);
  const drop = useCallback(
    (offer: string, end: string) => {
      const o = offers.find((x) => x.id === offer);
      const [part = '', port] = end.split(':');
      if (!o || (port !== 'b' && port !== 'c')) return;
      const next = withPart(planner.setup, { part, port } satisfies Seat, o.kind, o.wish);
      change(next);
      pick(next.parts.at(-1)?.id ?? null);
    },
    [planner.setup, change, pick],
  );
  useEffect(() => {
    if (!active) return;
    const keys = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || (e.target instanceof HTMLInputElement && e.target.type !== 'range'))
        return;
      e.preventDefault();
      if (e.shiftKey) planner.redo();
      else planner.undo();
    };
    addEventListener('keydown', keys);
    return () => removeEventListener('keydown', keys);
  }, [active, planner]);

  const plan: Plan | null = seen.full ?? seen.plan?.plan ?? null;
  const { faults } = spaces;
  const layer = useMemo(() => airLayer(setup, plan), [setup, plan]);
  const end = plan ? Math.max(plan.joint.high ?? plan.joint.value ?? 0, plan.vent.high ?? plan.vent.value ?? 0) : 0;
  // Past the limit, to the last rule of thumb that the picture has room for; with a wrong vent until the air it leaves is gone.
  const thumbs = Math.max(0, ...(seen.plan?.thumbs ?? []).map((t) => 1.05 * t.seconds));
  const trapped = layer ? layer.since + (plan?.figures.find((f) => f.id === 'trapped')?.value ?? 0) : 0;
  const longest = end > 0 ? Math.max(1.25 * end, Math.min(4 * end, thumbs)) : Math.max(1.12 * trapped, 12 * (seen.plan?.plug ?? 30));
  /** when the vent would read clean though air is left, s; null when it does not lie */
  const liesFrom = useMemo(() => {
    const c = layer ? seen.plan?.vent : undefined;
    const i = c ? c.ppm.findIndex((x) => x <= limit) : -1;
    return i >= 0 ? (c?.times[i] ?? null) : null;
  }, [layer, seen.plan, limit]);
  // What is wrong shows best when the reading would already say ready.
  const now =
    moment ?? (layer ? Math.min(1.1 * (liesFrom ?? Infinity), layer.since + 1.2 * layer.fold) : 0.35 * (plan?.joint.value ?? longest));
  const filling = seen.plan?.filling ?? null;
  // Edges are numbered by part: a filling computed for other parts says nothing here.
  const fits = seen.plan?.setup.parts === setup.parts;
  const shown = useMemo(
    (): Shown | null => (filling && fits && faults.length === 0 ? shownAt(filling, now, limit, layer) : null),
    [filling, fits, now, limit, layer, faults.length],
  );
  const rules = useMemo((): readonly Rule[] => (faults.length ? [] : (plan?.rules ?? [])), [faults, plan]);
  const value = useMemo(
    (): Planning => ({
      ...{ setup, planner, plan, faults, rules, limit, device, waits, monitor, setMonitor, picked, pick, panel, setPanel, over, setOver },
      ...{ drop, wrong, tellWrong, moment: now, setMoment, longest, shown, layer, liesFrom },
    }),
    [
      setup,
      planner,
      plan,
      faults,
      rules,
      limit,
      device,
      waits,
      monitor,
      picked,
      pick,
      panel,
      over,
      drop,
      wrong,
      tellWrong,
      now,
      longest,
      shown,
      layer,
      liesFrom,
    ],
  );
  const later = useDeferredValue(value);
  return (
    <Hand value={value}>
      <Calm value={planner.dragging ? later : value}>{children}</Calm>
    </Hand>
  );
}
