/** One weld on one page: the three drawings on the left, its stages in order on the right. */
import { useEffect, useLayoutEffect, useMemo, useReducer, useState } from 'react';
import { odText, sizeName, wallText } from '../../../core/basics/sizes';
import { waitsFor } from '../../../core/work/record';
import { stageSchema, type Stage } from '../../../core/work/stages';
import { listening } from '../kit/listening';
import { ReaderUnits } from '../kit/reader';
import { useWide } from '../kit/useWide';
import type { KeptRecord } from '../queue';
import { clean } from './CleanStage';
import { ShopContext, useShop, useWeld, WeldContext, type Shop } from './context';
import { DeskContext, deskReducer, lookingAt, startingDesk, useDesk, type View } from './desk';
import { WeldEnd, WeldPlan, WeldSide } from './Drawings';
import { fitup } from './FitupStage';
import { gas } from './GasStage';
import { look } from './LookStage';
import { passivate } from './PassivateStage';
import { PlanningDesk } from './planning';
import { purge } from './PurgeStage';
import { recordStage } from './RecordStage';
import { setup } from './SetupStage';
import { StageCard } from './Stage';
import type { StageView } from './stageView';
import { useRecord } from './useRecord';
import { weld } from './WeldStage';

const stages: Record<Stage, StageView> = { fitup, gas, setup, purge, weld, look, clean, passivate, record: recordStage };
const drawings: Record<View, { name: string; Drawing: (p: { mini?: boolean }) => React.JSX.Element }> = {
  side: { name: 'Side', Drawing: WeldSide },
  plan: { name: 'Plan', Drawing: WeldPlan },
  end: { name: 'End', Drawing: WeldEnd },
};
const views = Object.keys(drawings) as View[];

export default listening(WeldPage);

function WeldPage({ record: first, ...made }: Shop & { record: KeptRecord }) {
  const system = made.person?.units ?? 'inch';
  // The page came with it once, and it stays as it came.
  const [shop] = useState(() => ({ ...made, system }));
  const { kept, state, live, unsaved, record, unsay } = useRecord(first, shop.place.id, shop.now);
  const { criterion } = kept;
  const inHand = useMemo(
    () => state && { state, criterion, live, unsaved, record, unsay },
    [state, criterion, live, unsaved, record, unsay],
  );
  if (!inHand) return <p className="p-8">The record of this weld cannot be read.</p>;
  return (
    <ReaderUnits value={system}>
      <ShopContext value={shop}>
        <WeldContext value={inHand}>
          <Desk />
        </WeldContext>
      </ShopContext>
    </ReaderUnits>
  );
}

/** What is open and what is drawn; it is cleared when another stage is due, or a purge begins or ends. */
function Desk() {
  const { state } = useWeld();
  const { due } = state;
  const running = state.runs.some((r) => r.endedAt === null);
  const looking = () => lookingAt(state.look, state.design.insideReachable);
  const [desk, act] = useReducer(deskReducer, null, () => startingDesk(looking()));
  // Before the new stage's own effects put their draft on the drawings.
  useLayoutEffect(() => act({ do: 'due', looking: looking() }), [due, running]);
  useEffect(() => {
    // The stage in hand belongs on the screen whole, once what goes under the drawing has gone there.
    const soon = setTimeout(() => {
      const box = document.querySelector(`[data-stage="${due}"]`)?.getBoundingClientRect();
      if (box && (box.top < 0 || (box.bottom > innerHeight && box.top > innerHeight / 4))) scrollTo({ top: scrollY + box.top });
    }, 150);
    return () => clearTimeout(soon);
  }, [due, running]);
  const value = useMemo(() => ({ desk, act }), [desk]);
  const open = desk.open === 'none' ? null : (desk.open ?? due ?? 'record');
  const planning = open === 'purge' && !running && (state.need === null || state.need.choice === 'purge');
  return (
    <DeskContext value={value}>
      <PlanningDesk active={planning}>
        <Heading running={running} />
        <Bench open={open} />
      </PlanningDesk>
    </DeskContext>
  );
}

function Heading({ running }: { running: boolean }) {
  const { state, criterion, live } = useWeld();
  const { place, system } = useShop();
  const { size, alloyA, alloyB } = state.design;
  return (
    <div className="border-b border-base-300 px-4 py-2">
      <p className="text-xs text-base-content/80">
        {place.job} › {place.line} › {place.spoolNumber}
      </p>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="font-figure text-2xl font-bold">{state.number}</h1>
        <p>
          {sizeName(size)}, {odText(size, system)} × {wallText(size, system)}, {alloyA === alloyB ? alloyA : `${alloyA} to ${alloyB}`}
        </p>
        <p>{criterion.id}</p>
        <p className="ml-auto text-lg font-semibold" data-testid="waits">
          {waitsFor(state)}
        </p>
      </div>
      {!live && !running && (
        <p role="alert" className="mt-1 border-l-8 border-base-content bg-base-200 p-2 text-sm">
          □ Not live: the connection is lost. What you see may be old; what you record is still tried.
        </p>
      )}
    </div>
  );
}

function Bench({ open }: { open: Stage | null }) {
  const { state } = useWeld();
  const { desk, act } = useDesk();
  const wide = useWide();
  const stage = open ? stages[open] : null;
  const view = desk.view ?? stage?.view ?? 'end';
  const Large = stage?.Drawing && view === stage.view ? stage.Drawing : drawings[view].Drawing;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,11fr)_minmax(0,13fr)]">
      <div className="self-start border-base-300 p-3 lg:sticky lg:top-0 lg:border-r">
        <div className="mb-2 grid grid-cols-[2fr_1fr_1fr] gap-1" role="tablist" aria-label="Drawings">
          {views.map((id) => {
            const { name, Drawing } = drawings[id];
            return (
              <button
                key={id}
                type="button"
                role="tab"
                aria-selected={view === id}
                className={`h-20 overflow-hidden border p-1 text-left ${view === id ? 'border-2 border-base-content' : 'border-base-300'}`}
                onClick={() => act({ do: 'turn', view: id })}
              >
                <span className="block text-xs leading-none">{name}</span>
                <span className="block h-14" aria-hidden>
                  <Drawing mini />
                </span>
              </button>
            );
          })}
        </div>
        <div role="tabpanel" aria-label={`${view} view`}>
          <Large />
        </div>
        <p className="mt-1 text-xs text-base-content/80">12 is scribed on the tube; hours run clockwise looking {state.design.looking}.</p>
        {wide && stage?.Below && (
          <div className="mt-2">
            <stage.Below />
          </div>
        )}
      </div>
      <div className="p-1 pb-16">
        {stageSchema.options.map((id) => {
          const { Form, Below } = stages[id];
          return (
            <StageCard key={id} stage={id} open={open === id} onToggle={() => act({ do: 'open', stage: open === id ? 'none' : id })}>
              <Form />
              {!wide && Below && <Below />}
            </StageCard>
          );
        })}
      </div>
    </div>
  );
}
