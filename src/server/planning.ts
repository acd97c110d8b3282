/** Asks the planning thread; one question at a time, a few may wait, none waits for ever. */
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Band, Curve, Plan } from '../../core/models/purge';
import type { Setup } from '../../core/models/setup';
import type { Fault } from '../../core/basics/spool';
import type { System } from '../../core/basics/units';

export type Planned =
  { ok: true; plan: Plan; curves: { joint: Curve; vent: Curve; band: Band['curves'] } } | { ok: false; faults?: Fault[]; error?: string };
type Waiting = { done: (p: Planned | 'busy') => void; timer: NodeJS.Timeout };

const LONGEST_MS = 20_000;
const MOST_WAITING = 8;

let thread: Worker | null = null;
let count = 0;
const waiting = new Map<number, Waiting>();

function answer(job: number, planned: Planned | 'busy'): void {
  const w = waiting.get(job);
  if (!w) return;
  waiting.delete(job);
  clearTimeout(w.timer);
  w.done(planned);
}

/** A thread that hangs or dies is thrown away; those who waited are told, the next question starts another. */
function drop(): void {
  const dead = thread;
  thread = null;
  void dead?.terminate();
  for (const job of [...waiting.keys()]) answer(job, 'busy');
}

function theThread(): Worker {
  if (thread) return thread;
  // A program of the same build (scripts/lib/programs.ts); the server says where that lies.
  const made = new Worker(join(process.env['SENTREL_BUILD'] ?? '', 'programs/planThread.js'));
  made.unref();
  made.on('message', ({ job, ...planned }: Planned & { job: number }) => answer(job, planned));
  made.on('error', (e) => {
    console.error('The planning thread stopped:', e);
    if (thread === made) drop();
  });
  return (thread = made);
}

/** Plans a purge; "busy" when too many wait or it takes too long. */
export function planOnThread(setup: Setup, limit: number, system: System): Promise<Planned | 'busy'> {
  if (waiting.size >= MOST_WAITING) return Promise.resolve('busy');
  const job = ++count;
  return new Promise((done) => {
    waiting.set(job, { done, timer: setTimeout(drop, LONGEST_MS) });
    theThread().postMessage({ job, setup, limit, system });
  });
}
