import type { APIRoute } from 'astro';
import { z } from 'zod';
import { cellSchema } from '../../../../core/registers';
import { setMonitorCard } from '../../../../db/registers';
import { bodyOf, error, json } from '../../../server/answer';
import { db } from '../../../server/db';

const card = z.object({ cell: cellSchema, calibratedOn: z.iso.date().nullable() });

export const PUT: APIRoute = async ({ params, request }) => {
  const id = z.uuid().safeParse(params['id']).data;
  const read = await bodyOf(request, card);
  if ('refusal' in read) return read.refusal;
  return id && (await setMonitorCard(db(), id, read.value)) ? json({ kept: true }) : error(404, 'There is no such monitor.');
};
