/** One weld, from fit-up to record: its three drawings, and the stages in the order of work with the due one open. */
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import type { DeviceRow } from '../../../core/work/devices';
import type { WeldPlace } from '../../../core/work/jobs';
import type { Person } from '../../../core/work/people';
import { setupForWeld, startingSetup } from '../../../core/models/setup';
import type { Check, Prices, RegisterItem } from '../../../core/work/registers';
import { odText, sizeName, wallText } from '../../../core/basics/sizes';
import { show } from '../../../core/basics/units';
import { shareOf, type BoardCylinder } from '../../../core/work/run';
import { stageSchema, type Stage } from '../../../core/work/stages';
import { waitsFor } from '../../../core/work/record';
import { filmsOf } from '../../draw/films';
import { BESIDE } from '../kit/Beside';
import { ReaderUnits } from '../kit/reader';
import { EndView } from '../../draw/EndView';
import { PlanView } from '../../draw/PlanView';
import { SideView } from '../../draw/SideView';
import { CleanStage } from './CleanStage';
import { WeldContext, type Draft, type SavedSetup } from './context';
import { FitupStage } from './FitupStage';
import { GasStage } from './GasStage';
import { LookStage } from './LookStage';
import { PassivateStage } from './PassivateStage';
import { DRAWING, PurgeStage } from './PurgeStage';
import { RecordStage } from './RecordStage';
import { SetupStage } from './SetupStage';
import { StageCard } from './Stage';
import type { KeptRecord } from '../queue';
import { useRecord } from './useRecord';
import { WeldStage } from './WeldStage';
import { listening } from '../kit/listening';

type Props = {
  record: KeptRecord;
  place: WeldPlace;
  registers: RegisterItem[];
  devices: DeviceRow[];
  checks: Check[];
  prices: Prices | null;
  weldsLeft: { spool: number; job: number };
  savedSetup: SavedSetup | null;
  spoolDone: string[];
  spoolWelds: { id: string; number: string; due: string }[];
  supplies: BoardCylinder[];
  people: Person[];
  person: Person | null;
  now: number;
};

const views = {
  fitup: 'end',
  gas: 'side',
  setup: 'plan',
  purge: 'side',
  weld: 'end',
  look: 'end',
  clean: 'end',
  passivate: 'end',
  record: 'end',
} as const;
type View = 'side' | 'plan' | 'end';
const stagePages: Record<Stage, () => React.JSX.Element> = {
  fitup: FitupStage,
  gas: GasStage,
  setup: SetupStage,
  purge: PurgeStage,
  weld: WeldStage,
  look: LookStage,
  clean: CleanStage,
  passivate: PassivateStage,
  record: RecordStage,
};

export default listening(WeldPage);

