import { z } from 'zod';
import { setUnits } from '../../../db/people';
import { db } from '../../server/db';
import { route } from '../../server/route';

/** The units a person reads in. */
export const PUT = route({ body: z.object({ units: z.enum(['inch', 'metric']) }) }, async ({ body, person }) => {
  if (person) await setUnits(db(), person.id, body.units);
  return { ok: true };
});
