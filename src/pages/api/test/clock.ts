import type { APIRoute } from 'astro';
import { z } from 'zod';
import { moveClock, now, testing } from '../../../../db/clock';
import { bodyOf, error, json } from '../../../server/answer';
import { db } from '../../../server/db';

/** Moves the one clock; there is no such address outside tests. */
export const POST: APIRoute = async ({ request }) => {
  if (!testing()) return error(404, 'Not found.');
  const read = await bodyOf(request, z.object({ offsetMs: z.number().int() }));
  if ('refusal' in read) return read.refusal;
  await moveClock(db(), read.value.offsetMs);
  return json({ now: now() });
};
