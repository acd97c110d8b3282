/** What is going on now: running purges as big counters, and every weld that waits, by what it waits for. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { sizeName } from '../../../core/basics/sizes';
import { timed, type System } from '../../../core/basics/units';
import { stageNames, stageSchema, type Stage } from '../../../core/work/stages';
import type { Alarm } from '../../../core/work/run';
import type { BoardData } from '../../../core/work/record';
import { Thumbnail } from '../../draw/Thumbnail';
import { listen } from '../live';
import { RefusalNote } from '../kit/notes';
import { useNow } from '../kit/useNow';
import { fromCache, heardTime, request, type Refusal } from '../post';
import { say } from '../told';
import { Alarms, useAlarmSound } from '../run/Alarms';
import { wakeSound } from '../run/cues';
import { DemoNote } from './DemoNote';
import { RunCard } from './RunCard';
import { Supplies } from './Supplies';
import { listening } from '../kit/listening';

/** Rows of waiting welds on a page. */
const BOARD_ROWS = 60;

type Props = { board: BoardData; demo: boolean; somebody: boolean; system: System };

export default listening(Board);

function Board({ board: first, demo, somebody, system }: Props) {
  const [board, setBoard] = useState(first);
  const [live, setLive] = useState(true);
  const [only, setOnly] = useState<Stage | null>(null);
  const [page, setPage] = useState(0);
  const refetch = useCallback(async () => {
    const asked = new URLSearchParams({ ...(only && { due: only }), ...(page > 0 && { page: String(page) }) }).toString();
    const sent = await request<BoardData>('GET', `/api/board${asked && `?${asked}`}`);
    if (!sent.ok) return false;
    heardTime(sent.value.now);
    setBoard(sent.value);
    return true;
  }, [only, page]);
  // The page came with the first rows of everything: other rows are asked for.
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) void refetch();
    begun.current = true;
  }, [refetch]);
  useEffect(() => {
    if (fromCache(first.now)) void refetch();
    let soon: ReturnType<typeof setTimeout> | undefined;
    // Readings come every second: the board looks at most once in a while for those.
    const later = (ms: number) => (soon ??= setTimeout(() => ((soon = undefined), void refetch()), ms));
    const stop = listen({ onHint: (hint) => void later(hint.device ? 900 : 60), onResync: refetch, onState: setLive });
    return () => {
      clearTimeout(soon);
      stop();
    };
  }, [refetch, first.now]);
  const now = useNow(first.now, 500);
  const running = board.runs.length > 0;
  useEffect(() => {
    if (!running) return;
    // A monitor that has fallen silent sends no hint: look without one.
    const look = setInterval(() => void refetch(), 5000);
    addEventListener('pointerdown', wakeSound);
    return () => {
      clearInterval(look);
      removeEventListener('pointerdown', wakeSound);
    };
  }, [running, refetch]);

  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const alarms = board.runs.flatMap((r) =>
    r.alarms.map((a) => ({
      ...a,
      run: r.id,
      where: [r.station, r.welds.find((w) => w.id === r.summary.at)?.number].filter(Boolean).join(', '),
    })),
  );
  useAlarmSound(alarms);
  const answer = async (a: Alarm & { run: string }) => {
    const upTo = new Date(Math.max(a.upTo, a.since)).toISOString();
    const sent = await say({ stream: a.run, type: 'run.answered', body: { alarm: a.kind, upTo } });
    setRefusal(sent.ok ? null : sent.refusal);
    if (sent.ok) await refetch();
  };

  const counts = stageSchema.options.map((s) => [s, board.counts[s] ?? 0] as const);
  const waiting = counts.reduce((sum, [, n]) => sum + n, 0);
  const shown = board.welds.filter((w) => !only || w.due === only);
  const jobs = [...new Set(shown.map((w) => w.job))];
  return (
    <div className="space-y-5 p-4">
      <h1 className="sr-only">Board</h1>
      {!somebody && (
        <p className="border-l-8 border-base-content bg-base-200 p-3">
          Pick who you are at the top right, so that what you record carries a name.
        </p>
      )}
      {!live && (
        <p role="alert" className="border-l-8 border-base-content bg-base-200 p-3">
          □ Not live: the connection is lost. Counters go on; readings are {timed(Math.max(0, (now - board.now) / 1000))} old.
        </p>
      )}
      <Alarms alarms={alarms} onAnswer={(a) => void answer(a)} />
      <RefusalNote refusal={refusal} />
      <div className="grid gap-x-8 gap-y-4 xl:grid-cols-[3fr_1fr]">
        <section aria-labelledby="running">
          <h2 id="running" className="mb-2 text-lg font-semibold">
            Purges running
          </h2>
          {board.runs.length === 0 && <p className="text-base-content/80">None. A purge is started on the page of a weld.</p>}
          <div className="grid gap-3 md:grid-cols-2">
            {board.runs.map((r) => (
              <RunCard key={r.id} run={r} made={board.now} now={now} system={system} />
            ))}
          </div>
        </section>
        <Supplies cylinders={board.cylinders} now={now} system={system} />
      </div>
      <section aria-labelledby="waiting">
        <div className="mb-2 flex flex-wrap items-end justify-between gap-2">
          <h2 id="waiting" className="text-lg font-semibold">
            Welds that wait{' '}
            <span className="font-normal">
              ({waiting}; {board.done} done)
            </span>
          </h2>
          <a className="btn btn-primary min-h-12" href="/work/new">
            Enter new work
          </a>
        </div>
        <div className="mb-3 flex flex-wrap gap-1" role="group" aria-label="Show what waits for">
          {counts
            .filter(([, n]) => n > 0)
            .map(([s, n]) => (
              <button
                key={s}
                type="button"
                className={`btn min-h-12 ${only === s ? 'btn-primary' : ''}`}
                aria-pressed={only === s}
                onClick={() => {
                  setPage(0);
                  setOnly(only === s ? null : s);
                }}
              >
                {stageNames[s]} <span className="font-figure">{n}</span>
              </button>
            ))}
        </div>
        {waiting === 0 && <p>Nothing waits. Enter a job, a spool and its welds to begin.</p>}
        {jobs.map((job) => (
          <div key={job} className="mb-4">
            <h3 className="border-b-2 border-base-content pb-1 font-semibold">{job}</h3>
            <ul>
              {shown
                .filter((w) => w.job === job)
                .map((w) => (
                  <li key={w.id} className="border-b border-base-300">
                    <a
                      href={`/welds/${w.id}`}
                      className="flex min-h-14 flex-wrap items-center gap-x-4 md:flex-nowrap px-2 hover:bg-base-200"
                    >
                      <span className="w-20 shrink-0 font-figure text-lg font-bold">{w.number}</span>
                      <span className="w-40 shrink-0 text-lg font-semibold lg:w-48">{w.summary.waits}</span>
                      <span className="hidden grow text-sm text-base-content/80 sm:inline">
                        {w.summary.why && <strong className="block font-semibold text-base-content">{w.summary.why}</strong>}
                        {w.line}, {w.spool}; {sizeName(w.summary.design.size)}, {w.summary.design.alloyA}
                      </span>
                      <span className="ml-auto hidden md:block">
                        <Thumbnail weld={w.id} version={w.updatedAt} summary={w.summary} />
                      </span>
                    </a>
                  </li>
                ))}
            </ul>
          </div>
        ))}
        <Pages page={page} of={only ? (board.counts[only] ?? 0) : waiting} onPage={setPage} />
      </section>
      {demo && <DemoNote />}
    </div>
  );
}

/** Which of the waiting welds are shown, and the way to the others. */
function Pages({ page, of, onPage }: { page: number; of: number; onPage: (page: number) => void }) {
  if (of <= BOARD_ROWS && page === 0) return null;
  const last = Math.max(0, Math.ceil(of / BOARD_ROWS) - 1);
  return (
    <nav aria-label="More welds" className="flex items-center gap-3">
      <button type="button" className="btn min-h-12" disabled={page === 0} onClick={() => onPage(Math.min(page - 1, last))}>
        Previous
      </button>
      <span className="font-figure">
        {page > last ? 'none' : `${page * BOARD_ROWS + 1} to ${Math.min(of, (page + 1) * BOARD_ROWS)}`} of {of}
      </span>
      <button type="button" className="btn min-h-12" disabled={page >= last} onClick={() => onPage(page + 1)}>
        Next
      </button>
    </nav>
  );
}
