/** What is going on now: running purges as big counters, and every weld that waits, by what it waits for. */
import { useCallback, useEffect, useState } from 'react';
import { gate, STALE_AFTER } from '../../../core/purge';
import { sizeName } from '../../../core/sizes';
import { clock, format } from '../../../core/units';
import { stageNames, stageSchema, type BoardData, type BoardRun, type Stage } from '../../../core/weld';
import { Thumbnail } from '../drawings/Thumbnail';
import { listen } from '../live';
import { heardTime, request, serverTime } from '../post';
import { DemoNote } from './DemoNote';

type Props = { board: BoardData; demo: boolean; somebody: boolean };

export default function Board({ board: first, demo, somebody }: Props) {
  const [board, setBoard] = useState(first);
  const [live, setLive] = useState(true);
  const [only, setOnly] = useState<Stage | null>(null);
  const refetch = useCallback(async () => {
    const sent = await request<BoardData>('GET', '/api/board');
    if (!sent.ok) return;
    heardTime(sent.value.now);
    setBoard(sent.value);
  }, []);
  useEffect(() => {
    heardTime(first.now);
    let soon: ReturnType<typeof setTimeout> | undefined;
    // Readings come every second: the board looks at most once in a while for those.
    const later = (ms: number) => (soon ??= setTimeout(() => ((soon = undefined), void refetch()), ms));
    const stop = listen(
      (hint) => later(hint.device ? 900 : 60),
      () => later(60),
      setLive,
    );
    return () => {
      clearTimeout(soon);
      stop();
    };
  }, [refetch, first.now]);
  const [, tick] = useState(0);
  useEffect(() => {
    const t = setInterval(() => tick((n) => n + 1), 500);
    return () => clearInterval(t);
  }, []);

  const counts = stageSchema.options.map((s) => [s, board.welds.filter((w) => w.due === s).length] as const);
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
          □ Not live: the connection is lost. Counters go on, readings are old.
        </p>
      )}
      <section aria-labelledby="running">
        <h2 id="running" className="mb-2 text-lg font-semibold">
          Purges running
        </h2>
        {board.runs.length === 0 && <p className="text-base-content/80">None. A purge is started on the page of a weld.</p>}
        <div className="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
          {board.runs.map((r) => (
            <RunCard key={r.id} run={r} weld={board.welds.find((w) => r.summary.welds.includes(w.id))?.id ?? r.summary.welds[0] ?? ''} />
          ))}
        </div>
      </section>
      <section aria-labelledby="waiting">
        <div className="mb-2 flex flex-wrap items-end justify-between gap-2">
          <h2 id="waiting" className="text-lg font-semibold">
            Welds that wait{' '}
            <span className="font-normal">
              ({board.welds.length}; {board.done} done)
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
                onClick={() => setOnly(only === s ? null : s)}
              >
                {stageNames[s]} <span className="font-figure">{n}</span>
              </button>
            ))}
        </div>
        {board.welds.length === 0 && <p>Nothing waits. Enter a job, a spool and its welds to begin.</p>}
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
                        {w.line}, {w.spool}; {sizeName(w.summary.design.size)}, {w.summary.design.alloyA}
                      </span>
                      <span className="ml-auto hidden md:block">
                        <Thumbnail summary={w.summary} />
                      </span>
                    </a>
                  </li>
                ))}
            </ul>
          </div>
        ))}
      </section>
      {demo && <DemoNote />}
    </div>
  );
}

function RunCard({ run, weld }: { run: BoardRun; weld: string }) {
  const s = run.summary;
  const now = serverTime();
  const fresh = run.lastAt !== null && run.lastPpm !== null && now - run.lastAt <= STALE_AFTER * 1000;
  const oxygen = fresh ? format(run.lastPpm as number, 'oxygen', 'metric') : null;
  const last =
    run.lastAt !== null && run.lastPpm !== null ? [{ at: run.lastAt, ppm: run.lastPpm, quality: run.lastQuality ?? 'good' }] : [];
  const g = gate({
    rules: s.rules,
    fillingSince: s.fillingSince,
    planned: s.planned,
    monitored: s.device !== null,
    readings: last,
    monitorChecked: s.monitorChecked,
    place: s.place,
    now,
  });
  const low = fresh && (run.lastPpm as number) <= s.rules.startPpm;
  const word =
    s.phase === 'welding'
      ? 'Arc on'
      : s.phase === 'holding'
        ? 'Hold'
        : s.phase === 'open'
          ? 'Open'
          : s.phase === 'between'
            ? 'Between arcs'
            : low
              ? 'At the limit'
              : 'Filling';
  const go = low || s.phase === 'welding';
  return (
    <a href={`/welds/${weld}`} className={`block border-4 p-3 hover:bg-base-200 ${go ? 'border-success' : 'border-base-content'}`}>
      <div className="flex justify-between gap-2">
        <span className="font-figure text-lg font-bold">{run.numbers.join(', ')}</span>
        <span className={`text-lg font-semibold ${go ? 'text-success' : ''}`}>
          <span aria-hidden>{go ? '▲ ' : '○ '}</span>
          {word}
        </span>
      </div>
      <p className="font-figure text-6xl leading-tight font-bold" suppressHydrationWarning>
        {s.fillingSince !== null ? clock((now - s.fillingSince) / 1000) : '–'}
      </p>
      <p className="text-sm">gas on, min</p>
      <p className="mt-1 font-figure text-2xl" suppressHydrationWarning>
        {oxygen ? `${oxygen.number} ${oxygen.unit}` : 'no fresh reading'}{' '}
        <span className="font-sans text-sm">
          at the {s.place}
          {s.device ? `, ${s.device.label}` : ''}
        </span>
      </p>
      <p className="text-sm" suppressHydrationWarning>
        {run.job}, {run.spool}. {s.phase === 'filling' && !low ? g.text : ''}
      </p>
    </a>
  );
}
