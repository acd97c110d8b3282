/** Before the look: was it welded as the sheet says? One press; and where a stop was told, there to look. */
import { useState } from 'react';
import { placeText } from '../../../core/basics/seam';
import { AS_THE_SHEET, stopNames } from '../../../core/work/welded';
import { RefusalNote } from '../kit/notes';
import type { Refusal } from '../post';
import { useShop, useWeld } from './context';
import { useDesk } from './desk';

export function AsDoneLine() {
  const { state, record } = useWeld();
  const { system } = useShop();
  const { act } = useDesk();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);
  const { setup, welded, design } = state;
  if (welded)
    return welded.stops.length ? (
      <p className="text-sm font-semibold">
        □ {welded.stops.map((x) => `${stopNames[x.kind]} at ${placeText(x.at, design.seam, system)}`).join('; ')}: look there.
      </p>
    ) : null;
  if (!setup || state.arcs.length === 0) return null;
  const say = async () => {
    setBusy(true);
    setRefusal(await record({ stream: state.id, type: 'welded.recorded', body: AS_THE_SHEET }));
    setBusy(false);
  };
  return (
    <div role="group" aria-label="As the sheet" className="space-y-1 border-b border-base-content/40 pb-2">
      <div className="grid grid-cols-2 gap-2">
        <button type="button" className="btn h-auto min-h-12 px-1 text-sm leading-tight" disabled={busy} onClick={() => void say()}>
          Welded as the sheet
        </button>
        <button
          type="button"
          className="btn h-auto min-h-12 px-1 text-sm leading-tight"
          disabled={busy}
          onClick={() => act({ do: 'open', stage: 'weld' })}
        >
          Something was not
        </button>
      </div>
      <RefusalNote refusal={refusal} />
    </div>
  );
}
