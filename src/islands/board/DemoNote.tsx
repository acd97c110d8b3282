/** Says that this is demo data, and clears it away on a second press. */
import { useState } from 'react';
import { request } from '../post';

export function DemoNote() {
  const [asked, setAsked] = useState(false);
  const [error, setError] = useState('');
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
        <button type="button" className="btn min-h-12" onClick={() => setAsked(true)}>
          Clear the demo away
        </button>
      )}
      {error && <p role="alert">■ {error}</p>}
    </section>
  );
}
