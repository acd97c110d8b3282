/** The band of a first weld walked together: what the step is for, what to press, and the way out. */
import { useEffect, useState } from 'react';
import { walkStep } from '../../../core/work/record';
import { leave, walked } from '../walk';
import { useWeld } from './context';

export function WalkBand() {
  const { state } = useWeld();
  const [here, setHere] = useState(false);
  useEffect(() => setHere(walked() === state.id), [state.id]);
  if (!here) return null;
  const { about, now } = walkStep(state);
  const over = state.due === null;
  return (
    <section
      aria-label="First weld"
      className="flex shrink-0 items-center gap-x-4 gap-y-1 bg-base-content px-4 py-1.5 text-base-100 max-sm:flex-wrap"
    >
      <p className="min-w-0 grow" role="status">
        {about} <strong>{now}</strong>
      </p>
      {over && (
        <a className="btn min-h-11 shrink-0" href={`/welds/${state.id}/record`} onClick={leave}>
          Open the record
        </a>
      )}
      <button
        type="button"
        className="btn min-h-11 shrink-0 border-base-100 bg-transparent text-base-100"
        onClick={() => {
          leave();
          setHere(false);
        }}
      >
        Leave the walk
      </button>
    </section>
  );
}
