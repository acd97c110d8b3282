/** Remaining time on the server, in a thread of its own: what each running purge has taught, and purges that have ended gone through again. */
import { parentPort } from 'node:worker_threads';
import { runThrough } from '../../core/models/purge';
import { spacesOf } from '../../core/models/network';
import { Remaining, shapesOf, type Shapes } from '../../core/models/remaining';
import { foretoldOf } from '../../core/work/run';
import type { Setup } from '../../core/models/setup';
import type { RemainQuestion, Remained } from './remaining';

/** The forty runs of so many set-ups, and the clouds of so many purges, the newest. */
const MOST = 12;
const shapesBy = new Map<string, Shapes | null>();
const models = new Map<string, { is: Remaining; heard: number }>();
const keep = <T>(map: Map<string, T>, key: string, made: () => T): T => {
  const had = map.get(key);
  const is = had === undefined ? made() : had;
  map.delete(key);
  map.set(key, is);
  for (const old of [...map.keys()].slice(0, Math.max(0, map.size - MOST))) map.delete(old);
  return is;
};

const shapesFor = (setup: Setup): Shapes | null =>
  keep(shapesBy, JSON.stringify(setup), () => {
    const spaces = spacesOf(setup);
    return spaces.faults.length ? null : runThrough(shapesOf(setup, spaces));
  });

function told(q: RemainQuestion): Remained {
  const { fill } = q;
  const shapes = shapesFor(fill.setup);
  if (!shapes) return { ok: true, foretold: null };
  if (q.kind === 'then') return { ok: true, foretold: foretoldOf({ started: q.started }, fill, shapes, q.readings, q.shop) };
  const made = () => ({
    is: new Remaining(shapes, {
      ...{ limit: fill.limit, monitors: fill.monitors, start: fill.start, seed: fill.seed },
      ...(fill.prior && { prior: fill.prior }),
    }),
    heard: 0,
  });
  let model = keep(models, fill.key, made);
  // Fewer than before: some were found to be of a frozen cell, and all is gone through again without them.
  if (q.readings.length < model.heard) {
    model = made();
    models.set(fill.key, model);
  }
  model.heard = q.readings.length;
  model.is.flows = q.flows;
  model.is.feed(q.readings, q.at);
  return { ok: true, answer: model.is.answer(q.at) };
}

parentPort?.on('message', ({ job, ...q }: RemainQuestion & { job: number }) => {
  try {
    parentPort?.postMessage({ job, ...told(q) });
  } catch (e) {
    console.error('remaining time', e instanceof Error ? e.message : e);
    parentPort?.postMessage({ job, ok: false });
  }
});
