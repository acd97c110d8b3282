import type { APIRoute } from 'astro';
import { pricesSchema } from '../../../core/work/registers';
import { prices, setPrices } from '../../../db/checks';
import { bodyOf, json } from '../../server/answer';
import { db } from '../../server/db';

export const GET: APIRoute = async () => json(await prices(db()));

export const PUT: APIRoute = async ({ request }) => {
  const read = await bodyOf(request, pricesSchema);
  if ('refusal' in read) return read.refusal;
  await setPrices(db(), read.value);
  return json({ kept: true });
};
