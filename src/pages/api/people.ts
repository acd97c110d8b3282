import type { APIRoute } from 'astro';
import { newPersonSchema } from '../../../core/work/people';
import { addPerson, people } from '../../../db/people';
import { bodyOf, json } from '../../server/answer';
import { db } from '../../server/db';

export const GET: APIRoute = async () => json(await people(db()));

export const POST: APIRoute = async ({ request }) => {
  const read = await bodyOf(request, newPersonSchema);
  if ('refusal' in read) return read.refusal;
  return json({ id: await addPerson(db(), read.value) }, 201);
};
