import { z } from 'zod';
import { now } from '../../../../db/clock';
import { retireCriterion } from '../../../../db/criteria';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

const body = z.object({ id: z.string().max(40), why: z.string().trim().min(3, 'Say in a few words why.').max(200).nullable() });

/** Takes a scheme off the shelf, or with no reason puts it back. */
export const POST = route({ body, gone: 'There is no such scheme.' }, async ({ body: { id, why }, who }) =>
  (await retireCriterion(db(), now, who.person, id, why)) ? { retired: why !== null } : null,
);
