import type { APIRoute } from 'astro';
import { checkSchema } from '../../../../core/work/registers';
import { checks, takeCheck } from '../../../../db/checks';
import { now } from '../../../../db/clock';
import { bodyOf, error, json, who } from '../../../server/answer';
import { db } from '../../../server/db';

export const GET: APIRoute = async () => json(await checks(db()));

export const POST: APIRoute = async (context) => {
  const read = await bodyOf(context.request, checkSchema);
  if ('refusal' in read) return read.refusal;
  const taken = await takeCheck(db(), now, who(context).person, read.value);
  return taken.ok ? json({ note: taken.note, when: now() }, 201) : error(taken.status, taken.error);
};
