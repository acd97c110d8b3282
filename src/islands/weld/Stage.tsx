/** One stage of the weld: open when due, folded to the line that mattered when done. */
import Check from 'lucide-react/icons/check';
import type { ReactNode } from 'react';
import { familyCautions, stageCautions } from '../../../core/work/record';
import { alloys } from '../../../core/basics/materials';
import { stageLine } from '../../../core/work/record';
import { stageNames, type Stage } from '../../../core/work/stages';
import { Cautions } from '../kit/notes';
import { useShop, useWeld } from './context';

type Props = { stage: Stage; open: boolean; onToggle: () => void; children: ReactNode };

export function StageCard({ stage, open, onToggle, children }: Props) {
  const { state } = useWeld();
  const { system } = useShop();
  const done = state.done[stage];
  const due = state.due === stage;
  const cautions = [
    ...(stageCautions[stage] ?? []),
    ...(stage === 'fitup' || stage === 'clean' ? familyCautions(alloys[state.design.alloyA].family) : []),
  ];
  return (
    <section className="border-b border-base-300" aria-labelledby={`stage-${stage}`} data-stage={stage} data-done={done} data-due={due}>
      <h2 id={`stage-${stage}`}>
        <button
          type="button"
          className="flex min-h-12 w-full items-center gap-3 px-2 text-left hover:bg-base-200"
          aria-expanded={open}
          onClick={onToggle}
        >
          <span className="grid size-7 shrink-0 place-items-center border border-base-content" aria-hidden>
            {done ? <Check size={18} /> : due ? <span className="size-3 bg-base-content" /> : null}
          </span>
          <span className={`w-24 shrink-0 ${due ? 'text-lg font-bold' : 'font-medium'}`}>{stageNames[stage]}</span>
          <span className="min-w-0 grow text-sm text-base-content/80">{done ? stageLine(state, stage, system) : due ? 'due now' : ''}</span>
          <span className="sr-only">{done ? 'done' : due ? 'due' : 'not yet'}</span>
        </button>
      </h2>
      {open && (
        <div className="space-y-3 px-2 pb-4">
          {!done && <Cautions texts={cautions} />}
          {children}
        </div>
      )}
    </section>
  );
}
