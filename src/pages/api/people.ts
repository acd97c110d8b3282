import { newPersonSchema } from '../../../core/work/people';
import { addPerson, people } from '../../../db/people';
import { json } from '../../server/answer';
import { db } from '../../server/db';
import { route } from '../../server/route';

export const GET = route({}, () => people(db()));

/** Open: the first to come here is on no list yet. */
export const POST = route({ open: true, body: newPersonSchema }, async ({ body }) => json({ id: await addPerson(db(), body) }, 201));
