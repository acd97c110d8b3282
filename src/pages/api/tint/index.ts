import { tintEntrySchema } from '../../../../core/work/tint';
import { now } from '../../../../db/clock';
import { addTintEntry } from '../../../../db/tint';
import { error, json } from '../../../server/answer';
import { db } from '../../../server/db';
import { route } from '../../../server/route';
import { tintHere } from '../../../server/tint';

/** What teaches the tint model here, the welds it can be held against, and how eyes differ. */
export const GET = route({}, ({ who }) => tintHere(db(), who.person));

/** A coupon that was graded, or a correction taken over. */
export const POST = route({ body: tintEntrySchema }, async ({ body, who }) => {
  const at = now();
  return (await addTintEntry(db(), body, who.person, new Date(at)))
    ? json({ when: at }, 201)
    : error(409, 'This id was used for something else.');
});
