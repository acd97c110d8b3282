import { z } from 'zod';
import { now } from '../../../../../db/clock';
import { retireItem } from '../../../../../db/registers';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

const body = z.object({ reason: z.string().trim().min(3, 'Say in a few words why.').max(200).nullable() });

/** Takes it off the shelf with a reason, or, with none, puts it back. */
export const PUT = route({ body, gone: 'There is no such item.' }, async ({ id, body: { reason } }) =>
  (await retireItem(db(), now, id, reason)) ? { retired: reason !== null } : null,
);
