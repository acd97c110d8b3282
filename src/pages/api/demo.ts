import type { APIRoute } from 'astro';
import { now } from '../../../db/clock';
import { clearDemo } from '../../../db/work';
import { json } from '../../server/answer';
import { db } from '../../server/db';

export const DELETE: APIRoute = async () => {
  await clearDemo(db(), now);
  return json({ ok: true });
};
