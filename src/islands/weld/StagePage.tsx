/** A stage as a page: what matters first in words, its drawing at full height with the other two as insets, one narrow panel to decide in. */
import type { ReactNode } from 'react';
import { familyCautions, stageCautions, stageLine, waitsFor } from '../../../core/work/record';
import { alloys } from '../../../core/basics/materials';
import type { Design } from '../../../core/work/jobs';
import { stageNames, type Stage } from '../../../core/work/stages';
import { CautionStrip } from '../kit/CautionStrip';
import { useWords } from '../kit/reader';
import { useShop, useWeld } from './context';
import { useDesk, type View } from './desk';
import { WeldEnd, WeldPlan, WeldSide } from './Drawings';
import type { StageView } from './stageView';

const drawings: Record<View, { name: string; Drawing: (p: { mini?: boolean }) => React.JSX.Element }> = {
  side: { name: 'Side', Drawing: WeldSide },
  plan: { name: 'Plan', Drawing: WeldPlan },
  end: { name: 'End', Drawing: WeldEnd },
};
const views = Object.keys(drawings) as View[];

export function StagePage(p: { stage: Stage; of: StageView }) {
  const { Room } = p.of;
  return Room ? (
    <Room>
      <Parts {...p} />
    </Room>
  ) : (
    <Parts {...p} />
  );
}

function Parts({
  stage,
  of: { view: usual, useView = () => usual, faces, Form, Drawing, Head, Foot, Below, grey },
}: {
  stage: Stage;
  of: StageView;
}) {
  const { desk, act } = useDesk();
  const { state } = useWeld();
  const own = useView();
  const cautions = useCautions(stage);
  const view = desk.view ?? own;
  const face = faces?.[view];
  const Large = face?.Drawing ?? (Drawing && view === own ? Drawing : drawings[view].Drawing);
  const Under = face?.Foot ?? (view === own ? Foot : undefined);
  return (
    <div className={`grid grid-cols-[minmax(0,1fr)] lg:min-h-0 lg:grow lg:overflow-hidden lg:grid-cols-[minmax(0,1fr)_18.75rem]`}>
      <section className={`flex min-w-0 flex-col lg:min-h-0 ${grey ? 'bg-[#777777]' : ''}`} aria-label={`${stageNames[stage]}, drawing`}>
        <div className={`flex shrink-0 flex-wrap items-start gap-x-4 gap-y-2 px-4 pt-3 pb-1 sm:flex-nowrap ${grey ? 'bg-base-100' : ''}`}>
          <div className="min-w-0 grow basis-full sm:basis-0">{Head ? <Head /> : <Plain stage={stage} />}</div>
          <Insets view={view} hang={!grey} live={state.runs.some((r) => r.endedAt === null)} onTurn={(v) => act({ do: 'turn', view: v })} />
        </div>
        <div
          role="tabpanel"
          aria-label={`${view} view`}
          className="relative min-h-72 grow max-lg:overflow-x-clip md:max-lg:min-h-92 lg:min-h-0"
        >
          <Large />
        </div>
        {view === 'end' && (
          <p className={`shrink-0 px-4 py-1 text-xs ${grey ? 'text-black' : 'text-base-content/80'}`}>{seamNote(state.design)}</p>
        )}
        {Under && (
          <div className="shrink-0 max-lg:overflow-x-clip">
            <Under />
          </div>
        )}
        <CautionStrip key={`${stage}${state.due}`} texts={cautions} />
      </section>
      <aside
        className="panel flex flex-col bg-base-200 lg:min-h-0 lg:border-l-2 lg:border-base-content"
        aria-label={`${stageNames[stage]}, to decide`}
        data-panel={stage}
      >
        <div className="@container flex grow flex-col gap-3 px-4 pt-3 lg:min-h-0 lg:overflow-y-auto">
          <Form />
          {Below && <Below />}
        </div>
      </aside>
    </div>
  );
}

/** What the places of the seam are counted from. */
const seamNote = ({ seam, looking }: Design): string =>
  seam.kind === 'straight'
    ? `Measured along the seam from ${looking || 'its first edge'}; outside is the torch side.`
    : `12 is scribed on the ${seam.kind === 'saddle' ? 'branch and lies along the run' : 'tube'}; hours run clockwise looking ${looking}.`;

