/** What was done that must not be, and how it was settled: open ones keep the record from closing. */
import { useState } from 'react';
import { mendNames, type Deviation } from '../../../core/work/release';
import { RefusalNote } from '../kit/notes';
import { useWords } from '../kit/reader';
import type { Refusal } from '../post';
import { useWeld } from './context';

export function Deviations() {
  const { state } = useWeld();
  const words = useWords();
  if (state.deviations.length === 0) return null;
  return (
    <ul className="space-y-2" aria-label="Deviations">
      {state.deviations.map((d) => (
        <li key={`${d.entry} ${d.id}`} className="border-l-4 border-base-content pl-3">
          <p className="font-semibold">
            {d.settled === null ? <span className="text-error">■ Deviation. </span> : '✓ Deviation, settled. '}
            {words(d.text)}
          </p>
          {d.settled === null ? <Refer deviation={d} /> : <p className="text-sm">{d.settled}</p>}
        </li>
      ))}
    </ul>
  );
}

function Refer({ deviation }: { deviation: Deviation }) {
  const { state, record } = useWeld();
  const [reason, setReason] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const ways = deviation.mends.map((m) => mendNames[m]);
  return (
    <>
      <p className="text-sm">
        {ways.length ? `Settled by ${ways.join(', or by ')}; or referred:` : 'Nothing done later settles it: refer it.'}
      </p>
      <div className="flex items-end gap-2">
        <label className="grow text-sm font-medium">
          Referred to whom, and what they decided
          <input className="input min-h-12 w-full" maxLength={200} value={reason} onChange={(e) => setReason(e.target.value)} />
        </label>
        <button
          type="button"
          className="btn min-h-12"
          onClick={() =>
            void record({
              stream: state.id,
              type: 'deviation.settled',
              body: { entry: deviation.entry, id: deviation.id, reason: reason.trim() },
            }).then(setRefusal)
          }
        >
          Record the referral
        </button>
      </div>
      <RefusalNote refusal={refusal} />
    </>
  );
}
