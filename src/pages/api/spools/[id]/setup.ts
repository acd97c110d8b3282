import { z } from 'zod';
import { setupSchema } from '../../../../../core/models/setup';
import { now } from '../../../../../db/clock';
import { isOnSpool, keepSetup, setupOf } from '../../../../../db/setups';
import { error } from '../../../../server/answer';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

const body = z.object({ setup: setupSchema, weld: z.uuid(), seen: z.number().int().min(0) });

export const GET = route({ gone: 'This spool has no purge set-up yet.' }, ({ id }) => setupOf(db(), id));

export const PUT = route({ body, gone: 'There is no such weld on this spool.' }, async ({ id, body: sent, who }) => {
  if (!(await isOnSpool(db(), id, sent.weld))) return null;
  const version = await keepSetup(db(), now, who.person, id, sent);
  return version === null
    ? error(409, 'Somebody else changed the set-up of this spool meanwhile. Reload to see it; yours is kept in this browser.')
    : { version };
});
