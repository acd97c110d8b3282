/** A run as CSV (RFC 4180): one line a reading or a mark, in the order of their time. */
import type { Reading } from '../purge';
import { markNames } from './events';
import type { RunState } from './run';

/** One cell: quoted where it must be; text that a spreadsheet would run is kept from running. */
export function cell(value: string | number): string {
  if (typeof value === 'number') return String(value);
  const tame = /^[=+\-@\t\r]/.test(value) && !/^[+-]?[\d.]+$/.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(tame) ? `"${tame.replaceAll('"', '""')}"` : tame;
}

/** Header: seconds, utc, oxygen_ppm, quality, flow_l_min, mark. */
export function runCsv(run: RunState, readings: readonly Reading[]): string {
  const flow = Number((run.started.setup.lines.reduce((s, l) => s + l.flow, 0) * 60_000).toFixed(3));
  const rows = [
    ...readings.map((r) => ({ at: r.at, ppm: String(r.ppm), quality: r.quality, mark: '' })),
    ...run.marks.map((m) => ({ at: m.at, ppm: '', quality: '', mark: markNames[m.mark] })),
  ].sort((a, b) => a.at - b.at);
  const lines = rows.map((r) =>
    [((r.at - run.startedAt) / 1000).toFixed(3), new Date(r.at).toISOString(), r.ppm, r.quality, String(flow), r.mark].map(cell).join(','),
  );
  return ['seconds,utc,oxygen_ppm,quality,flow_l_min,mark', ...lines].join('\r\n') + '\r\n';
}
