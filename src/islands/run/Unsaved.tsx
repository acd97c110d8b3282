/** What is not saved yet, honestly: how much, why, and what was refused. */
import { markNames } from '../../../core/work/run';
import type { BodyOf } from '../../../core/work/record';
import { timed } from '../../../core/basics/units';
import { serverTime } from '../post';
import { forget, type Waiting } from '../queue';

const nameOf = (w: Waiting): string => {
  const { type, body } = w.event;
  if (type === 'run.marked') return markNames[(body as BodyOf<'run.marked'>).mark];
  return type === 'run.ended' ? 'End of the purge' : type === 'run.answered' ? 'An answered alarm' : 'A correction';
};

export function Unsaved({ list, live }: { list: readonly Waiting[]; live: boolean }) {
  const waits = list.filter((w) => w.refusal === null);
  const refused = list.filter((w) => w.refusal !== null);
  const oldest = waits[0] && Date.parse(waits[0].event.happenedAt) + waits[0].event.offsetMs;
  return (
    <>
      {(waits.length > 0 || !live) && (
        <p role="status" data-testid="unsaved" className="border-l-8 border-base-content bg-base-200 p-3 font-semibold">
          □{' '}
          {waits.length === 0
            ? 'Not live: the connection is lost. The clock goes on here; readings are old.'
            : `${waits.length} ${waits.length === 1 ? 'mark is' : 'marks are'} on this device only, not saved yet: ${waits.map(nameOf).slice(-4).join(', ')}. Sent in order as soon as Sentrel answers${oldest !== undefined ? `; the oldest is ${timed(Math.max(0, (serverTime() - oldest) / 1000))} old` : ''}.`}
        </p>
      )}
      {refused.map((w) => (
        <div key={w.event.id} role="alert" className="flex items-center gap-3 border-l-8 border-error bg-base-200 p-3">
          <p className="grow">
            <strong>
              <span className="text-error">■ </span>
              {nameOf(w)} was not taken.
            </strong>{' '}
            {w.refusal?.error} {w.refusal?.reasons.filter((r) => r !== w.refusal?.error).join(' ')}
          </p>
          <button type="button" className="btn min-h-12" onClick={() => void forget(w.event.id)}>
            I have seen it
          </button>
        </div>
      ))}
    </>
  );
}
