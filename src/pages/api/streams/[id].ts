import type { APIRoute } from 'astro';
import { z } from 'zod';
import { now } from '../../../../db/clock';
import { eventsOf, isStream } from '../../../../db/record/stored';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';

/** What a browser lacks of a stream: its events after a version. */
export const GET: APIRoute = async ({ params, url }) => {
  const id = z.uuid().safeParse(params.id);
  if (!id.success) return error(404, 'There is no such stream.');
  const after = Number(url.searchParams.get('after') ?? 0);
  const events = await eventsOf(db(), id.data, Number.isInteger(after) && after > 0 ? after : 0);
  if (events.length === 0 && !(await isStream(db(), id.data))) return error(404, 'There is no such stream.');
  return json({ events, now: now() });
};
