/** What the run calls for, until someone answers: said here, on the bench and on the Board, with a sound of its own. */
import { useEffect, useRef } from 'react';
import { alarmNames, type Alarm } from '../../../core/work/run';
import { play } from './cues';

type Called = Alarm & { where?: string };

/** Sounds when a new alarm comes up, and again every quarter of a minute while one that goes on is not answered. */
export function useAlarmSound(alarms: readonly Alarm[]): void {
  const loud = alarms.filter((a) => a.on).map((a) => (a.kind === 'over' ? 'over' : 'lost')) as ('over' | 'lost')[];
  const cue = loud.includes('over') ? 'over' : (loud[0] ?? null);
  const latest = useRef(cue);
  latest.current = cue;
  useEffect(() => {
    if (!cue) return;
    play(cue);
    const again = setInterval(() => latest.current && play(latest.current), 15_000);
    return () => clearInterval(again);
  }, [cue]);
}

export function Alarms<A extends Called>({
  alarms,
  onAnswer,
}: {
  alarms: readonly A[];
  /** null where no hand reaches it */ onAnswer: ((a: A) => void) | null;
}) {
  if (alarms.length === 0) return null;
  return (
    <div role="group" aria-label="Alarms" className="space-y-2">
      {alarms.map((a) => (
        <div
          key={`${a.where ?? ''}${a.kind}`}
          role="alert"
          data-alarm={a.kind}
          className="flex items-center gap-x-4 border-4 border-error bg-base-100 px-3 py-2"
        >
          <p className="grow">
            <strong className="text-lg">
              <span className="text-error">
                <span aria-hidden>■ </span>
                {alarmNames[a.kind]}
              </span>
              {a.where && `, ${a.where}`}.
            </strong>{' '}
            {a.text}
          </p>
          {onAnswer && (
            <button type="button" className="btn min-h-14 shrink-0 text-lg" onClick={() => onAnswer(a)}>
              I have it
            </button>
          )}
        </div>
      ))}
    </div>
  );
}
