/** Enters a new item: what it is first, then what is asked of one. */
import { useState } from 'react';
import { entered, type Entered } from '../../../core/work/registers';
import type { System } from '../../../core/basics/units';
import { request } from '../post';
import { ItemForm } from './ItemForm';

export function NewItem({ system, onKept }: { system: System; onKept: (id: string) => Promise<void> }) {
  const [kind, setKind] = useState<Entered>('heat');
  return (
    <section aria-label="New" className="border-4 border-base-content p-4">
      <div role="group" aria-label="What is new" className="mb-3 flex flex-wrap gap-1">
        {(Object.entries(entered) as [Entered, string][]).map(([k, name]) => (
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
      <ItemForm
        key={kind}
        kind={kind}
        item={null}
        system={system}
        label="Put it on the shelf"
        onItem={async (item) => {
          const sent = await request<{ id: string }>('POST', '/api/registers', item);
          if (!sent.ok) return sent.refusal;
          await onKept(sent.value.id);
          return null;
        }}
      />
    </section>
  );
}
