import { now } from '../../../db/clock';
import { db } from '../../server/db';
import { route } from '../../server/route';

export const GET = route({}, async () => {
  await db()`select 1`;
  return { ok: true, now: now() };
});
