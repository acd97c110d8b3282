import { z } from 'zod';
import { cellSchema } from '../../../../../core/work/registers';
import { now } from '../../../../../db/clock';
import { revokeDevice, setDeviceCard } from '../../../../../db/devices';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

const body = z.object({
  cell: cellSchema.optional(),
  calibratedOn: z.iso
    .date()
    .refine((d) => d >= '1970-01-01', 'No monitor is calibrated that long ago.')
    .nullable()
    .optional(),
  place: z.enum(['vent', 'joint', 'inlet', '']).optional(),
  station: z.string().trim().max(40).optional(),
});
const gone = 'There is no such device.';

/** What its card says. */
export const PUT = route({ body, gone }, async ({ id, body: { cell, calibratedOn, place, station } }) => {
  const change = {
    ...(cell !== undefined && { cell }),
    ...(calibratedOn !== undefined && { calibratedOn }),
    ...(place !== undefined && { place }),
    ...(station !== undefined && { station }),
  };
  return (await setDeviceCard(db(), id, change)) ? { kept: true } : null;
});

/** Revokes it: what it sends from now on is refused, what it sent stays. */
export const DELETE = route({ gone: `${gone} It may be revoked already.` }, async ({ id }) =>
  (await revokeDevice(db(), now, id)) ? { revoked: true } : null,
);
