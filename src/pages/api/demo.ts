import type { APIRoute } from 'astro';
import { now } from '../../../db/clock';
import { clearDemo } from '../../../db/work';
import { json, who } from '../../server/answer';
import { db } from '../../server/db';

export const DELETE: APIRoute = async (context) => {
  await clearDemo(db(), now, who(context));
  return json({ ok: true });
};
