import { randomBytes } from 'node:crypto';
import { newKey } from '../../../../../db/devices';
import { json } from '../../../../server/answer';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

/** Another key for a device; the one before is good no more. Shown in this answer and never again. */
export const POST = route({ gone: 'There is no such device, or it was revoked.' }, async ({ id }) => {
  const key = randomBytes(24).toString('base64url');
  return (await newKey(db(), id, key)) ? json({ id, key }, 201) : null;
});
