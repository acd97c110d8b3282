import { z } from 'zod';
import { now } from '../../../db/clock';
import { closeSession, openSession } from '../../../db/people';
import { db } from '../../server/db';
import { route } from '../../server/route';
import { COOKIE } from '../../server/session';

/** Picks who this browser is. Not sign-in: every event says "picked". */
export const POST = route(
  { open: true, body: z.object({ person: z.uuid() }), gone: 'This person is not on the list.' },
  async ({ body, cookies }) => {
    const token = await openSession(db(), now, body.person);
    if (!token) return null;
    cookies.set(COOKIE, token, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: 60 * 60 * 24 * 30 });
    return { ok: true };
  },
);

export const DELETE = route({ open: true }, async ({ cookies }) => {
  const token = cookies.get(COOKIE)?.value;
  if (token) await closeSession(db(), token);
  cookies.delete(COOKIE, { path: '/' });
  return { ok: true };
});
