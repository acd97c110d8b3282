/** Who this browser is: the session is the server's; what a page out of the cache shows of it was kept from the last live one. */
import { keep, kept } from './kept';
import { fromCache, request, type Sent } from './post';

const KEPT = 'sentrel_person';

/** @param person their id; null for nobody */
export async function signIn(person: string | null): Promise<Sent<unknown>> {
  const sent = person ? await request('POST', '/api/session', { person }) : await request('DELETE', '/api/session');
  if (sent.ok) keep(KEPT, person ?? '');
  return sent;
}

/** Who this browser is, of a page made then for someone. @returns their id; null for nobody */
export function whoNow(drawnFor: string | null, madeAt: number): string | null {
  if (fromCache(madeAt)) return kept(KEPT) || null;
  keep(KEPT, drawnFor ?? '');
  return drawnFor;
}
