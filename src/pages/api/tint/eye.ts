import { z } from 'zod';
import { now } from '../../../../db/clock';
import { openEye } from '../../../../db/tint';
import { error } from '../../../server/answer';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

const body = z.strictObject({ open: z.literal(true) });

/** Opens what one's own eye does: from then on others are shown it too. */
export const POST = route({ body }, async ({ who }) => {
  if (who.person === null) return error(401, 'Say who you are first.');
  await openEye(db(), now, who.person);
  return { opened: true };
});
