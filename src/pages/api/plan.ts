import { z } from 'zod';
import { setupSchema } from '../../../core/models/setup';
import { error } from '../../server/answer';
import { planOnThread } from '../../server/planning';
import { route } from '../../server/route';

const body = z.object({
  setup: setupSchema,
  limitPpm: z.number().min(1).max(100_000),
  units: z.enum(['inch', 'metric']).default('metric'),
});

/** Plans a purge from a set-up: the plan, and the curves at joint and vent with their band. */
export const POST = route({ body, slow: true }, async ({ body: { setup, limitPpm, units } }) => {
  const planned = await planOnThread({ setup, limit: limitPpm, system: units });
  if (planned === 'busy') return error(503, 'Too much is being planned at once. Nothing was changed; try again in a moment.');
  if (planned.ok) return { plan: planned.plan, curves: planned.curves };
  return error(
    422,
    'The purge cannot be planned like this.',
    planned.faults?.map((f) => `${f.at}: ${f.text}`) ?? [planned.error ?? 'The model stopped.'],
  );
});
