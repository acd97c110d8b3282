/** The stages of a weld as a tube along the top: done lengths filled and beaded, the open one open to the page, later ones still apart. */
import { useEffect, useRef } from 'react';
import { odText, sizeName, wallText } from '../../../core/basics/sizes';
import { railLine, stageLine, waitsFor } from '../../../core/work/record';
import { stageNames, stageSchema, type Stage } from '../../../core/work/stages';
import { useShop, useWeld } from './context';

export function Rail({ open, running, onOpen }: { open: Stage; running: boolean; onOpen: (stage: Stage) => void }) {
  const { state } = useWeld();
  const { place, system } = useShop();
  const { size, alloyA, alloyB } = state.design;
  const strip = useRef<HTMLDivElement>(null);
  // On a narrow screen the stage that is open is brought into sight, within its own strip.
  useEffect(() => {
    const el = strip.current?.querySelector<HTMLElement>('[aria-current]');
    if (el && strip.current) strip.current.scrollLeft = el.offsetLeft - strip.current.offsetWidth / 2 + el.offsetWidth / 2;
  }, [open]);
  return (
    <header className="shrink-0 bg-base-200 lg:flex lg:h-15 lg:items-stretch">
      <div className="flex min-h-13 items-center gap-x-3 pr-3 pl-14 lg:w-56 lg:shrink-0 lg:flex-col lg:items-start lg:justify-center lg:gap-0">
        <h1 className="font-figure text-xl leading-tight font-bold">{state.number}</h1>
        <p className="min-w-0 truncate text-sm leading-tight lg:w-full" title={`${place.job} › ${place.line} › ${place.spoolNumber}`}>
          {sizeName(size)}, {odText(size, system)} × {wallText(size, system)}, {alloyA === alloyB ? alloyA : `${alloyA} to ${alloyB}`}
        </p>
        <p className="sr-only" data-testid="waits">
          {waitsFor(state)}
        </p>
      </div>
      <div ref={strip} className="relative flex min-w-0 grow overflow-x-auto lg:overflow-hidden" role="group" aria-label="Stages">
        {stageSchema.options.map((id, i) => (
          <Length
            key={id}
            id={id}
            open={open === id}
            running={running}
            last={i === stageSchema.options.length - 1}
            onOpen={() => onOpen(id)}
          />
        ))}
      </div>
    </header>
  );
}

type LengthProps = { id: Stage; open: boolean; running: boolean; last: boolean; onOpen: () => void };
function Length({ id, open, running, last, onOpen }: LengthProps) {
  const { state } = useWeld();
  const { system } = useShop();
  const done = state.done[id];
  const due = state.due === id;
  const line = done ? railLine(state, id, system) : due ? (running ? 'running' : 'due now') : 'waits';
  const wall = open ? 'border-t-[3px] border-b-0' : 'border-y-[3px]';

  return (
    <button
      type="button"
      data-stage={id}
      data-done={done}
      data-due={due}
      aria-current={open ? 'step' : undefined}
      className={`mt-0 min-h-12 min-w-24 px-2.5 sm:min-w-20 text-left lg:mt-2 lg:h-[52px] ${open ? 'grow-[1.7] lg:min-w-40' : 'grow'} basis-0 overflow-hidden border-base-content ${wall} ${last ? '' : done ? 'border-r-[5px]' : 'tube-apart'} ${open ? 'bg-base-100' : done ? 'bg-[var(--argon)] hover:brightness-95' : 'hover:bg-base-300'}`}
      onClick={onOpen}
    >
      <span className={`block leading-tight ${open ? 'text-lg font-bold' : 'text-sm font-semibold'}`}>
        {due && !open && <span aria-hidden>▸ </span>}
        {stageNames[id]}
      </span>
      <span
        className={`hidden truncate text-[12.5px] leading-tight sm:block ${done ? 'font-figure' : ''} ${due ? 'font-semibold' : ''}`}
        title={done ? stageLine(state, id, system) : line}
        aria-hidden
      >
        {line}
      </span>
      <span className="sr-only">{done ? `done: ${stageLine(state, id, system)}` : due ? `due: ${waitsFor(state)}` : 'not yet'}</span>
    </button>
  );
}
