import type { APIRoute } from 'astro';
import { now } from '../../../../../db/clock';
import { deviceByKey, intake } from '../../../../../db/readings';
import { body, error, json } from '../../../../server/answer';
import { db } from '../../../../server/db';

/** Readings from a device: docs/protocol.md. */
export const POST: APIRoute = async ({ request }) => {
  const key = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';
  const device = await deviceByKey(db(), request.headers.get('x-device') ?? '', key);
  // One answer for both: who guesses learns nothing.
  if (device === 'unknown' || device === 'wrong-key') return error(401, 'Unknown device or wrong key.');
  if (device === 'revoked') return error(403, 'This device was revoked. Register it again.');
  const read = await body(request, 1024 * 1024);
  if ('refusal' in read) return read.refusal;
  const result = await intake(db(), now, device.id, read.value);
  return 'error' in result ? error(400, result.error) : json(result);
};
