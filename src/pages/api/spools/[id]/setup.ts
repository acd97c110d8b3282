import type { APIRoute } from 'astro';
import { z } from 'zod';
import { setupSchema } from '../../../../../core/models/setup';
import { now } from '../../../../../db/clock';
import { isOnSpool, keepSetup, setupOf } from '../../../../../db/setups';
import { bodyOf, error, json, who } from '../../../../server/answer';
import { db } from '../../../../server/db';

const keepSchema = z.object({ setup: setupSchema, weld: z.uuid(), seen: z.number().int().min(0) });

export const GET: APIRoute = async ({ params }) => {
  const id = z.uuid().safeParse(params['id']).data;
  const kept = id ? await setupOf(db(), id) : null;
  return kept ? json(kept) : error(404, 'This spool has no purge set-up yet.');
};

export const PUT: APIRoute = async (context) => {
  const id = z.uuid().safeParse(context.params['id']).data;
  const read = await bodyOf(context.request, keepSchema);
  if ('refusal' in read) return read.refusal;
  if (!id || !(await isOnSpool(db(), id, read.value.weld))) return error(404, 'There is no such weld on this spool.');
  const version = await keepSetup(db(), now, who(context).person, id, read.value);
  return version === null
    ? error(409, 'Somebody else changed the set-up of this spool meanwhile. Reload to see it; yours is kept in this browser.')
    : json({ version });
};
