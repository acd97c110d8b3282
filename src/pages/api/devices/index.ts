import { randomBytes, randomUUID } from 'node:crypto';
import { newDeviceSchema } from '../../../../core/work/devices';
import { now } from '../../../../db/clock';
import { addDevice, devices, nameTaken } from '../../../../db/devices';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

export const GET = route({}, async () => ({ devices: await devices(db(), now), now: now() }));

/** Registers a device. Its key is in this answer and nowhere else. */
export const POST = route({ body: newDeviceSchema }, async ({ body }) => {
  if (await nameTaken(db(), body.name)) return error(409, `${body.name} is registered already. Give this one another name.`);
  const [id, key] = [randomUUID(), randomBytes(24).toString('base64url')];
  await addDevice(db(), { ...body, id, key });
  return json({ id, key }, 201);
});
