/** The welds that wait, grouped by what they wait for; one group alone shows all of it, page by page. */
import { sizeName } from '../../../core/basics/sizes';
import { BOARD_PAGE, waitsAs, waitsInOrder, waitsPlainly, type BoardData, type BoardWeld } from '../../../core/work/record';
import type { Stage } from '../../../core/work/stages';
import { Thumbnail } from '../../draw/Thumbnail';

type Props = { board: BoardData; only: Stage | null; page: number; onOnly: (stage: Stage | null) => void; onPage: (page: number) => void };

export function Waits({ board, only, page, onOnly, onPage }: Props) {
  const running = new Set(board.runs.flatMap((r) => r.welds.map((w) => w.id)));
  const groups = waitsInOrder
    .map((stage) => {
      const all = board.welds.filter((w) => w.due === stage && (only !== null || !running.has(w.id)));
      const shownAbove = only === null ? board.welds.filter((w) => w.due === stage && running.has(w.id)).length : 0;
      return { stage, all, count: (board.counts[stage] ?? 0) - shownAbove };
    })
    .filter(({ stage, count }) => (only === null ? count > 0 : stage === only));
  if (only !== null) {
    const [group] = groups;
    return (
      <>
        <h2 className="flex flex-wrap items-baseline gap-3 border-b-4 border-base-content pb-1 text-lg font-bold">
          Waits {waitsAs[only]}
          <button type="button" className="link min-h-11 text-base font-normal" onClick={() => onOnly(null)}>
            All that waits
          </button>
        </h2>
        <ul className="grid grid-cols-[minmax(0,1fr)] gap-x-8 md:grid-cols-2 xl:grid-cols-3">
          {group?.all.map((w) => (
            <Waiting key={w.id} weld={w} />
          ))}
        </ul>
        <Pages page={page} of={board.counts[only] ?? 0} onPage={onPage} />
      </>
    );
  }
  return (
    <>
      <h2 className="text-lg font-bold">Waits</h2>
      {groups.length === 0 && <p>Nothing waits. Enter a job, a spool and its welds to begin.</p>}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 md:grid-cols-2 xl:grid-cols-3">
        {groups.map(({ stage, all, count }) => (
          <section key={stage} aria-labelledby={`waits-${stage}`}>
            <h3 id={`waits-${stage}`} className="border-t-[3px] border-base-content pt-1 font-semibold">
              {waitsAs[stage]}
            </h3>
            <ul>
              {all.map((w) => (
                <Waiting key={w.id} weld={w} />
              ))}
            </ul>
            {count > all.length && (
              <button type="button" className="link min-h-11" onClick={() => onOnly(stage)}>
                and {count - all.length} more {waitsAs[stage]}
              </button>
            )}
          </section>
        ))}
      </div>
    </>
  );
}

function Waiting({ weld: w }: { weld: BoardWeld }) {
  const { size, alloyA, alloyB } = w.summary.design;
  // Why it was judged as it was; else what its group does not say already.
  const said = w.summary.why ?? (waitsPlainly(w) ? '' : w.summary.waits);
  return (
    <li className="border-b border-base-300">
      <a href={`/welds/${w.id}`} className="block py-2 hover:bg-base-200">
        <Thumbnail weld={w.id} version={w.updatedAt} summary={w.summary} />
        <span className="mt-1 flex items-baseline gap-3">
          <span className="font-figure text-lg leading-tight font-bold whitespace-nowrap">{w.number}</span>
          <span className="min-w-0 leading-tight">
            {said && <span className="block font-semibold">{said}</span>}
            <span className="block truncate text-sm text-base-content/80">
              {w.spool}; {sizeName(size)}, {alloyA === alloyB ? alloyA : `${alloyA} to ${alloyB}`}; {w.job}
            </span>
          </span>
        </span>
      </a>
    </li>
  );
}

/** Which of the waiting welds are shown, and the way to the others. */
function Pages({ page, of, onPage }: { page: number; of: number; onPage: (page: number) => void }) {
  if (of <= BOARD_PAGE && page === 0) return null;
  const last = Math.max(0, Math.ceil(of / BOARD_PAGE) - 1);
  return (
    <nav aria-label="More welds" className="mt-3 flex items-center gap-3">
      <button type="button" className="btn min-h-12" disabled={page === 0} onClick={() => onPage(Math.min(page - 1, last))}>
        Previous
      </button>
      <span className="font-figure">
        {page > last ? 'none' : `${page * BOARD_PAGE + 1} to ${Math.min(of, (page + 1) * BOARD_PAGE)}`} of {of}
      </span>
      <button type="button" className="btn min-h-12" disabled={page >= last} onClick={() => onPage(page + 1)}>
        Next
      </button>
    </nav>
  );
}
