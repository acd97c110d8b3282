/** A running purge: what it waits for as the headline, the drawing alive, the reading against the limit, and the marks. It advises and never locks. */
import { useCallback, useMemo } from 'react';
import { sideScene } from '../../../core/models/drawing';
import { airLayer, curveAt } from '../../../core/models/purge';
import { STALE_AFTER } from '../../../core/models/sensor';
import { closingOf, closingWords } from '../../../core/models/closing';
import { totalFlow } from '../../../core/models/setup';
import { clock, format, show } from '../../../core/basics/units';
import { flowOff, gasToEnd, isFresh, monitorsOf, remainsWords, targets, type Target } from '../../../core/work/run';
import { Callouts, type Callout } from '../../draw/Callouts';
import { runChartWords } from '../../draw/runChart';
import { SideView } from '../../draw/SideView';
import { keptClear } from '../../draw/sideWords';
import { useBox, type Room } from '../../draw/useBox';
import { HoldButton } from '../kit/HoldButton';
import { RefusalNote } from '../kit/notes';
import { corner, flag, frameFor, rangeWords, Stands } from '../purge/PurgeScene';
import { shownAt } from '../purge/shownAt';
import { Alarms } from '../run/Alarms';
import { Quarters, TurnPick, WhereBlue } from '../run/Arcs';
import { LiveChart } from '../run/LiveChart';
import { RemainsLine } from '../run/RemainsLine';
import { LoggerForm } from '../run/LoggerForm';
import { MarkList } from '../run/MarkList';
import { Unsaved } from '../run/Unsaved';
import { LateAsked, LatePick, readAtOf } from '../run/useRun';
import { numberIn, seamIn, useShop, useWeld } from './context';
import { JointDrawing } from './JointDrawing';
import { useRunDesk } from './runDesk';
import { RunDeskOf } from './RunDeskOf';
import { CoolingClocks, legOf } from '../run/Cooling';
import { Title } from './StagePage';
import type { StageView } from './stageView';

/** One word for where it stands, and when it should be ready; the worse word leads. */
function RunHead() {
  const { unsaved, live, state } = useWeld();
  const { run, view, gate: g, sensor, alarms, answer, now, remains, ...hand } = useRunDesk();
  const { system } = useShop();
  const welding = run.phase === 'welding';
  const tone = view.over || alarms.some((a) => a.on) ? 'stop' : g.ready || welding ? 'go' : 'mind';
  const filling = run.phase === 'filling' && !g.ready && remains !== null;
  const when = filling ? remainsWords(remains, now, system) : '';
  const note = sensor.state === 'steady' || sensor.state === 'drifting' ? sensor.text : '';
  return (
    <div role="status" aria-live="polite" aria-atomic="false" className="space-y-2">
      <Title
        level={tone}
        title={
          <>
            <span className={tone === 'stop' ? 'text-error' : tone === 'go' ? 'text-success' : ''}>{view.word}.</span>{' '}
            <span aria-live="off">
              {g.left !== null && g.left > 0 && run.phase === 'filling'
                ? g.by === 'clock'
                  ? `Ready in ${clock(g.left)}, by the clock.`
                  : `Ready in ${clock(g.left)}.`
                : when}
              {run.phase === 'holding' &&
                view.holdLeft !== null &&
                (view.holdLeft > 0 ? `${clock(view.holdLeft)} left.` : 'Held long enough.')}
            </span>
          </>
        }
        reason={
          <span data-testid="next">
            {view.line.startsWith(`${view.word}. `) ? view.line.slice(view.word.length + 2) : view.line} {note}
          </span>
        }
      />
      {filling && <RemainsLine remains={remains} places={monitorsOf(run).map((m) => m.monitor.place)} now={now} system={system} />}
      <Unsaved list={unsaved} live={live} readAt={readAtOf(hand, run)} madeAt={now} />
      <BySheet />
      <CoolingClocks run={run} state={state} now={now} />
      <Alarms alarms={alarms} onAnswer={(a) => void answer(a)} />
    </div>
  );
}

/** The arc that is next, or burns, as the sheet has it. */
function BySheet() {
  const { state } = useWeld();
  const { system } = useShop();
  const { run } = useRunDesk();
  const leg = legOf(run, state, system);
  if (!leg || run.phase === 'holding' || run.phase === 'open') return null;
  return (
    <p className="text-base" data-leg>
      {run.phase === 'welding' ? 'Now' : 'Next'} by the sheet: {leg.text}
      {leg.amps !== null && (
        <>
          , <strong className="font-figure text-lg">{Math.round(leg.amps)} A</strong>
        </>
      )}
    </p>
  );
}

