import type { APIRoute } from 'astro';
import { z } from 'zod';
import { newWorkSchema } from '../../../core/work/jobs';
import { now } from '../../../db/clock';
import { addWork } from '../../../db/work';
import { bodyOf, error, json, who } from '../../server/answer';
import { db } from '../../server/db';

const schema = z.object({ work: newWorkSchema, ids: z.array(z.object({ event: z.uuidv7(), weld: z.uuid() })) });

/** A spool with N welds alike. */
export const POST: APIRoute = async (context) => {
  const read = await bodyOf(context.request, schema);
  if ('refusal' in read) return read.refusal;
  const { work, ids } = read.value;
  if (ids.length !== work.count) return error(422, 'One pair of ids a weld is needed.');
  const { welds, refused } = await addWork(db(), now, who(context), work, ids);
  if (refused.length) return json({ error: refused[0]?.error, reasons: refused.map((r) => r.error), welds }, 422);
  return json({ welds }, 201);
};
