import { now } from '../../../db/clock';
import { clearDemo } from '../../../db/work';
import { db } from '../../server/db';
import { route } from '../../server/route';

export const DELETE = route({}, async ({ who }) => {
  await clearDemo(db(), now, who);
  return { ok: true };
});
