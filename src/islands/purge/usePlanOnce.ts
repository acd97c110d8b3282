/** A plan asked for once, in a worker of its own: its curves and its filling for a purge that runs, its band for one nobody has opened yet. */
import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { spacesOf } from '../../../core/models/network';
import type { Band, Plan, Ready } from '../../../core/models/purge';
import type { Setup } from '../../../core/models/setup';
import type { System } from '../../../core/basics/units';
import type { Answer, Filling, PurgeWorker } from '../../workers/purge.worker';

export type PurgeCourse = { plan: Plan; band: Band | null; filling: Filling | null };

/**
 * @param setup null where nothing is to be asked
 * @param bandless without its forty runs, where they are made elsewhere
 * @returns what is there so far; null until something is, 'none' where the spool as it stands cannot be purged
 */
export function usePlanOnce(
  setup: Setup | null,
  limit: number,
  system: System,
  ready: Ready,
  bandless = false,
): PurgeCourse | 'none' | null {
  const [seen, setSeen] = useState<{ key: string; is: PurgeCourse } | null>(null);
  const key = JSON.stringify([setup, limit, ready, bandless]);
  const wrong = useMemo(() => setup !== null && spacesOf(setup).faults.length > 0, [key]);
  useEffect(() => {
    if (setup === null || wrong) return;
    const raw = new Worker(new URL('../../workers/purge.worker.ts', import.meta.url), { type: 'module', name: 'purge' });
    const api = Comlink.wrap<PurgeWorker>(raw);
    let filling: Filling | null = null;
    const hear = (a: Answer) => {
      if (a.kind === 'plan') {
        filling = a.filling;
        setSeen({ key, is: { plan: a.plan, band: null, filling } });
        if (bandless) raw.terminate();
      }
      if (a.kind !== 'band') return;
      setSeen({ key, is: { plan: a.plan, band: a.band, filling } });
      raw.terminate();
    };
    api.ask(1, { setup, limit, system, ready, bandless }, Comlink.proxy(hear)).catch((e: unknown) => {
      console.error('The purge model stopped:', e);
    });
    return () => raw.terminate();
    // Everything asked is in the key.
  }, [key]);
  return wrong ? 'none' : seen?.key === key ? seen.is : null;
}
