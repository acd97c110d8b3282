/** Remaining time off the page's own thread: the forty runs once for a set-up, then an answer with every reading. */
import * as Comlink from 'comlink';
import { z } from 'zod';
import { spacesOf } from '../../core/models/network';
import { Remaining, shapesOf, type Course, type Place, type Reading, type Shapes } from '../../core/models/remaining';
import type { Answer } from '../../core/models/remaining';
import type { Fill } from '../../core/work/run';
import { breathe } from './breathe';

z.config({ jitless: true });

/** What was read since gas on, all of it: s, ppm, by monitor; and measured flow over the flow that was set. */
export type Heard = { readings: Reading[]; flows: [number, number][]; now: number };
export type Told = { answer: Answer; planned: Record<Place, Course>; ahead: Course };

let shapes: { key: string; is: Shapes } | null = null;
let model: { key: string; is: Remaining; planned: Record<Place, Course> } | null = null;

const api = {
  /** Makes ready for a fill. @returns false where the spool as it stands cannot be reckoned with */
  async begin(fill: Fill): Promise<boolean> {
    const key = JSON.stringify(fill.setup);
    if (shapes?.key !== key) {
      const spaces = spacesOf(fill.setup);
      if (spaces.faults.length) return false;
      const runs = shapesOf(fill.setup, spaces);
      for (;;) {
        const next = runs.next();
        if (next.done) {
          shapes = { key, is: next.value };
          break;
        }
        await breathe();
      }
    }
    const is = new Remaining(shapes.is, {
      ...{ limit: fill.limit, monitors: fill.monitors, start: fill.start, seed: fill.seed },
      ...(fill.prior && { prior: fill.prior }),
    });
    // As far as the drawing goes: well past the late end of what was likely before anything was read.
    const far = Math.min(1200, Math.max(120, 1.6 * (is.answer(0).reads?.high ?? 400)));
    model = { key: fill.key, is, planned: { vent: is.planned('vent', far), joint: is.planned('joint', far) } };
    return true;
  },
  /** @returns null when another fill was begun meanwhile */
  hear(key: string, { readings, flows, now }: Heard): Told | null {
    if (model?.key !== key) return null;
    const { is, planned } = model;
    is.flows = flows;
    is.feed(readings, now);
    const answer = is.answer(now);
    // Past the late end, so that the drawing shows it come to the limit.
    const far = Math.min(1200, Math.max(120, (answer.reads?.high ?? 300) * 1.3));
    return { answer, planned, ahead: is.ahead(far) };
  },
};
export type RemainingWorker = typeof api;
Comlink.expose(api);
