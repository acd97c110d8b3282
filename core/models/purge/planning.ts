/** The whole plan in one call, for the server, the demo and tests; a worker does the same in pieces it can break off. */
import type { System } from '../../basics/units';
import { bandOf } from './band';
import { planOf } from './plan';
import type { Plan } from './planned';
import { predict } from './predict';
import type { Ready } from './course';
import type { Setup } from '../setup';
import { spacesOf } from '../network';

/** How a plan is worked out: to the last place of the spool, or six hours of it. */
export const FINE = { cells: 320, tolerance: 0.02, untilEverywhere: 6 * 3600 };

/** Runs a generator to its end. */
export function runThrough<T>(steps: Generator<unknown, T>): T {
  for (;;) {
    const next = steps.next();
    if (next.done) return next.value;
  }
}

/** How far ahead the curves are drawn, s: well past the late end, or what a mixed space would take. */
export const horizonOf = (joint: number | null, vent: number | null, plug: number): number =>
  joint === null || vent === null ? 12 * plug : 2.4 * Math.max(joint, vent);

/** @returns the plan, or what keeps the set-up from having one */
export function planPurge(
  setup: Setup,
  limit: number,
  system: System,
  samples = 40,
  ready?: Ready,
): { ok: true; plan: Plan } | { ok: false; faults: string[] } {
  const spaces = spacesOf(setup);
  if (spaces.faults.length) return { ok: false, faults: spaces.faults.map((f) => f.text) };
  const p = predict(setup, spaces, limit, FINE);
  const plug = p.mesh.total / setup.lines.reduce((s, l) => s + l.flow, 0);
  const band = samples > 0 ? runThrough(bandOf(setup, spaces, limit, horizonOf(p.times.joint, p.times.vent, plug), { samples })) : null;
  return { ok: true, plan: planOf(setup, spaces, p, band, limit, system, ready).plan };
}
