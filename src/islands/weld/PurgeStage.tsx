/** Purge: the spool as it lies, what closes and feeds it, and what the model says; from gas on, the run (RunStage). */
import Redo2 from 'lucide-react/icons/redo-2';
import Undo2 from 'lucide-react/icons/undo-2';
import { lazy, Suspense } from 'react';
import { clockGate, headlineOf } from '../../../core/models/purge';
import { inSystem, timed } from '../../../core/basics/units';
import { Figures } from '../kit/FigureView';
import { Rules } from '../kit/notes';
import { usePhone } from '../kit/useScreen';
import { WrongFields } from '../kit/wrong';
import { OpeningsPanel } from '../purge/OpeningsPanel';
import { PurgeScene, PurgeWords } from '../purge/PurgeScene';
import { TimeLine } from '../purge/TimeLine';
import { useShop, useWeld } from './context';
import { WeldSide } from './Drawings';
import { usePlanning, type Panel } from './planning';
import { Title } from './StagePage';
import type { StageView } from './stageView';
import { StartPurge } from './StartPurge';
import { Unpurged } from './Unpurged';

// What opens under the drawing comes when somebody turns to it.
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
  ['figures', 'All figures'],
];

/** Whether a purge is planned here, or none is to be. */
function usePlanned() {
  const { state } = useWeld();
  return state.need === null || state.need.choice === 'purge';
}

const PurgeForm = () => (usePlanned() ? <StartPurge /> : <Unpurged />);
const PurgeDrawing = () => (usePlanned() ? <PurgeScene /> : <WeldSide />);
const PurgeHead = () => (usePlanned() ? <PlanHead /> : <Title level="none" title="No inside purge, as decided." reason="" />);
const PurgeFoot = () => (usePlanned() ? <PlanFoot /> : null);

/** The reason is the headline: what is worst, and why; else by which clock. */
function PlanHead() {
  const { system } = useShop();
  const { setup, planner, plan, faults, wrong, pick } = usePlanning();
  const { computing } = planner.seen;
  const unread = Object.values(wrong);
  const settled = computing !== 'plan' && computing !== 'band';
  const clock = plan && settled && plan.joint.value !== null ? clockGate(setup, plan) : null;
  const calm = clock && clock.seconds !== null ? `By the clock ${timed(clock.seconds)}: ${clock.why}` : '';
  const head = headlineOf(setup, faults, plan, calm);
  if (unread.length > 0)
    return (
      <Title
        level="stop"
        title={<span role="alert">Not the answer to what is typed: {unread.join(', ')} cannot be read.</span>}
        reason="These are the times of what stood there before."
      />
    );
  // Where the clock gives no time, the doubt is the reason: it is said once.
  const doubts = [
    head.level !== 'stop' && plan?.figures.find((f) => f.id === 'joint')?.caution,
    clock?.seconds === null && head.level !== 'stop' && 'By the clock no time is given: use a monitor.',
  ];
  const doubt = doubts.filter((d) => d && !head.reason.includes(d)).join(' ');
  return (
    <Title
      level={head.level}
      title={
        head.at === null ? (
          head.title
        ) : (
          <button type="button" className="text-left font-bold" onClick={() => pick(head.at)}>
            {head.title}
          </button>
        )
      }
      reason={
        <>
          <span {...(faults.length > 0 && { role: 'alert' })} data-testid="by-clock">
            {inSystem(head.reason, system)}
          </span>
          {doubt && <span className={head.reason ? 'block text-sm' : ''}>□ {inSystem(doubt, system)}</span>}
        </>
      }
    />
  );
}

/** Under the drawing: the line of time, or what somebody opened to build and to ask. */
function PlanFoot() {
  const { state } = useWeld();
  const { system, registers } = useShop();
  const {
    setup,
    planner,
    plan,
    faults,
    rules,
    limit,
    picked,
    pick,
    panel,
    setOver,
    drop,
    tellWrong,
    moment,
    longest,
    setMoment,
    shown,
    layer,
    liesFrom,
  } = usePlanning();
  const { change } = planner;
  const { free } = planner.spaces.layout;
  const rule = plan?.figures.find((f) => f.id === 'trapped')?.value ?? null;
  const trapped = layer && rule !== null ? layer.since + rule : null;
  const phone = usePhone();
  return (
    <WrongFields value={tellWrong}>
      {phone && <PurgeWords />}
      <div className="border-t border-base-300 px-4">
        <Tools />
        <div
          role="tabpanel"
          aria-label={panels.find(([id]) => id === panel)?.[1] ?? 'Times'}
          className={panel === null ? 'py-1' : 'py-2 lg:max-h-[19.5rem] lg:overflow-y-auto'}
        >
          {panel === null && (
            <TimeLine
              plan={faults.length ? null : plan}
              byClock={plan && plan.joint.value !== null ? clockGate(setup, plan).seconds : null}
              lies={trapped === null ? null : { from: liesFrom ?? layer?.since ?? 0, until: trapped }}
              at={moment}
              longest={longest}
              shown={shown !== null}
              onAt={setMoment}
            />
          )}
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
          {panel === 'figures' && (
            <div className="grid gap-x-6 lg:grid-cols-2">
              <Rules rules={[...rules].sort((a, b) => Number(b.level === 'stop') - Number(a.level === 'stop'))} />
              {plan && faults.length === 0 && <Figures figures={plan.figures} system={system} />}
            </div>
          )}
          <Suspense fallback={<div className="h-40 bg-base-200" />}>
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

function Tools() {
  const { planner, panel, setPanel } = usePlanning();
  return (
    <div className="flex items-center overflow-x-auto">
      <div className="flex gap-0.5" role="tablist" aria-label="Under the drawing">
        {([[null, 'Times'], ...panels] as const).map(([id, name]) => (
          <button
            key={name}
            type="button"
            role="tab"
            aria-selected={panel === id}
            className={`min-h-11 shrink-0 border-b-4 px-3 text-sm font-medium ${panel === id ? 'border-base-content font-bold' : 'border-transparent hover:bg-base-200'}`}
            onClick={() => setPanel(id)}
          >
            {name}
          </button>
        ))}
      </div>
      <span className="ml-auto shrink-0 pl-2 text-xs text-base-content/80" role="status">
        {keptWords[planner.kept]}
      </span>
      <button
        type="button"
        className="btn min-h-11 shrink-0 btn-ghost px-3"
        aria-label="Undo"
        disabled={!planner.canUndo}
        onClick={planner.undo}
      >
        <Undo2 size={20} aria-hidden />
      </button>
      <button
        type="button"
        className="btn min-h-11 shrink-0 btn-ghost px-3"
        aria-label="Redo"
        disabled={!planner.canRedo}
        onClick={planner.redo}
      >
        <Redo2 size={20} aria-hidden />
      </button>
    </div>
  );
}

export const purge: StageView = { view: 'side', Head: PurgeHead, Drawing: PurgeDrawing, Foot: PurgeFoot, Form: PurgeForm };
