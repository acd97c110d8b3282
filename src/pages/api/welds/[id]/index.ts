import { now } from '../../../../../db/clock';
import { weldRecord } from '../../../../../db/record/stored';
import { db } from '../../../../server/db';
import { route } from '../../../../server/route';

export const GET = route({ gone: 'There is no such weld.' }, async ({ id }) => {
  const record = await weldRecord(db(), id);
  if (!record) return null;
  const { events, runEvents, criterion } = record;
  return { events, runEvents, criterion, now: now() };
});
