/** What both doors for devices share: which device speaks, and what it is told when it may not. */
import { deviceByKey, type Device } from '../../db/devices';
import { body, error, json } from './answer';
import { db } from './db';

/** @param take given a device that may speak and what it sent */
export async function fromDevice(
  request: Request,
  take: (device: Device, sent: unknown) => Promise<{ error: string } | { answers: unknown[]; now: string }>,
): Promise<Response> {
  const key = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? '';
  const device = await deviceByKey(db(), request.headers.get('x-device') ?? '', key);
  // One answer for both: who guesses learns nothing.
  if (device === 'unknown' || device === 'wrong-key') return error(401, 'Unknown device or wrong key.');
  if (device === 'revoked') return error(403, 'This device was revoked. Register it again.');
  const read = await body(request, 1024 * 1024);
  if ('refusal' in read) return read.refusal;
  const result = await take(device, read.value);
  return 'error' in result ? error(400, result.error) : json(result);
}
