import type { APIRoute } from 'astro';
import { now } from '../../../db/clock';
import { json } from '../../server/answer';
import { db } from '../../server/db';

export const GET: APIRoute = async () => {
  await db()`select 1`;
  return json({ ok: true, now: now() });
};
