import { shopSchema } from '../../../core/work/shop';
import { setShop, shop } from '../../../db/shop';
import { db } from '../../server/db';
import { route } from '../../server/route';

export const GET = route({}, () => shop(db()));

export const PUT = route({ body: shopSchema }, async ({ body }) => {
  await setShop(db(), body);
  return { kept: true };
});
