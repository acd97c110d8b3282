import type { APIRoute } from 'astro';
import { shopSchema } from '../../../core/work/shop';
import { setShop, shop } from '../../../db/shop';
import { bodyOf, json } from '../../server/answer';
import { db } from '../../server/db';

export const GET: APIRoute = async () => json(await shop(db()));

export const PUT: APIRoute = async ({ request }) => {
  const read = await bodyOf(request, shopSchema);
  if ('refusal' in read) return read.refusal;
  await setShop(db(), read.value);
  return json({ kept: true });
};
