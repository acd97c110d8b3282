import type { APIRoute } from 'astro';
import { z } from 'zod';
import { now } from '../../../db/clock';
import { closeSession, openSession } from '../../../db/people';
import { bodyOf, COOKIE, error, json } from '../../server/answer';
import { db } from '../../server/db';

/** Picks who this browser is. Not sign-in: every event says "picked". */
export const POST: APIRoute = async ({ request, cookies }) => {
  const read = await bodyOf(request, z.object({ person: z.uuid() }));
  if ('refusal' in read) return read.refusal;
  const token = await openSession(db(), now, read.value.person);
  if (!token) return error(404, 'This person is not on the list.');
  cookies.set(COOKIE, token, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: 60 * 60 * 24 * 30 });
  return json({ ok: true });
};

export const DELETE: APIRoute = async ({ cookies }) => {
  const token = cookies.get(COOKIE)?.value;
  if (token) await closeSession(db(), token);
  cookies.delete(COOKIE, { path: '/' });
  return json({ ok: true });
};
