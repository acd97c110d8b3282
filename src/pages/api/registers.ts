import { registerSchema } from '../../../core/work/registers';
import { addRegisterItem, registerItems } from '../../../db/registers';
import { error, json } from '../../server/answer';
import { db } from '../../server/db';
import { route } from '../../server/route';

export const GET = route({}, () => registerItems(db()));

export const POST = route({ body: registerSchema }, async ({ body }) => {
  const { id, had } = await addRegisterItem(db(), body);
  return had ? error(409, `${body.label} is on the list already.`) : json({ id }, 201);
});
