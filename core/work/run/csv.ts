/** A run as CSV (RFC 4180): one line a reading or a mark, in the order of their time. */
import { STALE_AFTER } from '../../models/sensor';
import type { Reading } from './gate';
import type { RunState } from './state';
import { markNames } from './told';
import type { Seam } from '../../basics/seam';
import { arcName } from './tape';

/** One cell: quoted where it must be; text that a spreadsheet would run is kept from running. */
export function cell(value: string | number): string {
  if (typeof value === 'number') return String(value);
  // "-5" is a number and runs nothing; "+." is none.
  const tame = /^[=+\-@\t\r]/.test(value) && !Number.isFinite(Number(value)) ? `'${value}` : value;
  return /[",\r\n]/.test(tame) ? `"${tame.replaceAll('"', '""')}"` : tame;
}

/** A flow as a meter read it, m³/s. */
export type FlowReading = { at: number; flow: number };

/** Header: seconds, utc, oxygen_ppm, quality, flow_l_min, flow_from, mark. Flow is the newest measured one, else the set one. */
export function runCsv(
  run: RunState,
  readings: readonly Reading[],
  flows: readonly FlowReading[],
  seamOf: (weld: string | null) => Seam,
): string {
  const set = run.started.setup.lines.reduce((s, l) => s + l.flow, 0);
  const lpm = (m3: number) => Number((m3 * 60_000).toFixed(3));
  let next = 0;
  let measured: FlowReading | null = null;
  const rows = [
    ...readings.map((r) => ({ at: r.at, ppm: String(r.ppm), quality: r.quality, mark: '' })),
    ...run.marks.map((m) => ({
      at: m.at,
      ppm: '',
      quality: '',
      mark: m.arc ? `${markNames[m.mark]} ${arcName(m.arc, seamOf(m.weld))}` : markNames[m.mark],
    })),
  ].sort((a, b) => a.at - b.at);
  const lines = rows.map((r) => {
    while (next < flows.length && (flows[next] as FlowReading).at <= r.at) measured = flows[next++] as FlowReading;
    const fresh: FlowReading | null = measured && r.at - measured.at <= STALE_AFTER * 1000 ? measured : null;
    const flow = [String(lpm(fresh?.flow ?? set)), fresh ? 'measured' : 'set'];
    return [((r.at - run.startedAt) / 1000).toFixed(3), new Date(r.at).toISOString(), r.ppm, r.quality, ...flow, r.mark]
      .map(cell)
      .join(',');
  });
  return ['seconds,utc,oxygen_ppm,quality,flow_l_min,flow_from,mark', ...lines].join('\r\n') + '\r\n';
}
