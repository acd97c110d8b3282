/** A logger's file read in beside a run: what was found in it is shown before it is kept, and what was dropped and why. */
import { useState } from 'react';
import { meets } from '../../../core/models/sensor';
import { clock, show } from '../../../core/basics/units';
import type { RunState } from '../../../core/work/run';
import { LivePick } from '../kit/LiveField';
import { RefusalNote } from '../kit/notes';
import { request, type Refusal } from '../post';
import { useLoggerLook } from './useLoggerLook';

type File_ = { name: string; text: string };
const MOST = 8_000_000;

export default function LoggerFile({ run }: { run: RunState }) {
  const [file, setFile] = useState<File_ | null>(null);
  const [columns, setColumns] = useState<{ time?: number; value?: number }>({});
  const [unit, setUnit] = useState<'' | 'ppm' | 'percent'>('');
  const [zone, setZone] = useState(() => -new Date(run.startedAt).getTimezoneOffset());
  const [order, setOrder] = useState<'' | 'day' | 'month'>('');
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);

  const wishes = {
    zone,
    ...(columns.time !== undefined && { timeColumn: columns.time }),
    ...(columns.value !== undefined && { valueColumn: columns.value }),
    ...(unit && { unit }),
    ...(order && { dayFirst: order === 'day' }),
  };
  const [from, to] = [run.startedAt - 60_000, (run.endedAt ?? Date.now() + 3_600_000) + 60_000];
  // To the minute, so that a purge that goes on does not have the file read anew with every tick.
  const looked = useLoggerLook(file?.text ?? null, { ...wishes, start: run.startedAt }, from, Math.ceil(to / 60_000) * 60_000);

  const open = async (picked: File | undefined) => {
    setSaid('');
    setRefusal(null);
    setColumns({});
    setUnit('');
    if (!picked) return setFile(null);
    if (picked.size > MOST)
      return setRefusal({ error: `${picked.name} is larger than 8 MB. Export the time of this purge alone.`, reasons: [], status: 413 });
    setFile({ name: picked.name, text: await picked.text() });
  };
  const keep = async () => {
    if (!file) return;
    setBusy(true);
    const sent = await request<{ status: string; readings: number }>(
      'POST',
      `/api/runs/${run.id}/logs`,
      { name: file.name, text: file.text, ...wishes },
      // Eight megabytes over the air of a shop.
      120_000,
    );
    setBusy(false);
    setRefusal(sent.ok ? null : sent.refusal);
    if (!sent.ok) return;
    setSaid(
      sent.value.status === 'repeat'
        ? 'This file is beside this purge already. Nothing was added.'
        : `${sent.value.readings} readings are kept beside this purge.`,
    );
    setFile(null);
  };

  const read = looked?.ok ? looked.look : null;
  return (
    <div className="space-y-2">
      <input
        type="file"
        aria-label="Logger's file, CSV"
        accept=".csv,.txt,text/csv,text/plain"
        className="file-input min-h-12 w-full"
        onChange={(e) => void open(e.target.files?.[0])}
      />
      {looked && !looked.ok && (
        <p role="alert" className="font-semibold">
          <span className="text-error">■ </span>
          {looked.error} Nothing was kept. A table is wanted: a column with times and one with oxygen.
        </p>
      )}
      {file && !looked && <p role="status">Being read</p>}
      {read && (
        <>
          <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
            <LivePick
              label="Time is in"
              value={String(read.timeColumn)}
              options={read.columns.map((c, i) => ({ value: String(i), label: c }))}
              onValue={(v) => setColumns((c) => ({ ...c, time: Number(v) }))}
            />
            <LivePick
              label="Oxygen is in"
              value={String(read.valueColumn)}
              options={read.columns.map((c, i) => ({ value: String(i), label: c }))}
              onValue={(v) => setColumns((c) => ({ ...c, value: Number(v) }))}
            />
            <LivePick
              label={`Unit${read.unitGuessed ? ', guessed by size' : ''}`}
              value={unit || read.unit}
              options={[
                { value: 'ppm', label: 'ppm' },
                { value: 'percent', label: '%' },
              ]}
              onValue={setUnit}
            />
            <LivePick
              label="Logger’s clock is on"
              value={String(zone)}
              options={[...new Set([zone, 0, -new Date(run.startedAt).getTimezoneOffset()])].map((z) => ({
                value: String(z),
                label: z === 0 ? 'UTC' : `UTC ${z > 0 ? '+' : '−'}${clock(Math.abs(z) * 60).replace(/:00$/, '')}`,
              }))}
              onValue={(z) => setZone(Number(z))}
            />
          </div>
          {read.dateAmbiguous && (
            <LivePick
              label="Day and month could be either way round"
              value={order || 'month'}
              options={[
                { value: 'month', label: 'month first' },
                { value: 'day', label: 'day first' },
              ]}
              onValue={setOrder}
            />
          )}
          <p>
            <strong>{read.count} readings</strong>, {new Date(read.first.at).toISOString().slice(0, 19).replace('T', ' ')} to{' '}
            {new Date(read.last.at).toISOString().slice(0, 19).replace('T', ' ')} UTC, {show(read.first.ppm, 'oxygen', 'metric')} first,{' '}
            {show(read.last.ppm, 'oxygen', 'metric')} last. {read.inside} of them lie in the time of this purge
            {read.inside === 0 ? ': check the clock above' : ''}.
          </p>
          {!meets(0, read.step, run.started.rules.startPpm) && (
            <p className="font-semibold">
              □ Written in steps of {Math.round(read.step)} ppm: what it shows as 0 is under {Math.round(read.step)} ppm, and no proof of{' '}
              {run.started.rules.startPpm} ppm.
            </p>
          )}
          <table className="table w-full max-w-md table-xs" aria-label="First lines as read">
            <tbody className="font-figure">
              {read.lines.map((r) => (
                <tr key={r.line}>
                  <td>line {r.line}</td>
                  <td>{clock((r.at - run.startedAt) / 1000)}</td>
                  <td>{show(r.ppm, 'oxygen', 'metric')}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {read.dropped > 0 && (
            <p>
              □ {read.dropped} {read.dropped === 1 ? 'line is' : 'lines are'} dropped:{' '}
              {read.why.map((d) => `line ${d.line}, ${d.reason}`).join('; ')}
              {read.dropped > read.why.length ? '; and more of the like' : ''}.
            </p>
          )}
          <button type="button" className="btn min-h-12 btn-primary" disabled={busy} onClick={() => void keep()}>
            {busy ? 'Being kept' : 'Keep it beside this purge'}
          </button>
        </>
      )}
      <RefusalNote refusal={refusal} />
      {said && <p role="status">□ {said}</p>}
      {run.logs.map((l) => (
        <p key={l.log}>
          {l.name}: {l.readings} readings, {l.dropped} lines dropped.
        </p>
      ))}
    </div>
  );
}
