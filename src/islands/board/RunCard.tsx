/** One running purge on the Board: its counter, what it reads, what comes next and when. */
import { STALE_AFTER } from '../../../core/devices';
import { clock, format } from '../../../core/units';
import { alarmNames, type BoardRun } from '../../../core/weld';

/** What comes next on a run, and when that is expected, ms; null when it waits for a hand. */
function nextEvent({ summary: s, gate }: BoardRun, made: number): { text: string; at: number | null; until?: number } {
  switch (s.phase) {
    case 'open':
      return { text: s.openedBy === 'look' ? 'Close the dam, refill' : 'Close up, refill', at: null };
    case 'welding':
      return { text: s.closing ? 'Closing: vent open, flow down' : 'Arc off', at: null };
    case 'holding':
      return { text: 'Take the dams out when the hold is up', at: null };
    case 'between':
      return { text: 'Arc on, or hold', at: null };
    default:
      if (gate.ready) return { text: 'Arc on', at: null };
      if (gate.left !== null && gate.left > 0)
        return { text: gate.by === 'clock' ? 'Ready by the clock' : 'Ready, limit held', at: made + gate.left * 1000 };
      if (s.fillingSince !== null && s.band)
        return { text: 'Limit reached, by the model', at: s.fillingSince + s.band.low * 1000, until: s.fillingSince + s.band.high * 1000 };
      return { text: gate.text, at: null };
  }
}

export function RunCard({ run, made, now }: { run: BoardRun; made: number; now: number }) {
  const s = run.summary;
  const fresh = run.last !== null && now - run.last.at <= STALE_AFTER * 1000;
  const oxygen = fresh && run.last ? format(run.last.ppm, 'oxygen', 'metric') : null;
  const inHand = run.welds.find((w) => w.id === s.at) ?? run.welds[0];
  const others = run.welds.filter((w) => w.id !== inHand?.id);
  const alarm = run.alarms.length > 0;
  const ready = s.phase === 'filling' && run.gate.ready;
  const words = {
    filling: ready ? 'Ready' : run.gate.left ? 'At the limit' : 'Filling',
    open: s.openedBy === 'grind' ? 'Grinding' : s.openedBy === 'dam-out' ? 'Dam out' : 'Open',
    welding: s.closing ? 'Closing' : 'Arc on',
    between: 'Between arcs',
    holding: 'Hold',
    done: 'Done',
    abandoned: 'Abandoned',
  };
  const go = ready || s.phase === 'welding';
  const next = nextEvent(run, made);
  const since =
    s.phase === 'welding' && s.arcSince !== null
      ? s.arcSince
      : s.phase === 'holding' && s.holdSince !== null
        ? s.holdSince
        : s.fillingSince;
  const counts = s.phase === 'welding' ? 'arc on, min' : s.phase === 'holding' ? 'gas held, min' : 'gas on, min';
  const when =
    next.at === null
      ? ''
      : next.until !== undefined
        ? now > next.until
          ? `late: model said by ${clock((next.until - (s.fillingSince ?? now)) / 1000)}`
          : `in ${clock((next.at - now) / 1000)} to ${clock((next.until - now) / 1000)}`
        : `in ${clock((next.at - now) / 1000)}`;
  return (
    <a
      href={`/welds/${inHand?.id ?? ''}`}
      className={`block border-4 p-3 hover:bg-base-200 ${alarm ? 'border-error' : go ? 'border-success' : 'border-base-content'}`}
    >
      <div className="flex justify-between gap-2">
        <span className="text-lg font-bold">
          {run.station || 'no bay named'}
          <span className="ml-3 font-figure">{inHand?.number}</span>
          {others.length > 0 && <span className="ml-2 text-sm font-normal">then {others.map((w) => w.number).join(', ')}</span>}
        </span>
        <span className={`text-lg font-semibold ${alarm ? 'text-error' : go ? 'text-success' : ''}`}>
          <span aria-hidden>{alarm ? '■ ' : go ? '▲ ' : '○ '}</span>
          {run.alarms[0] ? alarmNames[run.alarms[0].kind] : words[s.phase]}
        </span>
      </div>
      <div className="flex items-end justify-between gap-4">
        <p className="font-figure text-6xl leading-tight font-bold">
          {since !== null ? clock((now - since) / 1000) : '–'}
          <span className="ml-2 font-sans text-sm font-normal">{since !== null ? counts : 'dam open'}</span>
        </p>
        <p className="pb-2 text-right font-figure text-3xl font-bold">
          {oxygen ? oxygen.number : '–'}
          <span className="ml-1 text-base font-normal">{oxygen?.unit}</span>
          <span className="block font-sans text-xs font-normal">
            {s.device ? (oxygen ? `at the ${s.place}` : 'no fresh reading') : 'not measured'}
          </span>
        </p>
      </div>
      <p className="mt-1 border-t border-base-300 pt-1 font-semibold">
        {next.text} <span className="font-figure">{when}</span>
      </p>
      <p className="text-sm">
        {alarm && `${words[s.phase]}. `}
        {run.job}, {run.spool}
        {s.device ? `, ${s.device.label}` : ''}
      </p>
    </a>
  );
}