/** The spool as it fills by the model, what is read where it is read, and which weld is in hand. */
function SpoolRuns() {
  const { system } = useShop();
  const { run, course, now } = useRunDesk();
  const [box, room] = useBox<HTMLDivElement>();
  const frame = useMemo(() => room && frameFor(room), [room]);
  const { setup, rules, backing } = run.started;
  const seconds = run.fillingSince === null ? null : (now - run.fillingSince) / 1000;
  const layer = useMemo(() => airLayer(setup, course?.plan ?? null), [setup, course]);
  // Twice a second is as often as the picture of a minute's purge changes to the eye.
  const half = seconds === null ? null : Math.round(seconds * 2) / 2;
  const shown = useMemo(
    () => (course?.filling ? shownAt(course.filling, half ?? 0, rules.startPpm, layer) : null),
    [course, half, rules.startPpm, layer],
  );
  return (
    <div ref={box} className="absolute inset-0">
      {room && frame && (
        <>
          <SideView
            setup={setup}
            system={system}
            shown={backing === 'purge' ? shown : null}
            frame={frame}

            className="absolute inset-0 h-full w-full"
          />
          {room.width >= 640 && <LiveWords room={room} seconds={half} />}
        </>
      )}
    </div>
  );
}

function LiveWords({ room, seconds }: { room: Room; seconds: number | null }) {
  const { system, savedSetup, spoolWelds } = useShop();
  const { run, bands, remains, flows, now, ppm } = useRunDesk();
  const { setup, place, backing } = run.started;
  const frame = useMemo(() => frameFor(room), [room]);
  const scene = useMemo(() => sideScene(setup, frame), [setup, frame]);
  const flow = totalFlow(setup);
  const measured = flows.at(-1);
  const flowNow = measured && now - measured.at <= STALE_AFTER * 1000 ? measured.flow : null;
  const off = flowNow !== null && flowOff(flowNow, flow);
  const at = (c: { times: number[]; low: number[]; high: number[] } | undefined) =>
    c && seconds !== null
      ? { low: curveAt({ times: c.times, ppm: c.low }, seconds), high: curveAt({ times: c.times, ppm: c.high }, seconds) }
      : null;
  // By what was read, where that says something; else as planned. While oxygen rises nothing is known of the joint.
  const rises = remains?.answer.state === 'rising';
  const span = remains && isFresh(remains, now) ? remains.answer.gasNow.joint : rises ? null : at(bands?.joint);
  const joint = span && rangeWords(span.low, span.high, 'oxygen', system);
  const jointMeasured = monitorsOf(run).some((m) => m.monitor.place === 'joint');
  const round = (x: number) => show(x, 'oxygen', system);
  const taken = useCallback(() => [...keptClear(scene, setup), ...corner(room, true)], [scene, setup, room]);
  const list = useMemo((): Callout[] => {
    const out: Callout[] = [];
    const numberOf = numberIn(spoolWelds);
    for (const x of scene.joints) {
      const weld = x.part === setup.joint ? run.at : Object.entries(savedSetup?.joints ?? {}).find(([, p]) => p === x.part)?.[0];
      const state = setup.joints[x.part]?.state ?? 'taped';
      if (weld !== undefined) out.push(flag(x, scene.scale, numberOf(weld), x.part === setup.joint ? 'in hand' : state));
    }
    const j = scene.joints.find((x) => x.part === setup.joint);
    if (j && joint && backing === 'purge' && (run.phase === 'filling' || run.phase === 'open'))
      out.push({
        id: 'joint',
        at: { x: j.x, y: j.y },
        ways: [115, 65, -115, -65, 90],
        off: 90,
        node: <Stands label={jointMeasured ? 'joint, from its monitor' : 'joint, predicted, not measured'}>{joint}</Stands>,
      });
    const vent = setup.vents[0];
    const v = vent && scene.seat(vent.on, vent.height);
    if (v && ppm !== null && place !== 'joint')
      out.push({
        id: 'read',
        at: { x: v.x + v.dx * 30, y: v.y + v.dy * 30 },
        ways: [-60, 60, -90, 90, 120],
        off: 26,
        node: (
          <Stands label={`● read at the ${place}`}>
            <strong>{round(ppm)}</strong>
          </Stands>
        ),
      });
    const inlet = setup.inlets[0];
    const i = inlet && scene.seat(inlet.on, inlet.height);
    if (i)
      out.push({
        id: 'flow',
        at: { x: i.x + i.dx * 56, y: i.y + i.dy * 56 },
        ways: [90, 120, 60, -90],
        off: 24,
        node: (
          <Stands label={flowNow === null ? 'set at the meter' : off ? '□ flow measured, not as set' : 'flow measured'}>
            {flowNow === null ? <span className="underline">{show(flow, 'flow', system)}</span> : show(flowNow, 'flow', system)}
            {off && <span className="text-sm"> set {show(flow, 'flow', system)}</span>}
          </Stands>
        ),
      });
    return out;
  }, [scene, setup, joint, ppm, flowNow, off, run.phase, place, backing, system]);
  return <Callouts list={list} room={room} taken={taken} />;
}

