/** Purge: the spool as it lies, what closes and feeds it, and what the model says. */
import Redo2 from 'lucide-react/icons/redo-2';
import Undo2 from 'lucide-react/icons/undo-2';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { createPortal } from 'react-dom';
import { withPart } from '../../../core/models/setup';
import { readyBy, type Plan, type Rule } from '../../../core/models/purge';
import { gasCost, money } from '../../../core/work/registers';
import { show } from '../../../core/basics/units';
import type { Shown } from '../../draw/Filling';
import { SideView } from '../../draw/SideView';
import { Beside } from '../kit/Beside';
import { Figures } from '../kit/FigureView';
import { Rules } from '../kit/notes';
import { WrongFields } from '../kit/wrong';
import { FillPanel } from '../purge/FillPanel';
import { Headline, Scrub } from '../purge/Headline';
import { GainPanel } from '../purge/GainPanel';
import { OpeningsPanel } from '../purge/OpeningsPanel';
import { RootPanel } from '../purge/RootPanel';
import { offers, SpoolPanel } from '../purge/SpoolPanel';
import { usePlanner } from '../purge/usePlanner';
import { useWeld } from './context';
import { firstSetup } from './firstSetup';
import { RunPanel } from './RunPanel';
import { StartPurge } from './StartPurge';
import { Unpurged } from './Unpurged';

export const DRAWING = 'drawing-in-hand';

const panels = [
  ['openings', 'Dams, hose, vent'],
  ['spool', 'Spool'],
  ['root', 'Root push'],
  ['gain', 'What gains'],
  ['fill', 'Watch it fill'],
] as const;

export function PurgeStage() {
  const { state } = useWeld();
  const running = state.runs.find((r) => r.endedAt === null);
  if (running) return <RunPanel run={running} />;
  return state.need && state.need.choice !== 'purge' ? <Unpurged /> : <Planning />;
}

/** The place of the drawing on the page, once it is there. */
function useDrawingPlace(view: string): HTMLElement | null {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  useEffect(() => setPlace(document.getElementById(DRAWING)), [view]);
  return place;
}

