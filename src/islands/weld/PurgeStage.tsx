/** Purge: the spool as it lies, what closes and feeds it, and what the model says. */
import Redo2 from 'lucide-react/icons/redo-2';
import Undo2 from 'lucide-react/icons/undo-2';
import { lazy, Suspense } from 'react';
import { type Plan } from '../../../core/models/purge';
import { gasCost, money } from '../../../core/work/registers';
import { show } from '../../../core/basics/units';
import { SideView } from '../../draw/SideView';
import { Figures } from '../kit/FigureView';
import { Rules } from '../kit/notes';
import { WrongFields } from '../kit/wrong';
import { Headline, Scrub } from '../purge/Headline';
import { OpeningsPanel } from '../purge/OpeningsPanel';
import { useShop, useWeld } from './context';
import { WeldSide } from './Drawings';
import { usePlanning, type Panel } from './planning';
import { AsPlanned, RunPanel } from './RunPanel';
import type { StageView } from './stageView';
import { StartPurge } from './StartPurge';
import { Unpurged } from './Unpurged';

// The first panel comes with the page; the others when somebody turns to them.
const SpoolPanel = lazy(() => import('../purge/SpoolPanel'));
const RootPanel = lazy(() => import('../purge/RootPanel'));
const GainPanel = lazy(() => import('../purge/GainPanel'));
const FillPanel = lazy(() => import('../purge/FillPanel'));

const panels: readonly [Panel, string][] = [
  ['openings', 'Dams, hose, vent'],
  ['spool', 'Spool'],
  ['root', 'Root push'],
  ['gain', 'What gains'],
  ['fill', 'Watch it fill'],
];

/** What the stage is about just now: a purge that runs, one that is planned, or none. */
function usePurge() {
  const { state } = useWeld();
  const running = state.runs.find((r) => r.endedAt === null);
  return { running, planned: !running && (state.need === null || state.need.choice === 'purge') };
}

function PurgeStage() {
  const { running, planned } = usePurge();
  return running ? <RunPanel run={running} /> : planned ? <Planner /> : <Unpurged />;
}

/** The spool under the hand: parts, dams, inlets and vents are picked and moved here, and the filling is shown. */
function PurgeDrawing() {
  const { planned } = usePurge();
  const { system } = useShop();
  const p = usePlanning();
  if (!planned) return <WeldSide />;
  return (
    <>
      <SideView
        setup={p.setup}
        system={system}
        rules={p.rules}
        faults={p.faults}
        shown={p.shown}
        picked={p.picked}
        over={p.over}
        onPick={p.pick}
        onChange={p.planner.change}
        onDropped={p.planner.dropped}
        className="w-full"
      />
      <Scrub at={p.moment} longest={p.longest} limit={p.limit} shown={p.shown !== null} onAt={p.setMoment} />
    </>
  );
}

function PurgeBelow() {
  const { running, planned } = usePurge();
  const { system } = useShop();
  const { plan, faults } = usePlanning();
  if (running) return <AsPlanned />;
  return planned && plan && faults.length === 0 ? <Figures figures={plan.figures.slice(2)} system={system} /> : null;
}

function Planner() {
  const { state } = useWeld();
  const { system, prices, registers } = useShop();
  const { setup, planner, plan, faults, rules, limit, picked, pick, panel, setOver, drop, wrong, tellWrong, moment, longest } =
    usePlanning();
  const { change, seen } = planner;
  const unread = Object.values(wrong);
  const { free } = planner.spaces.layout;

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
        <Panels />
        <div role="tabpanel" aria-label={panels.find(([id]) => id === panel)?.[1] ?? ''}>
          {panel === 'openings' && (
            <OpeningsPanel
              setup={setup}
              system={system}
              picked={picked}
              onPick={pick}
              onChange={change}
              ends={free}
              registers={registers}
            />
          )}
          <Suspense fallback={<div className="h-52 bg-base-200" />}>
            {panel === 'spool' && (
              <SpoolPanel
                setup={setup}
                system={system}
                size={state.design.size}
                picked={picked}
                onPick={pick}
                onChange={change}
                onOver={setOver}
                onDrop={drop}
                ends={free.filter((f) => f.port !== 'a')}
              />
            )}
            {panel === 'root' && <RootPanel setup={setup} system={system} gap={state.fitup?.gapWide.value ?? null} onChange={change} />}
            {panel === 'gain' && <GainPanel planner={planner} setup={setup} system={system} onChange={change} onPick={pick} />}
            {panel === 'fill' && <FillPanel planner={planner} setup={setup} system={system} limit={limit} longest={longest} now={moment} />}
          </Suspense>
        </div>
        {/* Below the fields, so that nothing moves under the hand while the model answers. */}
        <Rules rules={[...rules].sort((a, b) => Number(b.level === 'stop') - Number(a.level === 'stop'))} />
        <StartPurge />
      </div>
    </WrongFields>
  );
}

const keptWords = {
  kept: '',
  keeping: 'keeping',
  'not-kept': 'not kept on the server yet',
  moved: 'changed by somebody else: reload',
} as const;

function Panels() {
  const { planner, panel, setPanel } = usePlanning();
  return (
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
        {keptWords[planner.kept]}
      </span>
      <button type="button" className="btn min-h-12 btn-ghost px-3" aria-label="Undo" disabled={!planner.canUndo} onClick={planner.undo}>
        <Undo2 size={20} aria-hidden />
      </button>
      <button type="button" className="btn min-h-12 btn-ghost px-3" aria-label="Redo" disabled={!planner.canRedo} onClick={planner.redo}>
        <Redo2 size={20} aria-hidden />
      </button>
    </div>
  );
}

export const purge: StageView = { view: 'side', Form: PurgeStage, Drawing: PurgeDrawing, Below: PurgeBelow };
