import { bathLogs, bathUses } from '../../../../db/baths';
import { db } from '../../../server/db';
import { route } from '../../../server/route';

/** The log of a bath, and what hung in it: newest first. */
export const GET = route({ gone: 'There is no such bath.' }, async ({ id }) => {
  const [item] = await db()`select 1 from register where id = ${id} and kind = 'bath'`;
  if (!item) return null;
  const [log, uses] = await Promise.all([bathLogs(db(), id), bathUses(db(), id)]);
  return { log: log.reverse(), uses };
});