type Level = 'stop' | 'mind' | 'none' | 'go';

/** A stage without a headline of its own: what it said when it was done, or what it waits for. */
function Plain({ stage }: { stage: Stage }) {
  const { state } = useWeld();
  const { system } = useShop();
  const words = useWords();
  const said = state.done[stage] ? stageLine(state, stage, system) : state.due === stage ? waitsFor(state) : '';
  return <Title level="none" title={stageNames[stage]} reason={said === stageNames[stage] ? '' : words(said)} />;
}

/** What is read first, from two metres; its reason under it. Shape and word go with the hue. */
export function Title({ level, title, reason, children }: { level: Level; title: ReactNode; reason: ReactNode; children?: ReactNode }) {
  return (
    <div className="flex gap-3" data-testid="title" data-level={level}>
      {level !== 'none' && (
        <svg
          viewBox="0 0 30 30"
          className={`mt-0.5 h-8 w-8 shrink-0 ${level === 'stop' ? 'fill-error' : level === 'go' ? 'fill-success' : 'fill-base-content'}`}
          aria-hidden
        >
          {level === 'stop' ? (
            <path d="M9 0h12l9 9v12l-9 9h-12l-9-9v-12z" />
          ) : level === 'go' ? (
            <path d="M2 0l28 15l-28 15z" />
          ) : (
            <path fillRule="evenodd" d="M0 0h30v30h-30z M5 5v20h20v-20z" />
          )}
        </svg>
      )}
      <div className="min-w-0">
        <h2 className="text-xl leading-tight font-bold sm:text-[28px]">{title}</h2>
        {reason && <div className="mt-1 text-base leading-snug">{reason}</div>}
        {children}
      </div>
    </div>
  );
}

/** The other two, always in the same order. While a purge runs the joint is the larger of them: tape and arc so far stand on it. */
function Insets({
  view,
  hang,
  live,
  onTurn,
}: {
  view: View;
  /** over the drawing: where nothing stands in that corner */ hang: boolean;
  live: boolean;
  onTurn: (v: View) => void;
}) {
  const straight = useWeld().state.design.seam.kind === 'straight';
  return (
    <div className={`z-10 flex shrink-0 items-start gap-1.5 ${hang ? 'lg:-mb-20' : ''}`} role="tablist" aria-label="Drawings">
      {views.map((id) => {
        const { name, Drawing } = drawings[id];
        return (
          <button
            key={id}
            type="button"
            role="tab"
            aria-selected={view === id}
            className={`overflow-hidden bg-base-200 p-1 text-left ${live && id === 'end' ? 'h-20 w-20 lg:h-40 lg:w-40' : `h-14 sm:h-20 ${id === 'side' ? 'w-28' : 'w-14 sm:w-20'}`} ${view === id ? 'hidden border-b-4 border-base-content lg:hidden' : 'hover:bg-base-300'}`}
            onClick={() => onTurn(id)}
          >
            <span className="block text-xs leading-none font-semibold">{id === 'end' && straight ? 'Seam' : name}</span>
            <span className={`block ${live && id === 'end' ? 'h-[3.6rem] lg:h-[8.6rem]' : 'h-8 sm:h-[3.6rem]'}`} aria-hidden>
              <Drawing mini />
            </span>
          </button>
        );
      })}
    </div>
  );
}

/** What is minded at this step just now: nothing once it is done, nothing of gas where none is used. */
function useCautions(stage: Stage): readonly string[] {
  const { state } = useWeld();
  const running = state.runs.find((r) => r.endedAt === null);
  const gas = running ? running.started.backing === 'purge' : state.need === null || state.need.choice === 'purge';
  if ((state.done[stage] && state.due !== stage) || (stage === 'purge' && !gas)) return [];
  const minded = stage === 'fitup' || stage === 'clean' || stage === 'look';
  const family = minded ? familyCautions(alloys[state.design.alloyA].family, stage) : [];
  return [...(stageCautions[stage] ?? []), ...family];
}
