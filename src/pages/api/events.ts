import { z } from 'zod';
import { append, type Answer } from '../../../db/record/append';
import { now } from '../../../db/clock';
import { db } from '../../server/db';
import { route } from '../../server/route';

const body = z.object({ events: z.array(z.unknown()).min(1).max(200) });

/** Takes events one by one, in the order sent; each has an answer of its own. */
export const POST = route({ body }, async ({ body: { events }, who }) => {
  const answers: Answer[] = [];
  for (const event of events) answers.push(await append(db(), now, who, event));
  return { answers, now: now() };
});
