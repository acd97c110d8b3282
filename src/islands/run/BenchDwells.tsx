/** The bench while products are on and no purge runs: each clock as large as it goes, its one likely mark under it. */
import { openClocks, type WeldState } from '../../../core/work/record';
import { dwellMarkNames, dwellNow, marksFor, type DwellMarked } from '../../../core/work/dwell';
import { DwellFace, nameOf, titleOf, useDwellCues } from '../dwell/DwellClocks';
import { useNow } from '../kit/useNow';
import type { Refusal, Said } from '../post';
import { RefusalNote } from '../kit/notes';
import { useState } from 'react';

type Props = { state: WeldState; madeAt: number; record: (e: Said) => Promise<Refusal | null> };

export function BenchDwells({ state, madeAt, record }: Props) {
  const now = useNow(madeAt, 500);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const open = openClocks(state);
  useDwellCues(open, now);
  const mark = async (dwell: string, what: DwellMarked['what']) =>
    setRefusal(await record({ stream: state.id, type: 'dwell.marked', body: { dwell, what } }));
  return (
    <div className="flex min-h-0 grow flex-col">
      <div className="grid min-h-0 grow auto-rows-fr gap-3 overflow-y-auto p-3 md:auto-cols-fr md:grid-flow-col">
        {open.map((clock) => {
          const is = dwellNow(clock, now);
          const title = titleOf(clock);
          return (
            <section key={clock.id} aria-label={nameOf(clock)} className="flex flex-col gap-3 border-4 border-base-content p-3">
              <DwellFace clock={clock} now={now} size={open.length > 2 ? 'wall' : 'bench'} title={title} />
              <div className="mt-auto grid grid-cols-2 gap-2">
                {marksFor(clock, is).map((what, i) => (
                  <button
                    key={what}
                    type="button"
                    className={`btn h-auto ${i > 0 ? 'min-h-16 border-base-content text-xl' : `col-span-2 min-h-20 text-2xl ${what === 'on' ? '' : 'btn-primary'}`}`}
                    onClick={() => void mark(clock.id, what)}
                  >
                    {dwellMarkNames[what]}
                  </button>
                ))}
                {is.phase === 'off' && (
                  <a className="btn col-span-2 h-auto min-h-20 text-2xl" href={`/welds/${state.id}`}>
                    Rinse: measure and record it
                  </a>
                )}
              </div>
            </section>
          );
        })}
      </div>
      <div className="p-3">
        <RefusalNote refusal={refusal} />
        <a href="/first-aid" className="btn min-h-14 w-full border-error text-lg text-error">
          First aid: hydrofluoric acid
        </a>
      </div>
    </div>
  );
}
