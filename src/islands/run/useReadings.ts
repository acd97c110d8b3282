/** Oxygen readings of a run in the order of their time, kept up by the live stream; a late backlog finds its place. */
import { useEffect, useState } from 'react';
import type { Reading } from '../../../core/purge';
import { listen } from '../live';
import { heardTime, request } from '../post';

type Keyed = Reading & { key: string };
/** Asked again this long before the last answer, so that what was being committed then is not missed, ms. */
const OVERLAP = 10_000;

export function useReadings(run: string, device: string | null): Reading[] {
  const [readings, setReadings] = useState<Keyed[]>([]);
  useEffect(() => {
    if (!device) return;
    let gone = false;
    let busy = false;
    let again = false;
    let heard = 0;
    const had = new Map<string, Keyed>();
    const fetchMore = async () => {
      if (busy) return void (again = true);
      busy = true;
      const sent = await request<{ readings: Keyed[]; now: number }>(
        'GET',
        `/api/runs/${run}/readings?since=${Math.max(0, heard - OVERLAP)}`,
      );
      busy = false;
      if (gone) return;
      if (sent.ok) {
        heardTime(sent.value.now);
        heard = sent.value.now;
        const before = had.size;
        for (const r of sent.value.readings) had.set(r.key, r);
        if (had.size > before) setReadings([...had.values()].sort((a, b) => a.at - b.at));
      }
      if (again) {
        again = false;
        void fetchMore();
      }
    };
    void fetchMore();
    const stop = listen(
      (hint) => {
        if (hint.device === device) void fetchMore();
      },
      () => void fetchMore(),
    );
    return () => {
      gone = true;
      stop();
    };
  }, [run, device]);
  return readings;
}
