/** The purge model on the server, in a thread of its own: never on the event loop. */
import { parentPort } from 'node:worker_threads';
import { bandOf, FINE, horizonOf, planOf, predict, runThrough } from '../../core/models/purge';
import { spacesOf } from '../../core/models/network';
import { totalFlow } from '../../core/models/setup';
import type { PlanQuestion } from './planning';

parentPort?.on('message', ({ job, setup, limit, system }: PlanQuestion & { job: number }) => {
  try {
    const spaces = spacesOf(setup);
    if (spaces.faults.length) {
      parentPort?.postMessage({ job, ok: false, faults: spaces.faults });
      return;
    }
    const p = predict(setup, spaces, limit, FINE);
    const band = runThrough(bandOf(setup, spaces, limit, horizonOf(p.times.joint, p.times.vent, p.mesh.total / totalFlow(setup))));
    const { plan } = planOf(setup, spaces, p, band, limit, system);
    parentPort?.postMessage({ job, ok: true, plan, curves: { joint: p.joint, vent: p.vent, band: band.curves } });
  } catch (e) {
    parentPort?.postMessage({ job, ok: false, error: e instanceof Error ? e.message : 'stopped' });
  }
});
