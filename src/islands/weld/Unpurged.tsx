/** A weld without an inside purge. */
import { useState } from 'react';
import { backingNames } from '../../../core/models/need';
import { begunUnpurged } from '../../../core/work/run';
import { RefusalNote } from '../kit/notes';
import { newId, type Refusal } from '../post';
import { useShop, useWeld } from './context';

/** No inside purge, as decided: the arcs are marked all the same. */
export function Unpurged() {
  const { state, criterion, record } = useWeld();
  const { people } = useShop();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const need = state.need;
  if (!need) return null;
  const { choice } = need;
  if (choice === 'purge') return null;
  const start = async () =>
    setRefusal(
      await record({ stream: newId(), type: 'run.started', body: begunUnpurged(state.spool, state.id, choice, state.design, criterion) }),
    );
  return (
    <div className="space-y-3">
      <p className="border-2 border-base-content p-3 text-lg font-semibold">{backingNames[need.choice]}: no inside purge</p>
      <p className="text-sm">
        Taken by {people.find((p) => p.id === need.by)?.name ?? 'somebody'}: {need.reason} Change it at the Gas stage.
      </p>
      <ul className="text-sm font-medium">
        {need.options
          .find((o) => o.choice === need.choice)
          ?.given.map((x) => (
            <li key={x}>□ {x}</li>
          ))}
      </ul>
      <RefusalNote refusal={refusal} />
      <button type="button" className="btn min-h-14 px-8 btn-success text-lg" onClick={() => void start()}>
        Start welding
      </button>
    </div>
  );
}
