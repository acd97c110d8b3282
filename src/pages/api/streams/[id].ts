import { z } from 'zod';
import { now } from '../../../../db/clock';
import { eventsOf, isStream } from '../../../../db/record/stored';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

const query = z.object({ after: z.coerce.number().int().min(0).max(2_147_483_647).default(0) });

/** What a browser lacks of a stream: its events after a version. */
export const GET = route({ gone: 'There is no such stream.', query }, async ({ id, query: { after } }) => {
  const events = await eventsOf(db(), id, after);
  if (events.length === 0 && !(await isStream(db(), id))) return null;
  return { events, now: now() };
});
