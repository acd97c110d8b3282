import { now } from '../../../db/clock';
import { db } from '../../server/db';
import { trouble } from '../../server/trouble';
import { route } from '../../server/route';

export const GET = route({}, async () => {
  await db()`select 1`;
  return { ok: true, now: now(), trouble: trouble() };
});
