/** Record: dams counted in and out, the story so far, closing it. Unsigned until there is sign-in. */
import { useState } from 'react';
import { show } from '../../../core/basics/units';
import { dams, gasUse, gasUseWords, versionOf } from '../../../core/work/record';
import { RefusalNote } from '../kit/notes';
import { useNow } from '../kit/useNow';
import type { Refusal } from '../post';
import { useWeld } from './context';
import { Deviations } from './Deviations';

export function RecordStage() {
  const { state, system, record } = useWeld();
  const [remarks, setRemarks] = useState('');
  const [out, setOut] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const now = useNow(state.runs.at(-1)?.startedAt ?? 0);
  const count = dams(state);
  const uncounted = state.runs.find((r) => r.ended && r.ended.countOut !== r.started.countIn);

  const countNow = async () => {
    if (!uncounted?.ended || !uncounted.endedBy) return;
    if (!/^\d{1,3}$/.test(out.trim()))
      return setRefusal({ error: `"${out}" is no count. Type how many came out.`, reasons: [], status: 422 });
    setRefusal(
      await record({
        stream: uncounted.id,
        type: 'run.corrected',
        body: {
          corrects: uncounted.endedBy,
          reason: uncounted.ended.countOut === null ? 'Dams counted after the purge' : 'Dams counted again',
          version: versionOf('run.ended'),
          body: { how: uncounted.ended.how, countOut: Number(out) },
        },
      }),
    );
  };
  return (
    <div className="space-y-3">
      <p className="text-lg">
        Dams, tape and diffusers: <strong className="font-figure">{count.in}</strong> in,{' '}
        <strong className="font-figure">{count.out ?? 'not counted'}</strong> out.{' '}
        {count.out !== null && !count.agree && <strong className="text-error">■ They do not agree.</strong>}
      </p>
      <p className="text-sm" data-testid="gas-use">
        Gas: {gasUseWords(gasUse(state, now), (m3) => show(m3, 'volume', system))}
      </p>
      {uncounted && (
        <div className="flex items-end gap-2">
          <label className="text-sm font-medium">
            Came out
            <input className="input min-h-12 w-28 font-figure" inputMode="numeric" value={out} onChange={(e) => setOut(e.target.value)} />
          </label>
          <button type="button" className="btn min-h-12" onClick={() => void countNow()}>
            Record the count
          </button>
        </div>
      )}
      <Deviations />
      {state.closed ? (
        <p>Closed, unsigned.{state.closed.remarks && ` ${state.closed.remarks}`}</p>
      ) : (
        <>
          <label className="block text-sm font-medium">
            Remarks
            <textarea className="textarea w-full" rows={2} maxLength={1000} value={remarks} onChange={(e) => setRemarks(e.target.value)} />
          </label>
          <RefusalNote refusal={refusal} />
          <button
            type="button"
            className="btn btn-primary min-h-12"
            onClick={() => void record({ stream: state.id, type: 'record.closed', body: { remarks } }).then(setRefusal)}
          >
            Close the record, unsigned
          </button>
        </>
      )}
      <p className="flex gap-4">
        <a className="link min-h-11 py-2" href={`/welds/${state.id}/record`}>
          Whole record, to print
        </a>
        <a className="link min-h-11 py-2" href={`/api/records/${state.id}`}>
          As JSON
        </a>
      </p>
    </div>
  );
}
