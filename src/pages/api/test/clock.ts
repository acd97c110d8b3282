import { z } from 'zod';
import { moveClock, now, testing } from '../../../../db/clock';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

/** Moves the one clock; there is no such address outside tests. */
export const POST = route({ open: true, body: z.object({ offsetMs: z.number().int() }) }, async ({ body }) => {
  if (!testing()) return null;
  await moveClock(db(), body.offsetMs);
  return { now: now() };
});
