/** Asks the planning thread. */
import type { Band, Curve, Plan } from '../../core/models/purge';
import type { Setup } from '../../core/models/setup';
import type { Fault } from '../../core/basics/spool';
import type { System } from '../../core/basics/units';
import { asking } from './asking';

export type PlanQuestion = { setup: Setup; limit: number; system: System };
export type Planned =
  { ok: true; plan: Plan; curves: { joint: Curve; vent: Curve; band: Band['curves'] } } | { ok: false; faults?: Fault[]; error?: string };

/** Plans a purge; "busy" when too many wait or it takes too long. */
export const planOnThread = asking<PlanQuestion, Planned>('planThread', { longest: 20_000, most: 8, memory: 256 });
