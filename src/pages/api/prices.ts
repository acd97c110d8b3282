import { pricesSchema } from '../../../core/work/registers';
import { prices, setPrices } from '../../../db/checks';
import { json } from '../../server/answer';
import { db } from '../../server/db';
import { route } from '../../server/route';

/** null while none were entered. */
export const GET = route({}, async () => json(await prices(db())));

export const PUT = route({ body: pricesSchema }, async ({ body }) => {
  await setPrices(db(), body);
  return { kept: true };
});
