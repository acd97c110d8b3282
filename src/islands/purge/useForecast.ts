/** The plan of a purge nobody has opened yet: the same model, asked once in a worker of its own. */
import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { spacesOf } from '../../../core/models/network';
import type { Plan, Ready } from '../../../core/models/purge';
import type { Setup } from '../../../core/models/setup';
import type { System } from '../../../core/basics/units';
import type { Answer, PurgeWorker } from '../../workers/purge.worker';

/**
 * @param setup null where a plan is there already
 * @returns the plan with its band; null until it is there, 'none' where the spool as it stands cannot be purged
 */
export function useForecast(setup: Setup | null, limit: number, system: System, ready: Ready): Plan | 'none' | null {
  const [seen, setSeen] = useState<{ key: string; plan: Plan } | null>(null);
  const key = JSON.stringify([setup, limit, ready]);
  const wrong = useMemo(() => setup !== null && spacesOf(setup).faults.length > 0, [key]);
  useEffect(() => {
    if (setup === null || wrong) return;
    const raw = new Worker(new URL('../../workers/purge.worker.ts', import.meta.url), { type: 'module', name: 'purge' });
    const api = Comlink.wrap<PurgeWorker>(raw);
    const hear = (a: Answer) => {
      if (a.kind !== 'band') return;
      setSeen({ key, plan: a.plan });
      raw.terminate();
    };
    api.ask(1, { setup, limit, system, ready }, Comlink.proxy(hear)).catch((e: unknown) => {
      console.error('The purge model stopped:', e);
    });
    return () => raw.terminate();
    // Everything asked is in the key.
  }, [key]);
  return wrong ? 'none' : seen?.key === key ? seen.plan : null;
}
