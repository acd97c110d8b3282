/** One weld on one page: its stages as a rail along the top, the open one as a page of its own under it. */
import { useLayoutEffect, useMemo, useReducer, useState } from 'react';
import { stageNames } from '../../../core/work/stages';
import { listening } from '../kit/listening';
import { ReaderUnits } from '../kit/reader';
import type { KeptRecord } from '../queue';
import { ShopContext, useShop, useWeld, WeldContext, type Shop } from './context';
import { DeskContext, deskReducer, startingDesk } from './desk';
import { lookNow } from './veil';
import { PlanningDesk } from './planning';
import { ForetoldDesk } from './useForetold';
import { Rail } from './Rail';
import { StagePage } from './StagePage';
import { useStage } from './stages';
import { useRecord } from './useRecord';
import { WalkBand } from './WalkBand';

export default listening(WeldPage);

function WeldPage({ record: first, ...made }: Shop & { record: KeptRecord }) {
  const system = made.person?.units ?? 'inch';
  // The page came with it once, and it stays as it came, but for cover tests that are made on it.
  const [came] = useState(() => ({ ...made, system }));
  const [checks, tested] = useState(made.checks);
  const shop = useMemo(() => ({ ...came, checks, tested }), [came, checks]);
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
  const { state, live } = useWeld();
  const { person } = useShop();
  const { due } = state;
  const running = state.runs.find((r) => r.endedAt === null);
  const looking = () => lookNow(state, person?.id ?? null);
  const [desk, act] = useReducer(deskReducer, null, () => startingDesk(looking()));
  // Before the new stage's own effects put their draft on the drawings.
  useLayoutEffect(() => act({ do: 'due', looking: looking() }), [due, running?.id]);
  const value = useMemo(() => ({ desk, act }), [desk]);
  const open = desk.open ?? due ?? 'record';
  const shown = running && (open === 'purge' || open === 'weld') ? 'run' : open;
  const of = useStage(shown);
  const run = useStage(running ? 'run' : shown);
  const page =
    of === 'lost' || run === 'lost' ? (
      <p role="alert" className="p-6 text-lg">
        □ {stageNames[open]} could not be fetched: the connection is lost. Nothing that was recorded is lost. It is tried again.
      </p>
    ) : (
      of && <StagePage key={shown} stage={open} of={of} />
    );
  // Alarms are heard and tape is peeled on every stage while it is on.
  const RunDeskOf = running && run !== 'lost' ? run?.Desk : undefined;
  const planning = open === 'purge' && !running && (state.need === null || state.need.choice === 'purge');
  return (
    <DeskContext value={value}>
      <ForetoldDesk>
        <PlanningDesk active={planning}>
          <div className="flex flex-col lg:h-full lg:min-h-0" data-weld-page data-open={open} data-running={running && 'run'}>
            <Rail open={open} running={running !== undefined} onOpen={(stage) => act({ do: 'open', stage })} />
            <WalkBand />
            {!live && !running && (
              <p role="alert" className="shrink-0 border-l-8 border-base-content bg-base-200 p-2 text-sm">
                □ Not live: the connection is lost. What you see may be old; what you record is still tried.
              </p>
            )}
            {running && RunDeskOf ? (
              <RunDeskOf key={running.id} run={running}>
                {page}
              </RunDeskOf>
            ) : (
              (!running || run === 'lost') && page
            )}
          </div>
        </PlanningDesk>
      </ForetoldDesk>
    </DeskContext>
  );
}
