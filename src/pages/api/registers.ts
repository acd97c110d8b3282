import type { APIRoute } from 'astro';
import { registerSchema } from '../../../core/work/registers';
import { addRegisterItem, registerItems } from '../../../db/registers';
import { bodyOf, error, json } from '../../server/answer';
import { db } from '../../server/db';

export const GET: APIRoute = async () => json(await registerItems(db()));

export const POST: APIRoute = async ({ request }) => {
  const read = await bodyOf(request, registerSchema);
  if ('refusal' in read) return read.refusal;
  const { id, had } = await addRegisterItem(db(), read.value);
  return had ? error(409, `${read.value.label} is on the list already.`) : json({ id }, 201);
};
