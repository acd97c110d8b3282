/** A logger's file read in beside a run: what was found in it is shown before it is kept, and what was dropped and why. */
import { useMemo, useState } from 'react';
import { readLogger } from '../../../core/work/devices';
import { meets } from '../../../core/models/sensor';
import { clock, show } from '../../../core/basics/units';
import type { RunState } from '../../../core/work/run';
import { LivePick } from '../kit/LiveField';
import { RefusalNote } from '../kit/notes';
import { request, type Refusal } from '../post';

type File_ = { name: string; text: string; rows: string[][] };
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
  const wished = JSON.stringify(wishes);
  const table = useMemo(
    () => file && readLogger(file.rows, { ...(JSON.parse(wished) as typeof wishes), start: run.startedAt }),
    [file, wished, run.startedAt],
  );

  const open = async (picked: File | undefined) => {
    setSaid('');
    setRefusal(null);
    setColumns({});
    setUnit('');
    if (!picked) return setFile(null);
    if (picked.size > MOST)
      return setRefusal({ error: `${picked.name} is larger than 8 MB. Export the time of this purge alone.`, reasons: [], status: 413 });
    const text = await picked.text();
    const { loggerRows } = await import('../../csv/loggerRows');
    setFile({ name: picked.name, text, rows: loggerRows(text) });
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

  const read = table?.ok ? table.read : null;
  const inside = read?.readings.filter((r) => r.at >= run.startedAt - 60_000 && r.at <= (run.endedAt ?? Infinity) + 60_000).length ?? 0;
  const [first, last] = [read?.readings[0], read?.readings.at(-1)];
  return (
    <div className="space-y-2">
      <input
        type="file"
        aria-label="Logger's file, CSV"
        accept=".csv,.txt,text/csv,text/plain"
        className="file-input min-h-12 w-full"
        onChange={(e) => void open(e.target.files?.[0])}
      />
      {table && !table.ok && (
        <p role="alert" className="font-semibold">
          <span className="text-error">■ </span>
          {table.error} Nothing was kept. A table is wanted: a column with times and one with oxygen.
        </p>
      )}
      {read && first && last && (
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
            <strong>{read.readings.length} readings</strong>, {new Date(first.at).toISOString().slice(0, 19).replace('T', ' ')} to{' '}
            {new Date(last.at).toISOString().slice(0, 19).replace('T', ' ')} UTC, {show(first.ppm, 'oxygen', 'metric')} first,{' '}
            {show(last.ppm, 'oxygen', 'metric')} last. {inside} of them lie in the time of this purge
            {inside === 0 ? ': check the clock above' : ''}.
          </p>
          {!meets(0, read.step, run.started.rules.startPpm) && (
            <p className="font-semibold">
              □ Written in steps of {Math.round(read.step)} ppm: what it shows as 0 is under {Math.round(read.step)} ppm, and no proof of{' '}
              {run.started.rules.startPpm} ppm.
            </p>
          )}
          <table className="table w-full max-w-md table-xs" aria-label="First lines as read">
            <tbody className="font-figure">
              {read.readings.slice(0, 4).map((r) => (
                <tr key={r.line}>
                  <td>line {r.line}</td>
                  <td>{clock((r.at - run.startedAt) / 1000)}</td>
                  <td>{show(r.ppm, 'oxygen', 'metric')}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {read.dropped.length > 0 && (
            <p>
              □ {read.dropped.length} {read.dropped.length === 1 ? 'line is' : 'lines are'} dropped:{' '}
              {read.dropped
                .slice(0, 5)
                .map((d) => `line ${d.line}, ${d.reason}`)
                .join('; ')}
              {read.dropped.length > 5 ? '; and more of the like' : ''}.
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
