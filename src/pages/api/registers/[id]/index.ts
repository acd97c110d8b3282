import { z } from 'zod';
import { registerSchema } from '../../../../../core/work/registers';
import { now } from '../../../../../db/clock';
import { changeItem, itemUse } from '../../../../../db/registers';
import { error } from '../../../../server/answer';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

const gone = 'There is no such item.';

/** Where it is used, and how it read before. */
export const GET = route({ gone }, ({ id }) => itemUse(db(), id));

const body = z.object({ seen: z.int().min(1), item: registerSchema });
/** Sets it right. */
export const PUT = route({ body, gone }, async ({ id, body: { seen, item }, who }) => {
  const changed = await changeItem(db(), now, who.person, id, seen, item);
  return changed.ok ? { version: changed.version } : error(changed.status, changed.error);
});
