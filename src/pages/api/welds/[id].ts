import type { APIRoute } from 'astro';
import { z } from 'zod';
import { now } from '../../../../db/clock';
import { weldRecord } from '../../../../db/record/stored';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';

export const GET: APIRoute = async ({ params }) => {
  const id = z.uuid().safeParse(params.id);
  const record = id.success ? await weldRecord(db(), id.data) : null;
  if (!record) return error(404, 'There is no such weld.');
  const { events, runEvents, criterion } = record;
  return json({ events, runEvents, criterion, now: now() });
};
