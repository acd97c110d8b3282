import type { APIRoute } from 'astro';
import { z } from 'zod';
import { append, type Answer } from '../../../db/record/append';
import { now } from '../../../db/clock';
import { bodyOf, json, who } from '../../server/answer';
import { db } from '../../server/db';

/** Takes events one by one, in the order sent; each has an answer of its own. */
export const POST: APIRoute = async (context) => {
  const read = await bodyOf(context.request, z.object({ events: z.array(z.unknown()).min(1).max(200) }));
  if ('refusal' in read) return read.refusal;
  const answers: Answer[] = [];
  for (const event of read.value.events) answers.push(await append(db(), now, who(context), event));
  return json({ answers, now: now() });
};
