import { z } from 'zod';
import { drawnSchema, newWorkSchema } from '../../../core/work/jobs';
import { now } from '../../../db/clock';
import { unfitForNew } from '../../../db/criteria';
import { addWork } from '../../../db/work';
import { error, json } from '../../server/answer';
import { db } from '../../server/db';
import { route } from '../../server/route';

const body = z.object({
  work: newWorkSchema,
  ids: z.array(z.object({ event: z.uuidv7(), weld: z.uuid() })),
  drawn: drawnSchema.nullable().optional(),
});

/** A spool with N welds alike. */
export const POST = route({ body }, async ({ body: { work, ids, drawn = null }, who }) => {
  if (ids.length !== work.count) return error(422, 'One pair of ids a weld is needed.');
  const astray = drawn?.joints.find((j) => !drawn.setup.parts.some((p) => p.id === j && p.on !== null));
  if (astray !== undefined) return error(422, 'A joint is pressed that the spool does not have. Draw it again.');
  const unfit = await unfitForNew(db(), work.design.criterion);
  if (unfit !== null) return error(422, unfit);
  const { welds, refused } = await addWork(db(), now, who, work, ids, false, drawn);
  if (refused.length) return json({ error: refused[0]?.error, reasons: refused.map((r) => r.error), welds }, 422);
  return json({ welds }, 201);
});
