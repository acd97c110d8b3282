/** Purge: the spool as it lies, what closes and feeds it, what the model says, and the start of the run. */
import Redo2 from 'lucide-react/icons/redo-2';
import Undo2 from 'lucide-react/icons/undo-2';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import { checkMonitor } from '../../../core/work/devices';
import { setupSchema, totalFlow, withPart } from '../../../core/models/setup';
import { clockGate, jointLag, readyBy, type ClockGate, type Plan, type Rule } from '../../../core/models/purge';
import { issuesOf } from '../../../core/work/event';
import { rulesFor } from '../../../core/work/run';
import { gasCost, money } from '../../../core/work/registers';
import { clock, show, timed } from '../../../core/basics/units';
import type { Shown } from '../drawings/Filling';
import { SideView } from '../drawings/SideView';
import { Beside } from '../kit/Beside';
import { Figures } from '../kit/FigureView';
import { RefusalNote, Rules } from '../kit/notes';
import { WrongFields } from '../kit/wrong';
import { newId, type Refusal } from '../post';
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
  const { spoolWelds, state, criterion, system, devices, prices, registers, savedSetup, spoolDone, view, setDraft, onDropPart, record } =
    useWeld();
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
  const [place, setPlace] = useState<'vent' | 'joint' | 'inlet'>('vent');
  const [count, setCount] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);
  /** why the clock waits less than the trade's rule; empty: it does not */
  const [because, setBecause] = useState('');
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
  const bay = device?.station ?? '';
  // What stands in the same bay listens, unless it is taken off; what stands elsewhere can be put on.
  const others = devices.filter((d) => d.kind !== 'oxygen-monitor' && !d.revoked && !d.busy);
  const [listening, setListening] = useState<Record<string, boolean>>({});
  const listens = others.filter((d) => listening[d.id] ?? (bay !== '' && d.station === bay));
  // The other welds of the spool that have come to their purge can have it in turn.
  const alsoReady = spoolWelds.filter((w) => w.id !== state.id && w.due === 'purge');
  const [also, setAlso] = useState<string[]>([]);
  const checked = gas ? checkMonitor(gas.air, gas.bottle, gas.purge.supplyPpm, gas.typed.bottle?.step, limit).ok : false;
  const goingIn = count ?? String(setup.dams.length);
  const countIn = /^\d{1,3}$/.test(goingIn.trim()) ? Number(goingIn) : null;

  /** the plan with its band, for this very set-up */
  const ready = seen.plan?.setup === setup ? seen.full : null;
  const latest = useRef(ready);
  latest.current = ready;
  /** A press that comes before the band is there waits for it. */
  const planned = async (): Promise<Plan | null> => {
    for (let i = 0; i < 100 && !latest.current; i++) await new Promise((r) => setTimeout(r, 100));
    return latest.current;
  };

  const start = async () => {
    setBusy(true);
    setRefusal(await begin());
    setBusy(false);
  };
  const begin = async (): Promise<Refusal | null> => {
    const refuse = (error: string, reasons: string[] = []): Refusal => ({ error, reasons, status: 422 });
    const valid = setupSchema.safeParse(setup);
    if (!valid.success) return refuse('The set-up is out of range.', issuesOf(valid.error));
    if (unread.length) return refuse(`${unread[0] ?? ''} cannot be read: the plan is of what stood there before. Set it right first.`);
    if (faults.length)
      return refuse(
        'The purge cannot be planned like this.',
        faults.map((f) => f.text),
      );
    if (countIn === null) return refuse('Count the dams, tape and diffusers that go in: the same must come out.');
    const asked = await planned();
    if (!asked) return refuse('The plan could not be computed in time. Nothing was started; press again.');
    const gate = clockGate(setup, asked);
    const less = waits.by === 'clock' && because.trim() !== '' && gate.model !== null && gate.seconds !== null && gate.model < gate.seconds;
    if (less && because.trim().length < 3) return refuse("Say why the clock waits less than the trade's rule: the record keeps it.");
    return (
      (await record({ stream: state.id, type: 'purge.planned', body: { setup, plan: asked } })) ??
      (await record({
        stream: newId(),
        type: 'run.started',
        body: {
          spool: state.spool,
          welds: [state.id, ...spoolWelds.map((w) => w.id).filter((id) => also.includes(id))],
          setup,
          rules: rulesFor(criterion.purge, Boolean(device)),
          planned: less ? gate.model : gate.seconds,
          jointLag: place === 'vent' ? jointLag(asked) : 0,
          shorter: less ? because.trim() : null,
          device: device
            ? { id: device.id, label: device.name, declared: { resolution: device.resolution, noise: device.noise, top: device.top } }
            : null,
          band:
            asked.joint.low !== null && asked.joint.value !== null && asked.joint.high !== null
              ? { low: asked.joint.low, value: asked.joint.value, high: asked.joint.high }
              : null,
          listens: listens.map((d) => ({ id: d.id, label: d.name, kind: d.kind })),
          cylinder: state.gas?.cylinder ? { id: state.gas.cylinder.id, label: state.gas.cylinder.label } : null,
          station: bay,
          place,
          monitorChecked: checked,
          countIn,
          backing: 'purge',
        },
      }))
    );
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
        <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2 border-t border-base-300 pt-2 md:grid-cols-4">
          <label className="block text-sm font-medium">
            Oxygen measured at
            <select
              className="select min-h-12 w-full"
              aria-label="Oxygen measured at"
              value={place === 'vent' ? (monitor ?? 'vent') : place}
              onChange={(e) => {
                const v = e.target.value;
                setPlace(v === 'joint' || v === 'inlet' ? v : 'vent');
                setMonitor(/^v\d/.test(v) ? v : undefined);
              }}
            >
              {setup.vents.length > 1 ? (
                setup.vents.map((v) => <option key={v.id} value={v.id}>{`vent ${v.id.slice(1)}`}</option>)
              ) : (
                <option value="vent">the vent</option>
              )}
              <option value="joint">the joint</option>
              <option value="inlet">the inlet</option>
            </select>
          </label>
          <label className="block text-sm font-medium">
            Dams and tape in, count
            <input
              className="input min-h-12 w-full font-figure"
              inputMode="numeric"
              value={goingIn}
              onChange={(e) => setCount(e.target.value)}
              aria-invalid={countIn === null}
            />
          </label>
          {(alsoReady.length > 0 || others.length > 0) && (
            <div className="col-span-2 flex flex-wrap gap-x-5 md:col-span-4">
              {alsoReady.map((w) => (
                <label key={w.id} className="flex min-h-11 items-center gap-2 text-sm font-medium">
                  <input
                    type="checkbox"
                    className="checkbox"
                    checked={also.includes(w.id)}
                    onChange={(e) => setAlso(e.target.checked ? [...also, w.id] : also.filter((x) => x !== w.id))}
                  />
                  Also serves {w.number}, in turn
                </label>
              ))}
              {others.map((d) => (
                <label key={d.id} className="flex min-h-11 items-center gap-2 text-sm font-medium">
                  <input
                    type="checkbox"
                    className="checkbox"
                    checked={listens.includes(d)}
                    onChange={(e) => setListening({ ...listening, [d.id]: e.target.checked })}
                  />
                  Listens to {d.name}
                </label>
              ))}
            </div>
          )}
          {waits.by === 'clock' && ready && faults.length === 0 && (
            <ShorterWait gate={clockGate(setup, ready)} because={because} onBecause={setBecause} />
          )}
          <button type="button" className="btn col-span-2 min-h-14 btn-success text-lg" disabled={busy} onClick={() => void start()}>
            Start the purge
          </button>
        </div>
        <p className="text-sm" role="status">
          {device
            ? `${device.sampleFlow > 0.8 * totalFlow(setup) ? `The pump of ${device.name} draws ${show(device.sampleFlow, 'flow', system)}, nearly all or more than the vent passes: it would suck air in. ` : ''}${device.name}${checked ? ', checked this shift' : ', not checked this shift: the record will say so'}.`
            : criterion.purge.clockAllowed
              ? 'No monitor: by the clock. The record will say oxygen not measured.'
              : 'No monitor, and this criterion asks for one. The record will say oxygen not measured.'}
        </p>
        <RefusalNote refusal={refusal} />
      </div>
    </WrongFields>
  );
}

/** By the clock, less than the trade's own rule: only down to what the model says must be waited for, and with a reason on the record. */
function ShorterWait({ gate, because, onBecause }: { gate: ClockGate; because: string; onBecause: (why: string) => void }) {
  const { seconds, model } = gate;
  if (seconds === null || model === null || model >= seconds) return null;
  return (
    <label className="col-span-2 block text-sm font-medium md:col-span-4">
      Waits {timed(seconds)}. To wait {clock(model)} instead, less than the trade’s rule, say why
      <input
        className="input min-h-12 w-full"
        value={because}
        maxLength={200}
        placeholder="Left empty: the trade’s rule"
        onChange={(e) => onBecause(e.target.value)}
      />
    </label>
  );
}
