import { z } from 'zod';
import { now } from '../../../../../db/clock';
import { takeBackTint } from '../../../../../db/tint';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

const body = z.object({ reason: z.string().trim().min(3, 'Say in a few words what was wrong with it.').max(200) });

export const POST = route({ body, gone: 'There is no such entry.' }, async ({ id, body: { reason }, who }) =>
  (await takeBackTint(db(), now, who.person, id, reason)) ? { taken: true } : null,
);
