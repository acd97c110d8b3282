import type { APIRoute } from 'astro';
import { z } from 'zod';
import { cellSchema } from '../../../../../core/work/registers';
import { now } from '../../../../../db/clock';
import { revokeDevice, setDeviceCard } from '../../../../../db/devices';
import { bodyOf, error, json } from '../../../../server/answer';
import { db } from '../../../../server/db';

const card = z.object({
  cell: cellSchema.optional(),
  calibratedOn: z.iso.date().nullable().optional(),
  place: z.enum(['vent', 'joint', 'inlet', '']).optional(),
  station: z.string().trim().max(40).optional(),
});
const GONE = 'There is no such device.';

/** What its card says. */
export const PUT: APIRoute = async ({ params, request }) => {
  const id = z.uuid().safeParse(params['id']).data;
  const read = await bodyOf(request, card);
  if ('refusal' in read) return read.refusal;
  const { cell, calibratedOn, place, station } = read.value;
  const change = {
    ...(cell !== undefined && { cell }),
    ...(calibratedOn !== undefined && { calibratedOn }),
    ...(place !== undefined && { place }),
    ...(station !== undefined && { station }),
  };
  return id && (await setDeviceCard(db(), id, change)) ? json({ kept: true }) : error(404, GONE);
};

/** Revokes it: what it sends from now on is refused, what it sent stays. */
export const DELETE: APIRoute = async ({ params }) => {
  const id = z.uuid().safeParse(params['id']).data;
  return id && (await revokeDevice(db(), now, id)) ? json({ revoked: true }) : error(404, `${GONE} It may be revoked already.`);
};
