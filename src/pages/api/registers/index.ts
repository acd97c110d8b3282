import { z } from 'zod';
import { registerSchema } from '../../../../core/work/registers';
import { now } from '../../../../db/clock';
import { addRegisterItem, registerItems, wholeRegister } from '../../../../db/registers';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

const query = z.object({ all: z.literal('yes').optional() });

/** What can be picked; with `all=yes` what is retired too. */
export const GET = route({ query }, ({ query: { all } }) => (all ? wholeRegister(db(), now()) : registerItems(db(), undefined, now())));

export const POST = route({ body: registerSchema }, async ({ body }) => {
  const { id, had } = await addRegisterItem(db(), body);
  return had ? error(409, `${body.label} is on the list already.`) : json({ id }, 201);
});
