import type { APIRoute } from 'astro';
import { z } from 'zod';
import { setUnits } from '../../../db/people';
import { bodyOf, json } from '../../server/answer';
import { db } from '../../server/db';

/** The units a person reads in. */
export const PUT: APIRoute = async ({ request, locals }) => {
  const read = await bodyOf(request, z.object({ units: z.enum(['inch', 'metric']) }));
  if ('refusal' in read) return read.refusal;
  if (locals.person) await setUnits(db(), locals.person.id, read.value.units);
  return json({ ok: true });
};
