/** Who this browser is: the session cookie, and who holds it. */
import type { APIContext } from 'astro';
import type { Person } from '../../core/work/people';
import { whoHolds } from '../../db/people';
import { db } from './db';

export const COOKIE = 'sentrel_session';

export async function holder(cookies: APIContext['cookies']): Promise<{ person: Person | null; identified: string }> {
  const token = cookies.get(COOKIE)?.value;
  return (token && (await whoHolds(db(), token))) || { person: null, identified: 'nobody' };
}