/** The reading, as large as there is room, beside the last minutes of it. */
function RunFoot() {
  const { system } = useShop();
  const { run, view, gate, readings, now, bands, remains, ppm, supply } = useRunDesk();
  const { rules, place, backing } = run.started;
  const welding = run.phase === 'welding';
  const limit = welding ? rules.weldPpm : rules.startPpm;
  const arc = run.arcs.at(-1);
  // Once a second is as often as a line of minutes moves to the eye.
  const second = Math.ceil(now / 1000) * 1000;
  const oxygen = view.big.kind === 'oxygen' ? format(view.big.ppm, 'oxygen', system) : null;
  const [big, unit] =
    view.big.kind === 'time'
      ? [view.big.text, view.big.text.split(':').length > 2 ? 'h' : 'min']
      : oxygen
        ? [oxygen.number, oxygen.unit]
        : ['–', ''];
  const curve = bands?.[place === 'joint' ? 'joint' : 'vent'] ?? null;
  const seconds = run.fillingSince === null ? null : (now - run.fillingSince) / 1000;
  const planned =
    curve && seconds !== null && run.phase === 'filling'
      ? { low: curveAt({ times: curve.times, ppm: curve.low }, seconds), high: curveAt({ times: curve.times, ppm: curve.high }, seconds) }
      : null;
  return (
    <div className="grid border-t border-base-300 px-4 py-2 md:h-60 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] md:gap-5">
      {backing === 'purge' ? (
        <LiveChart
          readings={readings}
          now={second}
          limit={limit}
          system={system}
          band={run.phase === 'filling' ? curve : null}
          since={run.fillingSince}
          remains={run.phase === 'filling' && !gate.ready ? remains : null}
          words={runChartWords({ run, readings, limit })}
        />
      ) : (
        <p className="self-center text-lg">No inside purge on this run.</p>
      )}
      <div className="flex min-w-0 flex-col justify-center">
        <p
          className={`font-figure leading-none font-bold whitespace-nowrap ${view.over ? 'text-error' : ''} ${big.length > 4 ? 'text-7xl' : big.length > 3 ? 'text-7xl xl:text-8xl' : 'text-8xl xl:text-9xl'}`}
        >
          <span data-testid="big">{big}</span>
          <span className="ml-2 text-3xl font-normal">{unit}</span>
        </p>
        <p className="mt-1 text-base font-semibold">
          {ppm !== null && view.big.kind === 'oxygen' ? '● ' : ''}
          {view.under}
          {view.big.kind !== 'oxygen' && ppm !== null && `; ${show(ppm, 'oxygen', system)} at the ${place}`}
        </p>
        {planned && ppm !== null && <p className="text-sm">planned now {rangeWords(planned.low, planned.high, 'oxygen', system)}</p>}
        <p className="mt-1 flex flex-wrap gap-x-6 text-sm">
          <span>
            <span className="font-figure text-lg" data-testid="fill-clock">
              {welding && arc
                ? `arc ${clock((now - arc.on) / 1000)}`
                : run.fillingSince !== null
                  ? `gas on ${clock((now - run.fillingSince) / 1000)}`
                  : 'dam open'}
            </span>
          </span>
          {supply && backing === 'purge' && (
            <span>
              <span className="font-figure text-lg">{show(supply.left, 'volume', system)}</span> left
            </span>
          )}
        </p>
      </div>
    </div>
  );
}

