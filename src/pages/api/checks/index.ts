import { checkSchema } from '../../../../core/work/registers';
import { checks, takeCheck } from '../../../../db/checks';
import { now } from '../../../../db/clock';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

export const GET = route({}, () => checks(db()));

export const POST = route({ body: checkSchema }, async ({ body, who }) => {
  const taken = await takeCheck(db(), now, who.person, body);
  return taken.ok ? json({ note: taken.note, when: now() }, 201) : error(taken.status, taken.error);
});
