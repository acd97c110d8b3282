/** A running purge as one chamber of the row of bays: where it stands and since when, what is read, what comes next, the weld in hand. */
import { STALE_AFTER } from '../../../core/models/sensor';
import { show, type System } from '../../../core/basics/units';
import type { BoardWeld } from '../../../core/work/record';
import { alarmNames, runCard, type BenchView, type BoardRun } from '../../../core/work/run';
import { Thumbnail } from '../../draw/Thumbnail';
import { BenchFigure } from '../run/BenchFigure';

const tones = {
  go: { ink: 'text-success', shape: 'M2 0l26 14l-26 14z' },
  stop: { ink: 'text-error', shape: 'M8 0h12l8 8v12l-8 8h-12l-8-8v-12z' },
  plain: { ink: '', shape: 'M14 0a14 14 0 1 0 .01 0zM14 6a8 8 0 1 1-.01 0z' },
};

type Props = { run: BoardRun; welds: readonly BoardWeld[]; made: number; now: number; system: System; wall?: boolean };

export function Bay({ run, welds, made, now, system, wall = false }: Props) {
  const s = run.summary;
  const { word, tone, counter, next, when } = runCard(run, made, now, system);
  const fresh = run.last !== null && now - run.last.at <= STALE_AFTER * 1000;
  const inHand = run.welds.find((w) => w.id === s.at) ?? run.welds[0];
  const others = run.welds.filter((w) => w.id !== inHand?.id);
  const drawn = welds.find((w) => w.id === inHand?.id);
  const called = run.alarms[0];
  const { ink, shape } = tones[tone];
  const limit = s.phase === 'welding' ? s.rules.weldPpm : s.rules.startPpm;
  const measured = s.device !== null;
  const view: BenchView['big'] =
    fresh && run.last
      ? { kind: 'oxygen', ppm: run.last.ppm }
      : measured || !counter
        ? { kind: 'none' }
        : { kind: 'time', text: counter.text };
  const under = measured
    ? fresh
      ? `at the ${s.place}, limit ${show(limit, 'oxygen', system)}`
      : 'no fresh reading'
    : `oxygen not measured; ${counter?.of ?? 'dam open'}`;
  return (
    <a
      href={`/welds/${inHand?.id ?? ''}`}
      className={`flex min-w-0 flex-col gap-1 overflow-hidden bg-base-100 px-4 pt-3 pb-2 hover:bg-base-200 ${wall ? 'h-full' : ''}`}
    >
      <span className="flex items-start justify-between gap-2">
        <span className={`flex min-w-0 flex-wrap items-center gap-2 leading-none font-bold ${wall ? 'text-[4.4vh]' : 'text-2xl'} ${ink}`}>
          <svg viewBox="0 0 28 28" className={`shrink-0 fill-current ${wall ? 'size-[4vh]' : 'size-6'}`} aria-hidden>
            <path d={shape} fillRule="evenodd" />
          </svg>
          {called ? alarmNames[called.kind] : word}
          {counter && view.kind !== 'time' && (
            <span className="text-base-content">
              <span className="font-figure" data-testid="counter">
                {counter.text}
              </span>{' '}
              <span className={`font-normal ${wall ? 'text-[2vh]' : 'text-xs'}`}>{counter.of}</span>
            </span>
          )}
        </span>
        <span className={`text-right leading-tight font-semibold ${wall ? 'text-[2.4vh]' : 'text-sm'}`}>
          {run.station || 'no bay named'}
        </span>
      </span>
      <span className={`relative flex min-w-0 ${wall ? 'grow' : 'h-36'}`}>
        <BenchFigure
          view={{ big: view, under, over: called?.kind === 'over' }}
          ppm={null}
          place={s.place}
          readings={run.recent}
          limit={limit}
          now={now}
          system={system}
          small={!wall}
        />
      </span>
      <span className={`leading-tight ${wall ? 'text-[2.2vh]' : 'text-sm'}`}>{under}</span>
      <span className={`mt-1 flex gap-2 leading-tight font-semibold ${wall ? 'text-[3vh]' : 'text-lg'}`} data-testid="next">
        <svg viewBox="0 0 18 18" className={`shrink-0 fill-base-content ${wall ? 'mt-[0.6vh] size-[2.4vh]' : 'mt-1 size-4'}`} aria-hidden>
          <path d="M0 0h8l9 9l-9 9h-8l9-9z" />
        </svg>
        <span>
          {next} <span className="font-figure">{when}</span>
          {called && <span className="block text-sm font-normal">{word}</span>}
        </span>
      </span>
      <span className="mt-auto flex items-center gap-3 pt-1">
        {drawn && !wall && <Thumbnail weld={drawn.id} version={drawn.updatedAt} summary={drawn.summary} />}
        <span className="ml-auto text-right leading-tight">
          <span className={`block font-figure font-bold ${wall ? 'text-[3.4vh]' : 'text-lg'}`}>{inHand?.number}</span>
          {others.length > 0 && <span className="block text-sm">then {others.map((w) => w.number).join(', ')}</span>}
          <span className="block text-xs">
            {run.job}, {run.spool}
          </span>
        </span>
      </span>
    </a>
  );
}

/** The row of bays: chambers of one tube, a dam between each two; those in which nothing runs stand at its end. */
export function Bays({ runs, free, ...rest }: Omit<Props, 'run'> & { runs: readonly BoardRun[]; free: readonly string[] }) {
  return (
    <div className={`flex gap-2.5 border-y-[5px] border-base-content bg-base-content max-md:flex-col ${rest.wall ? 'h-full' : ''}`}>
      <div className={`grid min-w-0 grow auto-cols-[minmax(0,1fr)] gap-2.5 md:grid-flow-col ${runs.length > 3 ? 'md:grid-rows-2' : ''}`}>
        {runs.map((r) => (
          <Bay key={r.id} run={r} {...rest} />
        ))}
      </div>
      {free.length > 0 && (
        <p className={`shrink-0 bg-base-100 px-4 py-3 leading-tight ${rest.wall ? 'text-[2.4vh]' : 'text-sm md:w-28'}`}>
          <strong className="md:block">Free</strong> {free.join(', ')}
        </p>
      )}
    </div>
  );
}
