/** What the reader goes on with: the newest weld they fitted up and did not finish, else the newest that waits for a fit-up. */
import { waitsAs, type BoardData } from '../../../core/work/record';
import type { Stage } from '../../../core/work/stages';

export function NextForMe({ board }: { board: BoardData }) {
  const running = new Set(board.runs.flatMap((r) => r.welds.map((w) => w.id)));
  const mine = board.mine.filter((w) => !running.has(w.id));
  const fitups = board.welds.filter((w) => w.due === 'fitup');
  const [first, ...then] = [...mine, ...fitups];
  return (
    <section aria-labelledby="next-for-me" className="space-y-2">
      <h2 id="next-for-me" className="text-lg font-bold">
        Next for you
      </h2>
      {first ? (
        <>
          <p>
            <strong>
              {first.number} {waitsAs[first.due as Stage]}.
            </strong>{' '}
            {first.summary.why ?? `${first.spool}, ${first.job}.`}
            {then[0] && ` Then ${then[0].number}, ${waitsAs[then[0].due as Stage]}.`}
          </p>
          <a href={`/welds/${first.id}`} className="btn btn-primary min-h-14 w-full text-lg">
            Open {first.number}
          </a>
        </>
      ) : (
        <p>Nothing waits for you.</p>
      )}
      <a className="btn min-h-12 w-full border-base-content" href="/work/new">
        Enter new work
      </a>
    </section>
  );
}
