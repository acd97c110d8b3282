import { randomBytes } from 'node:crypto';
import type { APIRoute } from 'astro';
import { z } from 'zod';
import { newKey } from '../../../../../db/devices';
import { error, json } from '../../../../server/answer';
import { db } from '../../../../server/db';

/** Another key for a device; the one before is good no more. Shown in this answer and never again. */
export const POST: APIRoute = async ({ params }) => {
  const id = z.uuid().safeParse(params['id']).data;
  const key = randomBytes(24).toString('base64url');
  return id && (await newKey(db(), id, key)) ? json({ id, key }, 201) : error(404, 'There is no such device, or it was revoked.');
};
