import type { APIRoute } from 'astro';
import { z } from 'zod';
import { takeBackCheck } from '../../../../../db/checks';
import { now } from '../../../../../db/clock';
import { bodyOf, error, json, who } from '../../../../server/answer';
import { db } from '../../../../server/db';

const backSchema = z.object({ reason: z.string().trim().min(3, 'Say in a few words what was wrong with it.').max(200) });

export const POST: APIRoute = async (context) => {
  const id = z.uuid().safeParse(context.params['id']).data;
  const read = await bodyOf(context.request, backSchema);
  if ('refusal' in read) return read.refusal;
  const taken = id !== undefined && (await takeBackCheck(db(), now, who(context).person, id, read.value.reason));
  return taken ? json({ taken: true }) : error(404, 'There is no such check.');
};
