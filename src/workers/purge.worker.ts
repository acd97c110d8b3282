/** The purge model off the page's own thread: first the plan, then the band, then what would gain; a newer question breaks off an older one. */
import * as Comlink from 'comlink';
import { z } from 'zod';
import {
  adviceOn,
  bandOf,
  FINE,
  flowTable,
  horizonOf,
  planOf,
  predict,
  rulesOfThumb,
  type Band,
  type Change,
  type Curve,
  type Plan,
  type Ready,
  type Thumb,
} from '../../core/models/purge';
import { spacesOf } from '../../core/models/network';
import { totalFlow, type Setup } from '../../core/models/setup';
import type { System } from '../../core/basics/units';
import { breathe } from './breathe';

z.config({ jitless: true });

export type Question = {
  setup: Setup;
  limit: number;
  system: System;
  monitor?: string;
  /** oxygen at the start, ppm, when the spool is not full of air */
  start?: number;
  /** what the arc will wait for */
  ready?: Ready;
  /** without its forty runs, where they are made elsewhere */
  bandless?: boolean;
  /** the plan alone, while a drag goes on */
  quick?: boolean;
};

/** The spool filling, for the drawing: oxygen by edge of the mesh and by moment. */
export type Filling = { times: number[]; pipe: Int32Array; span: Float64Array; shown: Float32Array[] };

export type Answer =
  | {
      kind: 'plan';
      plan: Plan;
      joint: Curve;
      vent: Curve;
      mixed: number;
      supply: number;
      plug: number;
      filling: Filling | null;
      thumbs: Thumb[];
      fat: number;
    }
  | { kind: 'band'; plan: Plan; band: Band }
  | { kind: 'flows'; rows: ReturnType<typeof flowTable> }
  | { kind: 'advice'; changes: Change[] }
  | { kind: 'progress'; of: 'band' | 'advice'; share: number };

let newest = 0;

const FRAMES = 90;

function fillingOf(p: ReturnType<typeof predict>): Filling {
  const { mesh, march } = p;
  const last = march.times.length - 1;
  const every = Math.max(1, Math.ceil(last / FRAMES));
  const kept = march.times.map((_, i) => i).filter((i) => i % every === 0 || i === last);
  return {
    times: kept.map((i) => march.times[i] as number),
    pipe: mesh.pipe,
    span: mesh.span,
    shown: kept.map((i) => {
      const field = march.fields[i] as Float32Array;
      return Float32Array.from(mesh.from, (a, e) => ((field[a] as number) + (field[mesh.to[e] as number] as number)) / 2);
    }),
  };
}

const api = {
  /** Answers in pieces, each as soon as it is there. */
  async ask(job: number, q: Question, tell: (answer: Answer) => void): Promise<void> {
    newest = job;
    await breathe();
    const old = () => newest !== job;
    if (old()) return;
    const spaces = spacesOf(q.setup);
    if (spaces.faults.length) return;
    const start = q.start === undefined ? {} : { start: q.start };
    const options = q.quick ? { cells: 120, tolerance: 0.05, keep: true, ...start } : { ...FINE, keep: true, ...start };
    const first = predict(q.setup, spaces, q.limit, options, q.monitor);
    // Once more when the curves end before the picture does.
    const horizon = horizonOf(first.times.joint, first.times.vent, first.mesh.total / totalFlow(q.setup));
    // A rule of thumb is judged by the curve at its own time.
    const ahead = Math.max(horizon, ...rulesOfThumb(q.setup, first).map((t) => 1.05 * t.seconds));
    const p =
      q.quick || (first.march.times.at(-1) ?? 0) >= ahead
        ? first
        : predict(q.setup, spaces, q.limit, { ...options, atLeast: ahead }, q.monitor);
    const plug = p.mesh.total / totalFlow(q.setup);
    tell({
      kind: 'plan',
      plan: planOf(q.setup, spaces, p, null, q.limit, q.system, q.ready).plan,
      joint: p.joint,
      vent: p.vent,
      mixed: p.mesh.total / totalFlow(q.setup),
      supply: p.supply,
      plug,
      filling: fillingOf(p),
      thumbs: rulesOfThumb(q.setup, p),
      fat: p.fat,
    });
    await breathe();
    if (q.quick || q.bandless || old()) return;

    const band = bandOf(q.setup, spaces, q.limit, Math.min(ahead, 2 * horizon), { monitor: q.monitor, start: q.start });
    for (;;) {
      const next = band.next();
      if (next.done) {
        tell({ kind: 'band', band: next.value, plan: planOf(q.setup, spaces, p, next.value, q.limit, q.system, q.ready).plan });
        break;
      }
      await breathe();
      if (old()) return;
    }
    tell({ kind: 'flows', rows: flowTable(q.setup, spaces, q.limit) });
    await breathe();
    const advice = adviceOn(q.setup, spaces, q.limit, q.system);
    for (;;) {
      if (old()) return;
      const next = advice.next();
      if (next.done) {
        tell({ kind: 'advice', changes: next.value });
        return;
      }
      tell({ kind: 'progress', of: 'advice', share: next.value });
      await breathe();
    }
  },
  /** Runs a small case once, so that the first real one is quick. */
  warm(q: Question): void {
    const spaces = spacesOf(q.setup);
    if (spaces.faults.length === 0) predict(q.setup, spaces, q.limit, { cells: 60, tolerance: 0.1 });
  },
};
export type PurgeWorker = typeof api;
Comlink.expose(api);