function Planning() {
  const { state, criterion, system, devices, prices, registers, savedSetup, spoolDone, view, setDraft, onDropPart } = useWeld();
  const size = state.design.size;
  const gas = state.gas;
  const limit = criterion.purge.startPpm;
  // As it stands when the stage opens.
  const first = useMemo(() => firstSetup({ state, savedSetup, spoolDone }, gas?.purge ?? null), []);
  const device = gas?.monitor && devices.find((d) => d.id === gas.monitor?.id);
  const waits = readyBy(criterion.purge, Boolean(device));
  const [monitor, setMonitor] = useState<string | undefined>(undefined);
  const planner = usePlanner({
    spool: state.spool,
    weld: state.id,
    first,
    saved: savedSetup,
    limit,
    system,
    monitor,
    ready: waits,
    active: true,
  });
  const { setup, change, spaces, seen } = planner;
  const [panel, setPanel] = useState<(typeof panels)[number][0]>('openings');
  const [picked, setPicked] = useState<string | null>(null);
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
  const unread = Object.values(wrong);
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const drawing = useDrawingPlace(view);

  const plan: Plan | null = seen.full ?? seen.plan?.plan ?? null;
  const faults = spaces.faults;
  const rules: readonly Rule[] = faults.length ? [] : (plan?.rules ?? []);
  const ends = spaces.layout.free.filter((f) => f.port !== 'a');

  useEffect(() => {
    if (!planner.dragging) setDraft({ setup });
  }, [setup, planner.dragging, setDraft]);

  const pick = useCallback((id: string | null) => {
    setPicked(id);
    if (id === null) return;
    setPanel((p) => (/^[div]\d+$/.test(id) ? 'openings' : /^[pj]\d+/.test(id) ? 'spool' : p));
  }, []);
  useEffect(() => {
    onDropPart.current = (offer, on) => {
      const o = offers.find((x) => x.id === offer);
      const [part = '', port] = on.split(':');
      if (!o || (port !== 'b' && port !== 'c')) return;
      const next = withPart(setup, { part, port }, o.kind, o.wish);
      change(next);
      pick(next.parts.at(-1)?.id ?? null);
    };
    return () => {
      onDropPart.current = null;
    };
  }, [onDropPart, setup, change, pick]);
  useEffect(() => {
    const keys = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z' || (e.target instanceof HTMLInputElement && e.target.type !== 'range'))
        return;
      e.preventDefault();
      if (e.shiftKey) planner.redo();
      else planner.undo();
    };
    addEventListener('keydown', keys);
    return () => removeEventListener('keydown', keys);
  });

  const filling = seen.plan?.filling ?? null;
  const end = plan ? Math.max(plan.joint.high ?? plan.joint.value ?? 0, plan.vent.high ?? plan.vent.value ?? 0) : 0;
  // Past the limit, to the last rule of thumb that the picture has room for.
  const thumbs = Math.max(0, ...(seen.plan?.thumbs ?? []).map((t) => 1.05 * t.seconds));
  const longest = end > 0 ? Math.max(1.25 * end, Math.min(4 * end, thumbs)) : 12 * (seen.plan?.plug ?? 30);
  const now = moment ?? 0.35 * (plan?.joint.value ?? longest);
  // Edges are numbered by part: a filling computed for other parts says nothing here.
  const fits = seen.plan?.setup.parts === setup.parts;
  const shown = useMemo((): Shown | null => {
    if (!filling || !fits || faults.length) return null;
    let i = filling.times.findIndex((t) => t > now);
    i = i < 0 ? filling.times.length - 1 : i;
    const [a, b] = [filling.shown[Math.max(0, i - 1)], filling.shown[i]];
    if (!a || !b) return null;
    const [ta, tb] = [filling.times[Math.max(0, i - 1)] as number, filling.times[i] as number];
    const w = tb > ta ? Math.min(1, (now - ta) / (tb - ta)) : 0;
    return {
      pipe: filling.pipe,
      span: filling.span,
      limit,
      ppm: a.map((x, e) => Math.max(0.1, x) ** (1 - w) * Math.max(0.1, b[e] as number) ** w),
    };
  }, [filling, fits, now, limit, faults.length]);

  /** gas and money for the weld, at the late end of the band */
  const cost = (p: Plan): string => {
    const volume = p.figures.find((f) => f.id === 'gas')?.value ?? null;
    return volume === null
      ? ''
      : `About ${show(volume, 'volume', system)} of gas for this weld, look, passes and hold with it: ${money(gasCost(prices, setup.gas, volume), prices?.currency)}.`;
  };
  return (
    <WrongFields value={tellWrong}>
      <div className="space-y-3">
        {drawing &&
          createPortal(
            <>
              <SideView
                setup={setup}
                system={system}
                rules={rules}
                faults={faults}
                shown={shown}
                picked={picked}
                onPick={pick}
                onChange={change}
                onDropped={planner.dropped}
                className="w-full"
              />
              <Scrub at={now} longest={longest} limit={limit} shown={shown !== null} onAt={setMoment} />
            </>,
            drawing,
          )}
        <Headline
          setup={setup}
          cost={plan ? cost(plan) : ''}
          plan={faults.length ? null : plan}
          computing={seen.computing}
          limit={limit}
          system={system}
          again={planner.start !== undefined}
          unread={unread}
        />
        {faults.length > 0 && (
          <ul
            role="alert"
            className="space-y-1 border-l-8 border-error bg-base-200 p-3 text-sm"
            aria-label="What keeps this from being a purge"
          >
            {faults.map((f, i) => (
              <li key={i}>
                <button type="button" className="text-left font-semibold" onClick={() => pick(f.at)}>
                  <span className="text-error">■ </span>
                  {f.text}
                </button>
              </li>
            ))}
          </ul>
        )}
        <div className="flex flex-wrap items-center gap-1 border-b-2 border-base-content" role="tablist" aria-label="Purge set-up">
          {panels.map(([id, name]) => (
            <button
              key={id}
              type="button"
              role="tab"
              aria-selected={panel === id}
              className={`min-h-12 px-3 text-sm font-medium ${panel === id ? 'bg-base-content text-base-100' : 'hover:bg-base-200'}`}
              onClick={() => setPanel(id)}
            >
              {name}
            </button>
          ))}
          <span className="ml-auto text-xs text-base-content/80" role="status">
            {planner.kept === 'keeping'
              ? 'keeping'
              : planner.kept === 'not-kept'
                ? 'not kept on the server yet'
                : planner.kept === 'moved'
                  ? 'changed by somebody else: reload'
                  : ''}
          </span>
          <button
            type="button"
            className="btn min-h-12 btn-ghost px-3"
            aria-label="Undo"
            disabled={!planner.canUndo}
            onClick={planner.undo}
          >
            <Undo2 size={20} aria-hidden />
          </button>
          <button
            type="button"
            className="btn min-h-12 btn-ghost px-3"
            aria-label="Redo"
            disabled={!planner.canRedo}
            onClick={planner.redo}
          >
            <Redo2 size={20} aria-hidden />
          </button>
        </div>
        <div role="tabpanel" aria-label={panels.find(([id]) => id === panel)?.[1] ?? ''}>
          {panel === 'openings' && (
            <OpeningsPanel
              setup={setup}
              system={system}
              picked={picked}
              onPick={pick}
              onChange={change}
              ends={spaces.layout.free}
              registers={registers}
            />
          )}
          {panel === 'spool' && (
            <SpoolPanel setup={setup} system={system} size={size} picked={picked} onPick={pick} onChange={change} ends={ends} />
          )}
          {panel === 'root' && <RootPanel setup={setup} system={system} gap={state.fitup?.gapWide.value ?? 1e-3} onChange={change} />}
          {panel === 'gain' && <GainPanel planner={planner} setup={setup} system={system} onChange={change} onPick={setPicked} />}
          {panel === 'fill' && (
            <FillPanel planner={planner} setup={setup} system={system} limit={limit} longest={longest} now={now} mounted={mounted} />
          )}
        </div>
        {/* Below the fields, so that nothing moves under the hand while the model answers. */}
        <Rules rules={[...rules].sort((a, b) => Number(b.level === 'stop') - Number(a.level === 'stop'))} />
        {plan && faults.length === 0 && (
          <Beside>
            <Figures figures={plan.figures.slice(2)} system={system} />
          </Beside>
        )}
        <StartPurge planner={planner} faults={faults} unread={unread} monitor={monitor} onMonitor={setMonitor} />
      </div>
    </WrongFields>
  );
}
