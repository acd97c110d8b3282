/** Enters a new item: what it is first, then what is asked of one. */
import { useState } from 'react';
import { entered, type Entered, type NewRegisterItem, type RegisterItem } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import { request } from '../post';
import { ItemForm } from './ItemForm';
import { StripForm } from './StripForm';

type Props = { registers: readonly RegisterItem[]; system: System; onKept: (id: string) => Promise<void> };

export function NewItem({ registers, system, onKept }: Props) {
  const [kind, setKind] = useState<Entered | 'strip'>('heat');
  const keep = async (item: NewRegisterItem) => {
    const sent = await request<{ id: string }>('POST', '/api/registers', item);
    if (!sent.ok) return sent.refusal;
    await onKept(sent.value.id);
    return null;
  };
  return (
    <section aria-label="New" className="border-4 border-base-content p-4">
      <div role="group" aria-label="What is new" className="mb-3 flex flex-wrap gap-1">
        {(Object.entries({ ...entered, strip: 'Trial strip' }) as [Entered | 'strip', string][]).map(([k, name]) => (
          <button
            key={k}
            type="button"
            className={`btn min-h-12 ${kind === k ? 'btn-primary' : ''}`}
            aria-pressed={kind === k}
            onClick={() => setKind(k)}
          >
            {name}
          </button>
        ))}
      </div>
      {kind === 'strip' ? (
        <StripForm registers={registers} system={system} onItem={keep} />
      ) : (
        <ItemForm key={kind} kind={kind} item={null} system={system} label="Put it on the shelf" onItem={keep} />
      )}
    </section>
  );
}
