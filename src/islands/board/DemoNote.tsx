/** Says that this is demo data, and clears it away on a second press. */
import { useState } from 'react';
import { request } from '../post';
import { beginWalk } from './FirstMinutes';

export function DemoNote({ somebody }: { somebody: boolean }) {
  const [asked, setAsked] = useState(false);
  const [error, setError] = useState('');
  const walk = async () => {
    const no = await beginWalk(somebody);
    if (no) setError(no.error);
  };
  const clear = async () => {
    const sent = await request('DELETE', '/api/demo');
    if (sent.ok) location.href = '/';
    else setError(sent.refusal.error);
  };
  return (
    <section className="border-t border-base-300 pt-3 text-sm">
      <p className="mb-2">The jobs, people and registers marked DEMO are invented.</p>
      {asked ? (
        <p className="flex flex-wrap items-center gap-2">
          Clear away all demo jobs, people and registers? Your own stay. The demo cannot be brought back without a fresh start.
          <button type="button" className="btn min-h-12" onClick={() => void clear()}>
            Clear the demo away
          </button>
          <button type="button" className="btn btn-ghost min-h-12" onClick={() => setAsked(false)}>
            Keep it
          </button>
        </p>
      ) : (
        <p className="flex flex-wrap gap-2">
          <button type="button" className="btn min-h-12" onClick={() => void walk()}>
            Walk a first weld
          </button>
          <button type="button" className="btn min-h-12" onClick={() => setAsked(true)}>
            Clear the demo away
          </button>
        </p>
      )}
      {error && <p role="alert">■ {error}</p>}
    </section>
  );
}
