/** One running purge on the Board: its counter, what it reads, what comes next and when. */
import { STALE_AFTER } from '../../../core/models/sensor';
import { format, type System } from '../../../core/basics/units';
import { alarmNames, runCard, type BoardRun } from '../../../core/work/run';

const tones = {
  go: { edge: 'border-success', ink: 'text-success', shape: '▲ ' },
  stop: { edge: 'border-error', ink: 'text-error', shape: '■ ' },
  plain: { edge: 'border-base-content', ink: '', shape: '○ ' },
};

export function RunCard({ run, made, now, system }: { run: BoardRun; made: number; now: number; system: System }) {
  const s = run.summary;
  const { word, tone, counter, next, when } = runCard(run, made, now);
  const fresh = run.last !== null && now - run.last.at <= STALE_AFTER * 1000;
  const oxygen = fresh && run.last ? format(run.last.ppm, 'oxygen', system) : null;
  const inHand = run.welds.find((w) => w.id === s.at) ?? run.welds[0];
  const others = run.welds.filter((w) => w.id !== inHand?.id);
  const called = run.alarms[0];
  const { edge, ink, shape } = tones[tone];
  return (
    <a href={`/welds/${inHand?.id ?? ''}`} className={`block border-4 p-3 hover:bg-base-200 ${edge}`}>
      <div className="flex justify-between gap-2">
        <span className="text-lg font-bold">
          {run.station || 'no bay named'}
          <span className="ml-3 font-figure">{inHand?.number}</span>
          {others.length > 0 && <span className="ml-2 text-sm font-normal">then {others.map((w) => w.number).join(', ')}</span>}
        </span>
        <span className={`text-lg font-semibold ${ink}`}>
          <span aria-hidden>{shape}</span>
          {called ? alarmNames[called.kind] : word}
        </span>
      </div>
      <div className="flex items-end justify-between gap-4">
        <p className="font-figure text-6xl leading-tight font-bold" data-testid="counter">
          {counter?.text ?? '–'}
          <span className="ml-2 font-sans text-sm font-normal">{counter?.of ?? 'dam open'}</span>
        </p>
        <p className="pb-2 text-right font-figure text-3xl font-bold">
          {oxygen ? oxygen.number : '–'}
          <span className="ml-1 text-base font-normal">{oxygen?.unit}</span>
          <span className="block font-sans text-xs font-normal">
            {s.device ? (oxygen ? `at the ${s.place}` : 'no fresh reading') : 'not measured'}
          </span>
        </p>
      </div>
      <p className="mt-1 border-t border-base-300 pt-1 font-semibold" data-testid="next">
        {next} <span className="font-figure">{when}</span>
      </p>
      <p className="text-sm">
        {called && `${word}. `}
        {run.job}, {run.spool}
        {s.device ? `, ${s.device.label}` : ''}
      </p>
    </a>
  );
}
