import { randomBytes, randomUUID } from 'node:crypto';
import type { APIRoute } from 'astro';
import { newDeviceSchema } from '../../../../core/work/devices';
import { now } from '../../../../db/clock';
import { addDevice, devices, nameTaken } from '../../../../db/devices';
import { bodyOf, error, json } from '../../../server/answer';
import { db } from '../../../server/db';

export const GET: APIRoute = async () => json({ devices: await devices(db(), now), now: now() });

/** Registers a device. Its key is in this answer and nowhere else. */
export const POST: APIRoute = async ({ request }) => {
  const read = await bodyOf(request, newDeviceSchema);
  if ('refusal' in read) return read.refusal;
  if (await nameTaken(db(), read.value.name)) return error(409, `${read.value.name} is registered already. Give this one another name.`);
  const [id, key] = [randomUUID(), randomBytes(24).toString('base64url')];
  await addDevice(db(), { ...read.value, id, key });
  return json({ id, key }, 201);
};