/** What can be marked now: the one that is due first and large; the rest, and what corrects, under it. */
function RunPanel() {
  const { state } = useWeld();
  const { system, spoolWelds } = useShop();
  const [numberOf, seamOf] = [numberIn(spoolWelds), seamIn(spoolWelds)];
  const { run, now, view, gate: g, supply, mark, undo, correct, end, ...hand } = useRunDesk();
  const { backing } = run.started;
  const welding = run.phase === 'welding';
  /** The next weld is marked from its own page: its fit-up, its drawings. */
  const press = async (t: Omit<Target, 'label'>) => {
    await mark(t);
    if (t.mark === 'move' && t.weld && t.weld !== state.id) location.assign(`/welds/${t.weld}`);
  };
  const shut =
    backing === 'purge' && (run.phase === 'welding' || run.phase === 'between')
      ? closingOf(run.started.setup, state.fitup?.gapWide.value ?? 0, 'least')
      : null;
  const beforeClosing = shut && closingWords(shut, system);
  const toEnd = gasToEnd(totalFlow(run.started.setup), state.design.size, hand.holdSeconds);
  const dry = supply !== null && supply.left < toEnd && run.phase !== 'holding' && backing === 'purge';
  const gasOnly = new Set(['look', 'bottle', 'dam-out', 'grind', 'hold', 'refill']);
  const { foot } = view;
  const others = targets(run, seamOf(run.at)).filter(
    (t) => (backing === 'purge' || !gasOnly.has(t.mark)) && !(t.mark === foot?.mark && t.weld === foot.weld),
  );
  // First what is safe next, as the foot has it.
  const list = [...(foot ? [foot] : []), ...others];
  const name = (t: Target) => (t.mark === 'move' && t.weld ? `Next weld ${numberOf(t.weld)}` : t.label);
  const ending = run.phase === 'holding' && view.holdLeft === 0;
  return (
    <div className="space-y-3 pb-3" data-run={run.id} data-phase={run.phase} data-ready={g.ready} data-sensor={hand.sensor.state}>
      <TurnPick run={run} weld={state.id} numberOf={numberOf} onMark={(t) => void press(t)} />
      <div className="grid grid-cols-2 gap-2">
        {list.map((t, i) => {
          const first = i === 0;
          const strong = first && foot !== null;
          return (
            <button
              key={t.label}
              type="button"
              className={`btn h-auto border-base-content px-2 py-2 leading-tight ${first ? 'col-span-2 min-h-17 text-xl' : 'min-h-14 bg-base-100 text-base'} ${strong ? 'btn-primary' : first ? 'bg-base-100' : ''}`}
              onClick={() => void press(t)}
            >
              {name(t)}
            </button>
          );
        })}
        <button type="button" className="btn min-h-14" disabled={run.marks.length === 0} onClick={() => void undo()}>
          Undo last mark
        </button>
      </div>
      <LateAsked asked={hand.asked} onAnswer={hand.answerLate} />
      <RefusalNote refusal={hand.refusal} />
      <WhereBlue run={run} seam={seamOf(run.at)} onMark={(t) => void press(t)} />
      {dry && (
        <p role="alert" className="border-l-8 border-error bg-base-100 p-2 text-sm font-semibold">
          <span className="text-error">■ </span>
          {state.gas?.cylinder?.label} may run dry in this root: about {show(supply.left, 'volume', system)} left,{' '}
          {show(toEnd, 'volume', system)} needed for weld and hold.{' '}
          {welding ? 'Finish or stop where a tie-in is easy' : 'Change it before the arc'}, then mark the changed bottle.
        </p>
      )}
      {beforeClosing && (
        <p role="alert" className="border-l-8 border-error bg-base-100 p-2 text-sm font-semibold">
          <span className="text-error">■ </span>
          {beforeClosing} Never shut the vent.
        </p>
      )}
      {run.contradictions.map((c) => (
        <p key={c} className="text-sm font-semibold">
          □ {c}
        </p>
      ))}
      {backing === 'purge' && <Quarters run={run} seam={seamOf(run.at)} onMark={(t) => void press(t)} />}
      <a className="btn min-h-14 w-full border-base-content bg-base-100 text-lg" href={`/welds/${state.id}/bench`}>
        Bench view
      </a>
      <div className="grid grid-cols-2 gap-2 border-t border-base-300 pt-3">
        <label className="col-span-2 flex flex-col text-sm font-medium">
          Dams and tape out ({run.started.countIn} in)
          <input
            className="input min-h-12 w-full font-figure"
            inputMode="numeric"
            value={hand.countOut}
            onChange={(e) => hand.setCountOut(e.target.value)}
          />
        </label>
        <HoldButton className={`min-h-14 h-auto leading-tight ${ending ? 'btn-primary' : ''}`} onHeld={() => void end('done')}>
          Done, hold to press
        </HoldButton>
        <HoldButton className="h-auto min-h-14 leading-tight" onHeld={() => void end('abandoned')}>
          Abandon, hold
        </HoldButton>
      </div>
      <LatePick late={hand.late} onLate={hand.setLate} />
      <MarkList run={run} numberOf={numberOf} seamOf={seamOf} now={now} system={system} onCorrect={correct} />
      <LoggerForm run={run} />
      <a className="link block min-h-11 py-2 text-sm" href={`/api/runs/${run.id}/readings.csv`}>
        Readings as CSV
      </a>
    </div>
  );
}

/** Without gas inside there is nothing to see in the spool: the joint is the drawing. */
const useByGas = () => useRunDesk().run.started.backing === 'purge';
const useView = () => (useByGas() ? ('side' as const) : ('end' as const));
const RunDrawing = () => (useByGas() ? <SpoolRuns /> : <JointDrawing />);

export const running: StageView = {
  view: 'side',
  useView,
  Head: RunHead,
  Drawing: RunDrawing,
  Foot: RunFoot,
  Form: RunPanel,
  Desk: RunDeskOf,
};
