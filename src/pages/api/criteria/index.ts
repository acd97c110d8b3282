import { z } from 'zod';
import { editedSchema, schemeIdSchema } from '../../../../core/models/criteria';
import { now } from '../../../../db/clock';
import { criteria, keepCriterion } from '../../../../db/criteria';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

export const GET = route({}, () => criteria(db()));

const body = z.object({
  from: z.object({ id: z.string().max(40), version: z.int().positive() }),
  id: schemeIdSchema,
  why: z.string().trim().min(3, 'Say in a few words why.').max(300),
  edited: editedSchema,
});
/** A next version of a shop's own, or a copy under a new name. */
export const POST = route({ body }, async ({ body: sent, person }) => {
  if (!person) return error(401, 'Say who you are first.');
  const kept = await keepCriterion(db(), now, person, sent);
  return kept.ok ? json({ id: kept.criterion.id, version: kept.criterion.version }, 201) : error(kept.status, kept.error);
});
