/** What is going on now: running purges as big counters, and every weld that waits, by what it waits for. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { timed, type System } from '../../../core/basics/units';
import type { Stage } from '../../../core/work/stages';
import type { Alarm } from '../../../core/work/run';
import type { BoardData } from '../../../core/work/record';
import { listen } from '../live';
import { RefusalNote } from '../kit/notes';
import { useNow } from '../kit/useNow';
import { fromCache, heardTime, request, type Refusal } from '../post';
import { say } from '../told';
import { Alarms, useAlarmSound } from '../run/Alarms';
import { wakeSound } from '../run/cues';
import { DwellRow } from '../dwell/DwellClocks';
import { DemoNote } from './DemoNote';
import { Bays } from './Bay';
import { FirstMinutes, useOffered } from './FirstMinutes';
import { NextForMe } from './NextForMe';
import { Supplies } from './Supplies';
import { Waits } from './Waits';
import { listening } from '../kit/listening';

type Props = {
  board: BoardData;
  demo: boolean;
  somebody: boolean;
  system: System;
  /** for no hands, from six metres: the bays alone */ wall?: boolean;
};

export default listening(Board);

function Board({ board: first, demo, somebody, system, wall = false }: Props) {
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

  const hung = board.dwelling.flatMap((w) => (w.summary.dwells ?? []).map((clock) => ({ clock, weld: w.id, number: w.number })));
  const [offered, notNow] = useOffered(demo && !wall);
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

  return (
    <div className={wall ? 'flex h-dvh flex-col' : ''}>
      <h1 className="sr-only">Board</h1>
      <div className={wall ? '' : 'space-y-3 px-4 pt-3 empty:hidden'}>
        {offered && <FirstMinutes run={board.runs[0]} somebody={somebody} onLeave={notNow} />}
        {!somebody && !wall && !offered && (
          <p className="border-l-8 border-base-content bg-base-200 p-3">
            Pick who you are at the top right, so that what you record carries a name.
          </p>
        )}
        {!live && (
          <p role="alert" className="border-l-8 border-base-content bg-base-200 p-3">
            □ Not live: the connection is lost. Counters go on; readings are {timed(Math.max(0, (now - board.now) / 1000))} old.
          </p>
        )}
        <Alarms alarms={alarms} onAnswer={wall ? null : (a) => void answer(a)} />
        <RefusalNote refusal={refusal} />
        <DwellRow hung={hung} now={now} wall={wall} />
      </div>
      <section aria-labelledby="running" className={wall ? 'min-h-0 grow' : 'mt-3'}>
        <h2 id="running" className="sr-only">
          Purges running
        </h2>
        {board.runs.length > 0 ? (
          <Bays runs={board.runs} free={board.free} welds={board.welds} made={board.now} now={now} system={system} wall={wall} />
        ) : (
          <p className={`border-y-[5px] border-base-content px-4 py-6 ${wall ? 'h-full text-[4vh]' : 'text-lg'}`}>
            No purge runs. It is started on the page of a weld.
          </p>
        )}
      </section>
      {!wall && (
        <div className="lg:grid lg:grid-cols-[minmax(0,1fr)_20rem]">
          <section aria-label="Welds that wait" className="space-y-3 p-4">
            <Waits
              board={board}
              only={only}
              page={page}
              onOnly={(stage) => {
                setPage(0);
                setOnly(stage);
              }}
              onPage={setPage}
            />
            <p className="text-sm text-base-content/80">{board.done} done.</p>
          </section>
          <aside className="space-y-6 bg-base-200 p-4" aria-label="Next, and gas">
            {somebody && <NextForMe board={board} />}
            <Supplies cylinders={board.cylinders} now={now} system={system} />
            {demo && <DemoNote somebody={somebody} />}
          </aside>
        </div>
      )}
    </div>
  );
}
