/** What is measured on a run, in the order of its time, kept up by the live stream; a late backlog finds its place. */
import { useEffect, useState } from 'react';
import type { Reading, FlowReading, RunState } from '../../../core/work/run';
import { listen } from '../live';
import { heardTime, request } from '../post';

type Keyed = Reading & { key: string };
/** Oxygen of the monitor and of those that listen beside it, by device; flow. */
export type Measured = { readings: Reading[]; others: Record<string, Reading[]>; flows: FlowReading[] };
/** As many as the server gives at most (db/readings.ts). */
export const MOST_READINGS = 20_000;
/** Asked again this long before the last answer, so that what was being committed then is not missed, ms. */
const OVERLAP = 10_000;

export function useReadings({ id, started, logs }: RunState): Measured {
  const [measured, setMeasured] = useState<Measured>({ readings: [], others: {}, flows: [] });
  const device = started.device?.id ?? null;
  const meter = started.listens?.find((d) => d.kind === 'flow-meter')?.id ?? null;
  const log = logs.at(-1)?.log ?? null;
  const beside = started.listens
    .filter((d) => d.kind === 'oxygen-monitor')
    .map((d) => d.id)
    .join();
  useEffect(() => {
    if (!device && !meter && !log && !beside) return;
    let gone = false;
    let busy = false;
    let again = false;
    let heard = 0;
    const had = new Map<string, Keyed>();
    const others = new Map<string, Keyed & { device: string }>();
    const flows = new Map<number, FlowReading>();
    const fetchMore = async (): Promise<boolean> => {
      if (busy) return (again = true);
      busy = true;
      const sent = await request<{ readings: Keyed[]; others: (Keyed & { device: string })[]; flows: FlowReading[]; now: number }>(
        'GET',
        `/api/runs/${id}/readings?since=${Math.max(0, heard - OVERLAP)}`,
      );
      busy = false;
      if (gone) return true;
      if (sent.ok) {
        heardTime(sent.value.now);
        heard = sent.value.now;
        const before = had.size + flows.size + others.size;
        for (const r of sent.value.readings) had.set(r.key, r);
        for (const r of sent.value.others) others.set(`${r.device} ${r.key}`, r);
        for (const f of sent.value.flows) flows.set(f.at, f);
        if (had.size + flows.size + others.size > before)
          setMeasured({
            readings: [...had.values()].sort((a, b) => a.at - b.at),
            others: Object.fromEntries(
              beside.split(',').map((d) => [d, [...others.values()].filter((r) => r.device === d).sort((a, b) => a.at - b.at)]),
            ),
            flows: [...flows.values()].sort((a, b) => a.at - b.at),
          });
      }
      if (again) {
        again = false;
        void fetchMore();
      }
      return sent.ok;
    };
    void fetchMore();
    const stop = listen({
      onHint: (hint) =>
        hint.device && (hint.device === device || hint.device === meter || beside.includes(hint.device)) ? fetchMore() : undefined,
      onResync: fetchMore,
    });
    return () => {
      gone = true;
      stop();
    };
  }, [id, device, meter, log, beside]);
  return measured;
}