function WeldPage({
  record: first,
  place,
  registers,
  devices,
  checks,
  prices,
  weldsLeft,
  savedSetup,
  spoolDone,
  spoolWelds,
  supplies,
  people,
  person,
  now,
}: Props) {
  const { kept, state, live, unsaved, record, unsay } = useRecord(first, place.id, now);
  const system = person?.units ?? 'inch';
  const [asked, setAsked] = useState<Stage | 'none' | null>(null);
  const open = asked === 'none' ? null : (asked ?? state?.due ?? 'record');
  const [view, setView] = useState<View | null>(null);
  const [draft, replaceDraft] = useState<Draft>({});
  const setDraft = useCallback((change: Draft) => replaceDraft((d) => ({ ...d, ...change })), []);
  const onHour = useRef<((hour: number) => void) | null>(null);
  const onDropPart = useRef<((offer: string, end: string) => void) | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const due = state?.due ?? null;
  const running = state?.runs.some((r) => r.endedAt === null) ?? false;
  // Before the new stage's own effects put their draft on the drawings.
  useLayoutEffect(() => replaceDraft({}), [due, running]);
  // A stage that has just been done gives way to the one that is due.
  useEffect(() => {
    setAsked(null);
    setView(null);
    // The stage in hand belongs on the screen whole, once what goes under the drawing has gone there.
    const soon = setTimeout(() => {
      const box = document.querySelector(`[data-stage="${due}"]`)?.getBoundingClientRect();
      if (box && (box.top < 0 || (box.bottom > innerHeight && box.top > innerHeight / 4))) scrollTo({ top: scrollY + box.top });
    }, 150);
    return () => clearTimeout(soon);
  }, [due, running]);

  if (!state) return <p className="p-8">The record of this weld cannot be read.</p>;
  const { design } = state;
  const film = filmsOf(design.alloyA);
  const setup =
    draft.setup ??
    state.plan?.setup ??
    (savedSetup ? setupForWeld(savedSetup.setup, savedSetup.joints, state.id, spoolDone) : startingSetup(design.size));
  const big: View = view ?? (open ? views[open] : 'end');
  const grading = open === 'look';
  const purge = state.runs.find((r) => r.endedAt === null);
  // Under way and not all round: what is taped, peeled and welded.
  const peeled = purge && !state.done.weld ? (purge.tape[state.id] ?? null) : null;
  const gap =
    draft.gap ??
    (state.fitup && {
      narrowAt: state.fitup.gapNarrow.at,
      wideAt: state.fitup.gapWide.at,
      narrow: show(state.fitup.gapNarrow.value, 'length', system),
      wide: show(state.fitup.gapWide.value, 'length', system),
    });
  const drawings = {
    side: (mini: boolean) => <SideView setup={setup} system={system} mini={mini} className={mini ? 'h-full w-full' : 'w-full'} />,
    plan: (mini: boolean) => (
      <PlanView
        size={design.size}
        cup={draft.cup?.n ?? state.setup?.cup ?? null}
        lens={draft.cup?.lens ?? state.setup?.lens ?? true}
        welded={state.done.weld ? 1 : shareOf(peeled?.welded ?? [])}
        mini={mini}
        className={mini ? 'mx-auto h-full' : 'mx-auto max-h-80 w-full'}
      />
    ),
    end: (mini: boolean) => (
      <EndView
        film={film}
        gap={open === 'look' ? null : gap}
        tints={draft.tints ?? state.look?.tints ?? []}
        defects={draft.defects ?? state.look?.defects ?? []}
        welded={state.done.weld ? 1 : 0}
        peeled={peeled}
        tacks={state.done.weld ? 0 : (state.runs.at(-1)?.tacks ?? 0)}
        looking={design.looking}
        mini={mini}
        grading={grading && !mini}
        chosen={grading && !mini ? (draft.chosen ?? null) : null}
        className={mini ? 'mx-auto h-full' : open === 'fitup' ? 'mx-auto max-h-80 w-full' : 'mx-auto max-h-[27rem] w-full'}
        {...((grading || open === 'fitup') && !mini && { onHour: (h: number) => onHour.current?.(h) })}
      />
    ),
  };
  const tabs: [View, string][] = [
    ['side', 'Side'],
    ['plan', 'Plan'],
    ['end', 'End'],
  ];

  return (
    <ReaderUnits value={system}>
      <WeldContext
        value={{
          state,
          events: kept.events,
          runEvents: kept.runEvents,
          criterion: kept.criterion,
          place,
          registers,
          devices,
          checks,
          prices,
          weldsLeft,
          savedSetup,
          spoolDone,
          spoolWelds,
          supplies,
          numberOf: (id) => spoolWelds.find((w) => w.id === id)?.number ?? 'a weld',
          unsaved,
          live,
          unsay,
          people,
          person,
          madeAt: now,
          system,
          draft,
          setDraft,
          onHour,
          onDropPart,
          view: big,
          record,
        }}
      >
        <div className="border-b border-base-300 px-4 py-2">
          <p className="text-xs text-base-content/80">
            {place.job} › {place.line} › {place.spoolNumber}
          </p>
          <div className="flex flex-wrap items-baseline gap-x-4">
            <h1 className="font-figure text-2xl font-bold">{state.number}</h1>
            <p>
              {sizeName(design.size)}, {odText(design.size, system)} × {wallText(design.size, system)},{' '}
              {design.alloyA === design.alloyB ? design.alloyA : `${design.alloyA} to ${design.alloyB}`}
            </p>
            <p>{kept.criterion.id}</p>
            <p className="ml-auto text-lg font-semibold" data-testid="waits">
              {waitsFor(state)}
            </p>
          </div>
          {!live && !running && (
            <p role="alert" className="mt-1 border-l-8 border-base-content bg-base-200 p-2 text-sm">
              □ Not live: the connection is lost. What you see may be old; marks are still tried and refused ones are said.
            </p>
          )}
        </div>
        <DndContext
          id="spool"
          sensors={sensors}
          onDragEnd={(e) => {
            if (e.over) onDropPart.current?.(String(e.active.id), String(e.over.id));
          }}
        >
          <div className="grid lg:grid-cols-[minmax(0,11fr)_minmax(0,13fr)]">
            <div className="self-start border-base-300 p-3 lg:sticky lg:top-0 lg:border-r">
              <div className="mb-2 grid grid-cols-[2fr_1fr_1fr] gap-1" role="tablist" aria-label="Drawings">
                {tabs.map(([id, name]) => (
                  <button
                    key={id}
                    type="button"
                    role="tab"
                    aria-selected={big === id}
                    className={`h-20 overflow-hidden border p-1 text-left ${big === id ? 'border-2 border-base-content' : 'border-base-300'}`}
                    onClick={() => setView(id)}
                  >
                    <span className="block text-xs leading-none">{name}</span>
                    <span className="block h-14" aria-hidden>
                      {drawings[id](true)}
                    </span>
                  </button>
                ))}
              </div>
              <div className={grading && big === 'end' ? 'bg-[#777777]' : ''} role="tabpanel" aria-label={`${big} view`}>
                {/* The planner draws the Side view itself while it is open. */}
                {big === 'side' && open === 'purge' && !running ? <div id={DRAWING} className="min-h-[18rem]" /> : drawings[big](false)}
              </div>
              <p className="mt-1 text-xs text-base-content/80">12 is scribed on the tube; hours run clockwise looking {design.looking}.</p>
              <div id={BESIDE} className="mt-2" />
            </div>
            <div className="p-1 pb-16">
              {stageSchema.options.map((stage) => {
                const Page = stagePages[stage];
                return (
                  <StageCard key={stage} stage={stage} open={open === stage} onToggle={() => setAsked(open === stage ? 'none' : stage)}>
                    <Page />
                  </StageCard>
                );
              })}
            </div>
          </div>
        </DndContext>
      </WeldContext>
    </ReaderUnits>
  );
}
